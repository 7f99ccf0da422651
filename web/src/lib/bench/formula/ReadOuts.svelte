<script lang="ts">
  import {
    againstRule,
    againstUsual,
    allergensOf,
    allergenText,
    type FormulaCost,
    type WholeGrainRule,
  } from '@jovet/core/formula/facts';
  import type { DoughType, Formula } from '@jovet/core/formula';
  import type { ScaledFormula } from '@jovet/core/formula/scale';
  import Figure from '../Figure.svelte';
  import { percentText } from './words';

  interface Props {
    formula: Formula;
    scaled: ScaledFormula;
    cost: FormulaCost;
    type: DoughType;
    rule: WholeGrainRule | null;
    /** Writes an amount of the smallest coin. */
    money: (coins: number, digits?: number) => string;
  }

  /** What the sheet comes to: each number with what is usual for this type of dough. */
  let { formula, scaled, cost, type, rule, money }: Props = $props();
  const facts = $derived(scaled.facts);
  const usual = $derived(againstUsual(facts, type));
  const percent = (value: number) => `${percentText(Number(value.toFixed(1)))} %`;
  const whole = $derived(rule && againstRule(facts.wholeGrain, rule));
  const said = $derived([
    ...Object.values(usual).flatMap(({ sentence }) => sentence ?? []),
    ...(whole && !whole.met && facts.wholeGrain > 0 ? [`Whole grain: ${whole.sentence}`] : []),
    ...scaled.drift,
  ]);
</script>

<table class="figures facts" aria-label="Read-outs">
  <thead>
    <tr class="quiet"><td></td><td>of flour</td><td>usual</td></tr>
  </thead>
  <tbody>
    {@render fact('Hydration', 'trueHydration', facts.trueHydration, usual.trueHydration.usual)}
    {#if Math.abs(facts.hydration - facts.trueHydration) > 0.05}
      {@render fact('water added', 'hydration', facts.hydration)}
    {/if}
    {@render fact(
      'Prefermented flour',
      'prefermentedFlour',
      facts.prefermentedFlour,
      usual.prefermentedFlour.usual,
    )}
    {#if facts.inoculation > 0}{@render fact('Culture in the dough', 'inoculation', facts.inoculation)}{/if}
    {@render fact('Salt', 'salt', facts.salt, usual.salt.usual)}
    {@render fact('Fat', 'fat', facts.fat, usual.fat.usual)}
    {@render fact('Sugar', 'sugar', facts.sugar, usual.sugar.usual)}
    {@render fact('Whole grain', 'wholeGrain', facts.wholeGrain)}
    {@render fact('Yield', 'yield', facts.yield)}
  </tbody>
</table>
{#if whole?.met}<p class="quiet">{whole.sentence}</p>{/if}
{#each said as sentence (sentence)}<p class="said" role="status">{sentence}</p>{/each}

<table class="figures costs" aria-label="Cost and allergens">
  <thead>
    <tr class="quiet"><th>Ingredients cost</th><td>a piece</td><td>a kg baked</td></tr>
  </thead>
  <tbody>
    {#each cost.pieces as each (each.product.slug)}
      <tr>
        <th scope="row">{each.product.name}</th>
        <td
          ><Figure
            of={`cost.${each.product.slug}`}
            label={`${each.product.name}, a piece`}
            text={money(each.piece, 3)}
          /></td
        >
        <td
          ><Figure
            of={`cost.perKilogram.${each.product.slug}`}
            label={`${each.product.name}, a kilogram`}
            text={money(each.perKilogram)}
          /></td
        >
      </tr>
      <tr class="contains"
        ><td colspan="3"
          >contains {allergenText(allergensOf(formula, each.product)) || 'none of the allergens listed'}</td
        ></tr
      >
    {/each}
  </tbody>
</table>
{#if cost.unpriced.length > 0}
  <p class="quiet">
    Without a price: {cost.unpriced.map(({ name }) => name).join(', ')}. They count as nothing.
  </p>
{/if}
<p class="quiet">Local law decides what a label must say.</p>

{#snippet fact(label: string, key: string, value: number, range?: readonly [number, number])}
  <tr class:off={range && (value < range[0] - 1e-9 || value > range[1] + 1e-9)}>
    <th scope="row">{label}</th>
    <td><Figure of={`facts.${key}`} {label} text={percent(value)} /></td>
    <td class="usual">{range ? `${percentText(range[0])}–${percentText(range[1])}` : ''}</td>
  </tr>
{/snippet}

<style>
  .facts {
    margin-bottom: 0.4rem;
  }
  .facts th,
  .costs th {
    padding-right: 0.25rem;
  }
  .usual {
    font-size: 0.8125rem;
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  .off > * {
    font-weight: 700;
  }
  .said {
    margin: 0.35rem 0;
    padding-left: 0.6rem;
    border-left: 3px solid currentColor;
    font-size: 0.875rem;
    line-height: 1.3;
  }
  .costs {
    margin-top: 0.9rem;
  }
  .contains td {
    text-align: left;
    white-space: normal;
    font-family: inherit;
    font-size: 0.8125rem;
    line-height: 1.25;
    padding: 0 0 0.3rem;
    color: light-dark(var(--color-surface-600), var(--color-surface-300));
  }
  p.quiet {
    margin-top: 0.3rem;
    line-height: 1.3;
  }
</style>
