<script lang="ts">
  import type { ViewTask, Why } from '@jovet/core/day';
  import { localTime } from '@jovet/core/time';
  import { formatDuration, formatMass, formatNumber } from '@jovet/core/units';

  interface Props {
    task: ViewTask;
    why: Why | null;
    zone: string;
    onpin: (at: number) => void;
    onunpin: () => void;
  }

  /** Why a task stands where it does: what binds it, and what each little move would break or cost. */
  let { task, why, zone, onpin, onunpin }: Props = $props();
  const clock = (at: number) => localTime(at, zone).time;
  const place = $derived(task.window);
  const off = $derived(place ? (task.start - place.best) / 60 : 0);
</script>

<section aria-labelledby="why-title">
  <h2 id="why-title">{task.what.charAt(0).toUpperCase() + task.what.slice(1)}</h2>
  <p class="when">
    <b>{clock(task.start)}</b> to {clock(task.end)}, {formatDuration(task.end - task.start)}{task.people
      .length > 0
      ? `, ${task.people.join(' and ')}`
      : ''}{task.note.mass === null ? '' : ` · ${formatMass(task.note.mass, 'kg', 1)}`}
  </p>
  {#if place}
    <p>
      Earliest {clock(place.earliest)}, best {clock(place.best)}, latest {clock(place.latest)}:
      {Math.abs(off) < 1
        ? 'it is at its best.'
        : `${formatNumber(Math.abs(off), 0)} min ${off < 0 ? 'before' : 'after'} its best.`}
    </p>
  {/if}
  {#each why?.waits ?? [] as sentence (sentence)}<p>{sentence}</p>{/each}
  {#if why}
    <table>
      <caption class="quiet">If it alone were moved</caption>
      <tbody>
        {#each why.moves as { minutes, breaks, cost } (minutes)}
          <tr>
            <th scope="row">{minutes > 0 ? `${minutes} min later` : `${-minutes} min earlier`}</th>
            <td>
              {#if breaks.length > 0}{breaks.join(' ')}
              {:else if Math.abs(cost) < 0.05}Nothing would change.
              {:else}It would hold, and cost {formatNumber(Math.abs(cost), 1)}
                {cost > 0 ? 'more' : 'less'}.{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
  <p class="pin">
    {#if task.pinned}
      <button type="button" class="btn preset-tonal" onclick={onunpin}>Let go of {clock(task.start)}</button>
    {:else}
      <button type="button" class="btn preset-tonal" onclick={() => onpin(task.start)}
        >Hold at {clock(task.start)}</button
      >
    {/if}
    <button type="button" class="btn preset-tonal" onclick={() => onpin(task.start - 1800)}
      >30 min earlier</button
    >
    <button type="button" class="btn preset-tonal" onclick={() => onpin(task.start + 1800)}
      >30 min later</button
    >
  </p>
</section>

<style>
  h2 {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  .when {
    font-size: 1.0625rem;
  }
  p {
    margin-bottom: 0.2rem;
  }
  table {
    width: 100%;
    margin: 0.4rem 0;
    font-size: 0.875rem;
    line-height: 1.3;
  }
  caption {
    text-align: left;
  }
  th {
    font-weight: 400;
    text-align: left;
    white-space: nowrap;
    padding: 0.15rem 0.8rem 0.15rem 0;
    vertical-align: top;
  }
  td {
    padding: 0.15rem 0;
  }
  .pin {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
    margin-top: 0.4rem;
  }
  .btn {
    min-height: 2.5rem;
  }
</style>
