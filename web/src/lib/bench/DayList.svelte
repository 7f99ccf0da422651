<script lang="ts">
  import { onMount } from 'svelte';
  import { formatDate, localTime } from '@jovet/core/time';
  import { formatMass } from '@jovet/core/units';
  import CopyTable from './CopyTable.svelte';
  import type { DayLine } from '../server/database/bake-day';

  /** The saved days, the latest first; more are fetched as they are asked for. */
  let { zone, current, onopen }: { zone: string; current: string; onopen: (date: string) => void } = $props();

  let all = $state.raw<readonly DayLine[]>([]);
  let phase = $state<'fetching' | 'more' | 'ended' | 'failed'>('fetching');
  const PAGE = 50;

  async function fetchMore() {
    phase = 'fetching';
    const last = all.at(-1);
    try {
      const response = await fetch(`/api/v1/days${last ? `?before=${last.date}` : ''}`);
      const next: readonly DayLine[] = (await response.json()).days;
      all = [...all, ...next];
      phase = next.length < PAGE ? 'ended' : 'more';
    } catch {
      phase = 'failed';
    }
  }
  onMount(fetchMore);
  const line = ({ date, doc }: DayLine) => [
    date,
    doc.formula,
    String(doc.pieces),
    formatMass(doc.dough, 'kg', 1),
    localTime(doc.firstHands, zone).time,
    localTime(doc.dispatch, zone).time,
  ];
  const table = () => [['day', 'formula', 'pieces', 'dough', 'first hands', 'van'], ...all.map(line)];
</script>

{#if all.length === 0 && phase === 'ended'}
  <p>No day is saved yet. Plan one and press Save.</p>
{:else}
  <ul>
    {#each all as day (day.date)}
      {@const [, formula, pieces, dough, firstHands, van] = line(day)}
      <li>
        <button
          type="button"
          aria-current={day.date === current ? 'date' : undefined}
          onclick={() => onopen(day.date)}
        >
          <b>{formatDate(day.date)} {day.date.slice(0, 4)}</b>
          <span>{pieces} pieces of {formula}, {dough}; {firstHands} to {van}</span>
        </button>
      </li>
    {/each}
  </ul>
  <p class="foot">
    {#if phase === 'fetching'}<span role="status">Fetching…</span>{/if}
    {#if phase === 'more'}<button type="button" onclick={fetchMore}>Show earlier days</button>{/if}
    {#if phase === 'failed'}
      <span role="alert">The days could not be fetched.</span>
      <button type="button" onclick={fetchMore}>Try again</button>
    {/if}
    {#if all.length > 0}<CopyTable {table} />{/if}
  </p>
{/if}

<style>
  li button {
    display: block;
    width: 100%;
    text-align: left;
    padding: 0.5rem 0.6rem;
    cursor: pointer;
    border-radius: var(--radius-base);
  }
  li button:hover,
  li button[aria-current] {
    background: light-dark(var(--color-surface-100), var(--color-surface-800));
  }
  span {
    display: block;
    font-size: 0.875rem;
  }
  .foot {
    display: flex;
    gap: 1.25rem;
    margin-top: 0.75rem;
  }
  .foot button {
    cursor: pointer;
    text-decoration: underline;
    text-underline-offset: 0.2em;
  }
</style>
