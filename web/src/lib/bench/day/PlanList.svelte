<script lang="ts">
  import { localTime } from '@jovet/core/time';
  import { formatNumber } from '@jovet/core/units';
  import type { PlanLine } from '../../server/database/day-plan';

  interface Props {
    plans: readonly PlanLine[];
    zone: string;
    onchoose: (n: number) => void;
  }

  /** The plans that were kept of a day, side by side. */
  let { plans, zone, onchoose }: Props = $props();
  const clock = (at: number) => `${localTime(at, zone).weekday.slice(0, 3)} ${localTime(at, zone).time}`;
</script>

{#if plans.length === 0}
  <p>No plan of this day is saved yet. Save one, plan again, and compare them here.</p>
{:else}
  <table class="figures">
    <thead>
      <tr><th>Plan</th><td>begins</td><td>hands</td><td>oven</td><td>off best</td><td>cost</td><td></td></tr>
    </thead>
    <tbody>
      {#each plans as { n, doc, cost, chosen, savedBy, savedAt } (n)}
        <tr>
          <th scope="row">{n}</th>
          <td>{clock(doc.firstHands)}</td>
          <td>{doc.handsAtPeak}</td>
          <td>{formatNumber(doc.ovenHours, 1)} h</td>
          <td>{formatNumber(doc.waits, 1)}</td>
          <td>{formatNumber(cost, 1)}</td>
          <td>
            {#if chosen}<b>open</b>
            {:else}<button
                type="button"
                class="btn preset-tonal"
                aria-label={`Open plan ${n}`}
                onclick={() => onchoose(n)}>Open</button
              >{/if}
          </td>
        </tr>
        <tr class="quiet"
          ><td colspan="7"
            >{doc.alone === undefined ? '' : `${doc.alone} by itself, `}saved by {savedBy}, {clock(
              savedAt,
            )}</td
          ></tr
        >
      {/each}
    </tbody>
  </table>
{/if}

<style>
  .quiet td {
    text-align: left;
    padding-left: 0;
    padding-bottom: 0.6rem;
    font-family: inherit;
  }
  .btn {
    min-height: 2.25rem;
  }
</style>
