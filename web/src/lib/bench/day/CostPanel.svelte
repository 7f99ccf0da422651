<script lang="ts">
  import type { Cost } from '@jovet/core/plan/instance';
  import { formatDuration, formatMass, formatNumber } from '@jovet/core/units';
  import { ASLEEP, type PlannedDay } from '@jovet/core/plan/explain';
  import Figure from '../Figure.svelte';
  import { costWords, moneyOf, takesWords } from './day-words';

  interface Props {
    day: PlannedDay;
    cost: Cost;
    date: string;
    /** It is saved, so that programs can fetch it. */
    saved: boolean;
    onanother: () => void;
    onbeside: () => void;
    onprint: (what: 'stations' | 'labels') => void;
  }

  /** What a plan costs and why, and the ways out of it. */
  let { day, cost, date, saved, onanother, onbeside, onprint }: Props = $props();
  const sums = $derived(day.sums);
  const money = $derived(sums ? moneyOf(sums) : String);
  const calendar = (person: string) => `/api/v1/plans/${date}/plan.ics?person=${encodeURIComponent(person)}`;
</script>

{#snippet figure(key: string, label: string, value: number)}{#if day.costs?.[`cost.${key}`]}<Figure
      of={`cost.${key}`}
      {label}
      text={formatNumber(value, 1)}
      quiet
    />{:else}{formatNumber(value, 1)}{/if}{/snippet}

{#snippet paid(key: string, label: string, value: number | null)}{#if value !== null}<Figure
      of={`cost.${key}`}
      {label}
      text={money(value)}
      quiet
    />{/if}{/snippet}

<section aria-labelledby="cost-title">
  {#if sums}
    <h2 id="cost-title">
      This plan takes {takesWords(sums)}
    </h2>
    <table class="figures">
      <tbody>
        <tr>
          <th scope="row">hands</th>
          <td>{formatDuration(sums.work)}</td>
          <td>{@render paid('work', 'what the work costs', sums.paidWork)}</td>
        </tr>
        <tr>
          <th scope="row">of it from {ASLEEP.from} to {ASLEEP.to}, by {sums.awake}</th>
          <td>{formatDuration(sums.asleep)}</td>
          <td></td>
        </tr>
        <tr>
          <th scope="row">doughs away from their best</th>
          <td>{sums.away === undefined ? '' : formatDuration(sums.away)}</td>
          <td></td>
        </tr>
        <tr>
          <th scope="row">energy of the ovens</th>
          <td>{formatNumber(sums.energy, 0)} kWh</td>
          <td>{@render paid('energy', 'what the energy costs', sums.paidEnergy)}</td>
        </tr>
        {#if sums.wasted !== undefined}
          <tr>
            <th scope="row">dough that reaches no piece</th>
            <td>{formatMass(sums.wasted, 'kg', 1)}</td>
            <td>{typeof sums.paidWaste === 'number' ? money(sums.paidWaste) : ''}</td>
          </tr>
        {/if}
        {#if typeof sums.paidBought === 'number'}
          <tr><th scope="row">pieces that others bake</th><td></td><td>{money(sums.paidBought)}</td></tr>
        {/if}
        {#if typeof sums.forgone === 'number'}
          <tr><th scope="row">not earned with what is left out</th><td></td><td>{money(sums.forgone)}</td></tr
          >
        {/if}
      </tbody>
    </table>
    {#if sums.paidWork === null || sums.paidEnergy === null}<p class="quiet">
        Say what an hour and a kWh cost in <a class="link" href="/know/bakehouse">Bakehouse</a>, and it is
        said in money.
      </p>{/if}
  {/if}
  <h3 id={sums ? undefined : 'cost-title'}>
    By its goals it is {@render figure('total', 'how far it is from the ideal', cost.total)} from the ideal
  </h3>
  <table class="figures">
    <tbody>
      {#each costWords(cost) as { key, name, value } (key)}
        <tr><th scope="row">{name}</th><td>{@render figure(key, name, value)}</td></tr>
      {:else}<tr><th scope="row">Nothing could be better.</th></tr>{/each}
    </tbody>
  </table>
  <p class="quiet">
    {day.view.handsAtPeak === 1 ? 'One pair' : `${day.view.handsAtPeak} pairs`} of hands at once at most, oven on
    for {formatNumber(day.view.ovenHours, 1)} h.
    <button type="button" class="link" onclick={onanother}>Look for another</button> ·
    <button type="button" class="link" onclick={onbeside}>Others beside it</button>
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
  h2,
  h3 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  h3 {
    margin-top: 0.75rem;
    font-size: 1rem;
  }
</style>
