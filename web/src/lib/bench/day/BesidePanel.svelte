<script lang="ts">
  import type { PlannedDay } from '@jovet/core/plan/explain';
  import { leansMore, type Leaning } from '@jovet/core/plan';
  import { localTime } from '@jovet/core/time';
  import { formatDuration, formatNumber } from '@jovet/core/units';
  import { moneyOf, paidIn } from './day-words';

  interface Props {
    now: PlannedDay;
    beside: readonly { readonly leaning: Leaning; readonly day: PlannedDay }[];
    /** Others are still being planned. */
    looking: boolean;
    zone: string;
    /** One of them is shown in the picture; null: the plan that stands. */
    shown: Leaning | null;
    onlook: (leaning: Leaning | null) => void;
    onrather: (leaning: Leaning) => void;
  }

  /** Plans of one day that differ for a reason, beside each other. */
  let { now, beside, looking, zone, shown, onlook, onrather }: Props = $props();
  const NAMES: Readonly<Record<Leaning, string>> = {
    late: 'Latest start',
    oven: 'Least oven',
    bread: 'Best bread',
  };
  const NONE: Readonly<Record<Leaning, string>> = {
    late: 'begins later',
    oven: 'takes less of the oven',
    bread: 'has its doughs nearer to their best',
  };
  const better = $derived(beside.filter(({ leaning, day }) => leansMore(leaning, day, now)));
  const none = $derived(beside.filter((each) => !better.includes(each)).map(({ leaning }) => NONE[leaning]));
  const plans = $derived([{ leaning: null, day: now }, ...better]);
  const clock = (at: number) => {
    const { time, weekday } = localTime(at, zone);
    return `${weekday.slice(0, 3)} ${time}`;
  };
  const ROWS: readonly { name: string; of: (day: PlannedDay) => string }[] = [
    { name: 'first hands', of: ({ view }) => clock(view.firstHands) },
    { name: 'work at night', of: ({ sums }) => (sums ? formatDuration(sums.asleep) : '') },
    { name: 'oven on', of: ({ view }) => `${formatNumber(view.ovenHours, 1)} h` },
    { name: 'energy', of: ({ sums }) => (sums ? `${formatNumber(sums.energy, 0)} kWh` : '') },
    { name: 'doughs from their best', of: ({ sums }) => formatDuration(sums?.away ?? 0) },
    { name: 'work and energy', of: ({ sums }) => (sums ? moneyOf(sums)(paidIn(sums)) : '') },
  ];
</script>

<table>
  <thead>
    <tr>
      <td></td>
      {#each plans as { leaning } (leaning)}
        <th scope="col">{leaning === null ? 'This plan' : NAMES[leaning]}</th>
      {/each}
    </tr>
  </thead>
  <tbody>
    {#each ROWS as { name, of } (name)}
      <tr>
        <th scope="row">{name}</th>
        {#each plans as { leaning, day } (leaning)}<td>{of(day)}</td>{/each}
      </tr>
    {/each}
    <tr>
      <td></td>
      {#each plans as { leaning } (leaning)}
        <td>
          <button type="button" class="link" aria-pressed={shown === leaning} onclick={() => onlook(leaning)}
            >Look</button
          >
          {#if leaning !== null}<button type="button" class="link" onclick={() => onrather(leaning)}
              >Rather this</button
            >{/if}
        </td>
      {/each}
    </tr>
  </tbody>
</table>
{#if none.length > 0}<p>No plan was found that {none.join(', or ')}.</p>{/if}
{#if looking}<p class="quiet" role="status">Planning the others…</p>{/if}
{#if better.length > 0}<p class="quiet">
    Each is planned for one thing more than for all else. <b>Rather this</b> takes it, and draws the goals half
    of the way to it: later plans are made by them.
  </p>{/if}

<style>
  table {
    width: 100%;
    margin-bottom: 0.75rem;
    font-size: 0.875rem;
  }
  th {
    font-weight: 600;
    text-align: right;
  }
  th[scope='row'] {
    font-weight: 400;
    text-align: left;
  }
  td,
  th {
    padding: 0.3rem 0 0.3rem 0.4rem;
    vertical-align: top;
  }
  td {
    font-family: var(--figures);
    font-size: 0.8125rem;
    text-align: right;
    white-space: nowrap;
  }
  td:has(.link) {
    font-family: inherit;
  }
  td .link {
    display: block;
    min-height: 2rem;
    margin-left: auto;
    font-family: inherit;
    font-size: 0.875rem;
    text-align: right;
  }
  td .link[aria-pressed='true'] {
    font-weight: 700;
    text-decoration: none;
  }
</style>
