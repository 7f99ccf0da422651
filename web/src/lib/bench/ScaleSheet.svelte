<script lang="ts">
  import type { DoughPlan } from '@jovet/core/day';
  import { formatNumber } from '@jovet/core/units';
  import Figure from './Figure.svelte';
  import { useReading } from './settings';

  /** What to weigh, stage by stage. */
  let { plan }: { plan: DoughPlan } = $props();
  const reading = useReading();
  const scaled = $derived(plan.scaled);
  const percentOf = (mass: number) => formatNumber((mass / scaled.finalMix.flour) * 100, 1);
</script>

{#each scaled.parts as part (part.slug)}
  <table class="figures" aria-label={part.name}>
    <caption>{part.name}</caption>
    <tbody>
      {#if part.seed}{@render line('Seed, ripe', part.seed.weighed, 0.001, `part.${part.slug}.seed`)}{/if}
      {#each part.holds as { slug, name, weighed } (slug)}
        {@render line(name, weighed, 0.001, `hold.${slug}`)}
      {/each}
      {#each part.lines as { ingredient, weighed } (ingredient.slug)}
        {@render line(ingredient.name, weighed, ingredient.scaleStep, `part.${part.slug}.${ingredient.slug}`)}
      {/each}
      <tr class="total">
        <th scope="row">{part.name}</th>
        <td
          ><Figure
            of={`part.${part.slug}.build`}
            label={`${part.name} to build`}
            text={reading.mass(part.build)}
          /></td
        >
        <td></td>
      </tr>
    </tbody>
  </table>
{/each}
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
    {#each scaled.finalMix.holds as { slug, name, weighed, mass } (slug)}
      {@render line(name, weighed, 0.001, `hold.${slug}`, percentOf(mass))}
    {/each}
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
  />, prefermented flour <Figure
    quiet
    of="facts.prefermentedFlour"
    text={`${formatNumber(scaled.facts.prefermentedFlour, 0)} %`}
  />
</p>

{#snippet line(name: string, mass: number, step: number, of: string, percent?: string)}
  <tr>
    <th scope="row">{name}</th>
    <td><Figure {of} label={name} text={reading.mass(mass, step)} /></td>
    <td class="percent quiet"
      >{#if percent !== undefined}<Figure
          quiet
          of={of.replace(/^(mix|hold)\./, 'basis.')}
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
