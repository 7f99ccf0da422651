<script lang="ts">
  import { formatDate, localTime } from '@jovet/core/time';
  import { ask } from '../sync/ask';
  import type { Done } from './crew';

  /** Who did what, the newest first. */
  let { done, zone }: { done: readonly Done[]; zone: string } = $props();
  let older = $state.raw<readonly Done[]>([]);
  let ended = $state(false);
  const all = $derived([...done, ...older]);
  const when = (at: number) => {
    const { date, time } = localTime(at, zone);
    return `${formatDate(date)} ${time}`;
  };
  const onWhat = ({ on }: Done) =>
    Object.entries(on)
      .filter(([key]) => key !== 'address' && key !== 'place')
      .map(([, value]) => String(value))
      .filter((text) => !/^[0-9a-f-]{36}$/.test(text))
      .join(', ');

  async function more() {
    const answer = await ask('GET /audit', { query: { before: all.at(-1)?.id } });
    if (answer.kind !== 'done') return;
    older = [...older, ...answer.value.done];
    ended = answer.value.done.length === 0;
  }
</script>

<section aria-label="Who did what">
  <h2>Who did what</h2>
  {#if all.length === 0}<p>Nothing was changed yet.</p>{/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (what scrolls is scrolled by keys) -->
  <div class="rows" tabindex="0" role="region" aria-label="List of who did what">
    {#each all as each (each.id)}
      <p>
        <time>{when(each.at)}</time>
        <strong>{each.who}</strong>
        <span>{each.what}{onWhat(each) ? `: ${onWhat(each)}` : ''}</span>
        <span class="quiet">{each.device ?? ''}</span>
      </p>
    {/each}
  </div>
  <p class="foot">
    {#if all.length > 0 && !ended}<button type="button" class="btn preset-tonal" onclick={more}>Older</button
      >{/if}
    <a class="btn preset-tonal" href="/api/v1/audit/table" download="who-did-what.csv">Hand out as a table</a>
  </p>
</section>

<!-- prettier-ignore -->

<style>
  .rows {
    max-width: 70rem;
    max-height: 22rem;
    overflow-y: auto;
  }
  .rows p {
    display: grid;
    grid-template-columns: 15.5rem 10rem minmax(0, 1fr) auto;
    gap: 0 1rem;
    padding-block: 0.25rem;
    border-bottom: 1px solid light-dark(var(--color-surface-200), var(--color-surface-800));
  }
  time {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  .quiet {
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .foot {
    display: flex;
    gap: 0.6rem;
    margin-top: 0.6rem;
  }
  @media (max-width: 640px) {
    .rows p {
      grid-template-columns: auto 1fr;
    }
  }
</style>
