<script lang="ts">
  import { allergensOfFormula, allergenText } from '@jovet/core/formula/facts';
  import {
    inWeighingOrder,
    type ScaledFormula,
    type ScaledPart,
    type ScaledStage,
  } from '@jovet/core/formula/scale';
  import type { Formula, PieceOrder } from '@jovet/core/formula';
  import { rollingOf } from '@jovet/core/lamination';
  import { useUnits } from '../settings';
  import RollingCard from './way/RollingCard.svelte';

  interface Props {
    formula: Formula;
    /** All of it: pre-ferments are built once for all batches. */
    scaled: ScaledFormula;
    /** What one fill of the mixer is weighed by. */
    batch: ScaledFormula;
    batches: number;
    order: readonly PieceOrder[];
    mixer: string;
    version: string;
    /** °C of the bench. */
    bench: number;
  }

  /** The scale sheet on paper, one page a batch, in weighing order, with room for what was really weighed. */
  let { formula, scaled, batch, batches, order, mixer, version, bench }: Props = $props();
  const units = useUnits();
  const rolling = $derived(rollingOf(formula, order));
  const nameOf = (slug: string) =>
    formula.doc.products.find((product) => product.slug === slug)?.name ?? slug;
  const stagesOf = (index: number): (ScaledPart | ScaledStage)[] =>
    index === 0 ? [...scaled.parts, ...batch.steps] : [...batch.steps];
  const seedOf = (stage: ScaledPart | ScaledStage) => ('seed' in stage ? stage.seed : null);
  const massOf = (stage: ScaledPart | ScaledStage) =>
    [...stage.lines, ...stage.holds].reduce((sum, line) => sum + line.weighed, seedOf(stage)?.weighed ?? 0);
</script>

<section class="formula-print" aria-hidden="true">
  {#each { length: batches } as _, index (index)}
    <article>
      <header>
        <h1>{formula.doc.name}</h1>
        <p>{version} · {mixer} · batch {index + 1} of {batches}</p>
      </header>
      <p class="pieces">
        {#each order as line (line.product)}<span
            >{line.pieces} × {units.mass(line.scaledWeight)} {nameOf(line.product)}</span
          >{/each}
        {#if batches > 1}<span class="part">in all {batches} batches</span>{/if}
      </p>
      <p class="contains">
        Contains: {allergenText(allergensOfFormula(formula)) || 'none of the allergens listed'}
      </p>
      <table>
        <thead
          ><tr><td></td><th>weigh</th><td>amount</td><td class="real">really</td><td class="box"></td></tr
          ></thead
        >
        {#each stagesOf(index) as stage (stage.slug)}
          {#if stage.lines.length + stage.holds.length > 0}
            <tbody>
              <tr class="stage"
                ><th colspan="2"
                  >{stage.name}{batches > 1 && 'build' in stage ? ', once for all batches' : ''}</th
                ><td>{units.mass(massOf(stage))}</td><td></td><td></td></tr
              >
              {#if seedOf(stage)}{@render line('Seed, ripe', seedOf(stage)?.weighed ?? 0, 0.001)}{/if}
              {#each stage.holds as hold (hold.slug)}{@render line(hold.name, hold.weighed, 0.001)}{/each}
              {#each inWeighingOrder(stage.lines) as each (each.ingredient.slug)}
                {@render line(each.ingredient.name, each.weighed, each.ingredient.scaleStep)}
              {/each}
            </tbody>
          {/if}
        {/each}
        {#each batch.branches as branch (branch.slug)}
          <tbody>
            <tr class="stage"
              ><th colspan="2">{branch.name}</th><td>{units.mass(branch.mass)}</td><td></td><td></td></tr
            >
            {@render line('Of the dough', branch.base, 0.001)}
            {#each branch.lines as each (each.ingredient.slug)}
              {@render line(each.ingredient.name, each.weighed, each.ingredient.scaleStep)}
            {/each}
          </tbody>
        {/each}
        <tbody>
          <tr class="stage"><th colspan="2">Dough</th><td>{units.mass(batch.dough)}</td><td></td><td></td></tr
          >
        </tbody>
      </table>
      <p class="tick">
        ☐ salt in &nbsp; ☐ seed kept back &nbsp; Dough came out at ______ ° &nbsp; weighed by ____________
      </p>
    </article>
  {/each}
  {#if rolling}
    <article>
      <header>
        <h1>{formula.doc.name}: rolling</h1>
        <p>{version}</p>
      </header>
      <RollingCard {formula} {rolling} {bench} />
    </article>
  {/if}
</section>

{#snippet line(name: string, mass: number, step: number)}
  <tr
    ><td></td><th>{name}</th><td>{units.mass(mass, step)}</td><td class="real"></td><td class="box">☐</td></tr
  >
{/snippet}

<style>
  .formula-print {
    display: none;
  }
  @media print {
    .formula-print {
      display: block;
      color: #000;
      background: #fff;
      font-size: 11pt;
    }
    article + article {
      break-before: page;
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      border-bottom: 1.5pt solid #000;
    }
    h1 {
      font-size: 20pt;
      font-weight: 700;
    }
    .pieces {
      display: flex;
      flex-wrap: wrap;
      gap: 4pt 18pt;
      padding: 4pt 0;
      font-size: 13pt;
    }
    .contains {
      font-weight: 700;
      padding-bottom: 6pt;
    }
    table {
      width: 100%;
    }
    th {
      text-align: left;
      font-weight: 400;
      padding: 2.5pt 0;
    }
    tr {
      border-bottom: 0.4pt solid #999;
      break-inside: avoid;
    }
    .stage > * {
      font-weight: 700;
      padding-top: 8pt;
    }
    td {
      text-align: right;
      font-variant-numeric: tabular-nums;
      white-space: nowrap;
    }
    td:first-child {
      width: 10pt;
    }
    .real {
      width: 80pt;
    }
    .box {
      width: 24pt;
    }
    .tick {
      margin-top: 12pt;
    }
  }
</style>
