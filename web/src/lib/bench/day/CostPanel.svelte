<script lang="ts">
  import type { Cost } from '@jovet/core/plan/instance';
  import { formatNumber } from '@jovet/core/units';
  import type { PlannedDay } from '@jovet/core/plan/explain';
  import Figure from '../Figure.svelte';
  import { costWords } from './day-words';

  interface Props {
    day: PlannedDay;
    cost: Cost;
    date: string;
    /** It is saved, so that programs can fetch it. */
    saved: boolean;
    onanother: () => void;
    onprint: (what: 'stations' | 'labels') => void;
  }

  /** What a plan costs and why, and the ways out of it. */
  let { day, cost, date, saved, onanother, onprint }: Props = $props();
  const calendar = (person: string) => `/api/v1/plans/${date}/plan.ics?person=${encodeURIComponent(person)}`;
</script>

{#snippet figure(key: string, label: string, value: number)}{#if day.costs?.[`cost.${key}`]}<Figure
      of={`cost.${key}`}
      {label}
      text={formatNumber(value, 1)}
      quiet
    />{:else}{formatNumber(value, 1)}{/if}{/snippet}

<section aria-labelledby="cost-title">
  <h2 id="cost-title">This plan costs {@render figure('total', 'what this plan costs', cost.total)}</h2>
  <table class="figures">
    <tbody>
      {#each costWords(cost) as { key, name, value } (key)}
        <tr><th scope="row">{name}</th><td>{@render figure(key, name, value)}</td></tr>
      {:else}<tr><th scope="row">Nothing could be better.</th></tr>{/each}
    </tbody>
  </table>
  <p class="quiet">
    {day.view.handsAtPeak} hands at once at most, oven on for {formatNumber(day.view.ovenHours, 1)} h.
    <button type="button" class="link" onclick={onanother}>Look for another</button>
  </p>
  <p class="quiet">
    <button type="button" class="link" onclick={() => onprint('stations')}>Print by station</button> ·
    <button type="button" class="link" onclick={() => onprint('labels')}>Print tub labels</button>
    {#if saved}
      · <a class="link" href={`/api/v1/plans/${date}/plan.csv`} download>Table</a> · Calendar of
      {#each day.people as person, index (person)}{index > 0 ? ', ' : ''}<a
          class="link"
          href={calendar(person)}
          download>{person}</a
        >{/each}
    {/if}
  </p>
</section>

<style>
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
</style>
