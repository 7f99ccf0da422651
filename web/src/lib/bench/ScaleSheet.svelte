<script lang="ts">
  import type { DoughPlan } from '@jovet/core/day';
  import type { Formula } from '@jovet/core/formula';
  import { formatNumber } from '@jovet/core/units';
  import Figure from './Figure.svelte';
  import { useReading } from './settings';

  /** What to weigh, stage by stage. */
  let { plan, formula }: { plan: DoughPlan; formula: Formula } = $props();
  const reading = useReading();
  const scaled = $derived(plan.scaled);
  const percentOf = (mass: number) => formatNumber((mass / scaled.finalMix.flour) * 100, 1);
</script>

<table class="figures" aria-label="Scale sheet">
  <caption>Levain, {formula.doc.levain.name}</caption>
  <tbody>
    {@render line('Seed, ripe', scaled.levain.seed.weighed, 0.001, 'levain.seed')}
    {#each scaled.levain.flours as { ingredient, weighed } (ingredient.slug)}
      {@render line(ingredient.name, weighed, ingredient.scaleStep, `levain.${ingredient.slug}`)}
    {/each}
    {@render line(
      scaled.levain.water.ingredient.name,
      scaled.levain.water.weighed,
      scaled.levain.water.ingredient.scaleStep,
      'levain.water',
    )}
    <tr class="total">
      <th scope="row">Levain</th>
      <td><Figure of="levain.build" label="Levain to build" text={reading.mass(scaled.levain.build)} /></td>
      <td></td>
    </tr>
  </tbody>
</table>
<table class="figures" aria-label="Final mix">
  <caption>Final mix <span class="basis quiet">% of its flour</span></caption>
  <tbody>
    {#each scaled.finalMix.lines as { ingredient, weighed, mass } (ingredient.slug)}
      {@render line(
        ingredient.name,
        weighed,
        ingredient.scaleStep,
        `mix.${ingredient.slug}`,
        percentOf(mass),
      )}
    {/each}
    {@render line(
      'Levain',
      scaled.finalMix.levain.weighed,
      0.001,
      'mix.levain',
      percentOf(scaled.finalMix.levain.mass),
    )}
    <tr class="total">
      <th scope="row">Dough</th>
      <td><Figure of="formula.dough" label="Dough to mix" text={reading.mass(scaled.dough)} /></td>
      <td></td>
    </tr>
  </tbody>
</table>
<p class="facts quiet">
  Hydration <Figure quiet of="facts.hydration" text={`${formatNumber(scaled.facts.hydration, 0)} %`} />, salt <Figure
    quiet
    of="facts.salt"
    text={`${formatNumber(scaled.facts.salt, 1)} %`}
  />, whole grain <Figure
    quiet
    of="facts.wholeGrain"
    text={`${formatNumber(scaled.facts.wholeGrain, 0)} %`}
  />, prefermented flour {formatNumber(scaled.facts.prefermentedFlour, 0)} %
</p>

{#snippet line(name: string, mass: number, step: number, of: string, percent?: string)}
  <tr>
    <th scope="row">{name}</th>
    <td><Figure {of} label={name} text={reading.mass(mass, step)} /></td>
    <td class="percent quiet"
      >{#if percent !== undefined}<Figure
          quiet
          of={of.replace('mix.', 'basis.')}
          label={`${name}, percent`}
          text={percent}
        />{/if}</td
    >
  </tr>
{/snippet}

<style>
  table {
    margin-bottom: 0.75rem;
  }
  caption {
    text-align: left;
    font-weight: 700;
    font-size: 0.875rem;
  }
  .basis {
    float: right;
    font-weight: 400;
    line-height: 1.6;
  }
  .percent {
    width: 3.25rem;
  }
  .total > * {
    font-weight: 700;
  }
</style>
