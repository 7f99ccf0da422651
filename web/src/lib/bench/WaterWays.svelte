<script lang="ts">
  import type { DoughPlan } from '@jovet/core/day';
  import { formatNumber } from '@jovet/core/units';
  import Figure from './Figure.svelte';
  import { useReading } from './settings';

  /** The water of the mix: the answer, and the three ways to it side by side. */
  let { plan }: { plan: DoughPlan } = $props();
  const reading = useReading();
  const water = $derived(plan.water);
  const clamped = $derived(water.pour !== water.balance.temperature);
  const apart = $derived(
    Math.max(
      Math.abs(water.sum.temperature - water.balance.temperature),
      Math.abs(water.base.temperature - water.balance.temperature),
    ),
  );
  const ways = $derived([
    { of: 'water.balance', name: 'Heat balance', celsius: water.balance.temperature },
    { of: 'water.sum', name: 'Sum of factors', celsius: water.sum.temperature },
    { of: 'water.base', name: 'Base number', celsius: water.base.temperature },
  ]);
</script>

<p class="answer">
  <Figure
    of={clamped ? 'water.pour' : 'water.balance'}
    label="Water temperature"
    text={reading.temperature(water.pour)}
  />
</p>
<p class="amount">
  <Figure of="mix.water" label="Water" text={reading.mass(plan.mix.water)} /> to pour:
  {#each water.poured.portions as portion, index (portion.name)}{index > 0 ? ' + ' : ''}<Figure
      of={`water.portion.${index}`}
      label={portion.name}
      text={reading.mass(portion.mass)}
    />
    {portion.name}{/each}
</p>
<table class="figures" aria-label="Three ways to the water temperature">
  <tbody>
    {#each ways as { of, name, celsius } (of)}
      <tr
        ><th scope="row">{name}</th><td><Figure {of} label={name} text={reading.temperature(celsius)} /></td
        ></tr
      >
    {/each}
    <tr class="total">
      <th scope="row">Dough comes out</th>
      <td><Figure of="water.fdt" label="Dough temperature" text={reading.temperature(water.fdt)} /></td>
    </tr>
  </tbody>
</table>
<p class="why quiet">
  {#if apart < 0.15}
    The three agree: today is as usual.
  {:else}
    They differ by {formatNumber(apart, 1)} K: away from the usual readings only the balance weighs how much of
    each there is.
  {/if}
</p>

<style>
  .answer {
    font-size: 2.5rem;
    font-weight: 700;
    line-height: 1.15;
  }
  .amount {
    margin-bottom: 0.5rem;
  }
  .why {
    margin-top: 0.5rem;
  }
</style>
