<script lang="ts">
  import type { Actual } from '@jovet/core/run';
  import type { Reminder, ViewTask, Why } from '@jovet/core/plan/explain';
  import { localTime } from '@jovet/core/time';
  import { formatDuration, formatMass, formatNumber } from '@jovet/core/units';
  import { formatQuantity } from '@jovet/core/working';
  import Figure from '../Figure.svelte';
  import { useUnits } from '../settings';
  import TaskNote from './TaskNote.svelte';

  interface Props {
    task: ViewTask;
    why: Why | null;
    zone: string;
    /** What hangs on it: salt, steam, a first look. */
    reminders: readonly Reminder[];
    /** What was noted of it so far. */
    actual: Actual | null;
    /** It is to be held so many seconds later than it is held, or planned. */
    onnudge: (by: number) => void;
    onunpin: () => void;
    /** It really happened. */
    onhappened: (actual: Actual) => void;
  }

  /** Why a task stands where it does: what binds it, and what each little move would break or cost. */
  let { task, why, zone, reminders, actual, onnudge, onunpin, onhappened }: Props = $props();
  const units = useUnits();
  const clock = (at: number) => localTime(at, zone).time;
  const place = $derived(task.window);
  const off = $derived(place ? (task.start - place.best) / 60 : 0);

  const [filled, ready] = $derived([why?.workings[`filled.${task.id}`], why?.workings[`ready.${task.id}`]]);

  let noting = $state(false);
</script>

{#snippet opening(label: string, key: string, text: string)}{#if why?.workings[key]}<Figure
      of={key}
      {label}
      {text}
    />{:else}{text}{/if}{/snippet}
{#snippet time(label: string, which: string, at: number)}{@render opening(
    label,
    `task.${task.id}${which}`,
    clock(at),
  )}{/snippet}

<section aria-labelledby="why-title">
  <h2 id="why-title">{task.what.charAt(0).toUpperCase() + task.what.slice(1)}</h2>
  <p class="when">
    <b>{@render time('begins', '', task.start)}</b> to {clock(task.end)}, {formatDuration(
      task.end - task.start,
    )}{task.people.length > 0 ? `, ${task.people.join(' and ')}` : ''}{task.note.mass === null ? '' : ' · '}
    {#if task.note.mass !== null}{@render opening(
        'mass',
        `mass.${task.id}`,
        formatMass(task.note.mass, 'kg', 1),
      )}{/if}
  </p>
  {#if filled && ready}
    <p>
      Stands at {@render opening('height as it is mixed', `filled.${task.id}`, formatQuantity(filled.result))} in
      its tub, ready at {@render opening(
        'height when it is ready',
        `ready.${task.id}`,
        formatQuantity(ready.result),
      )}.
    </p>
  {/if}
  {#if noting}
    {#key task.id}
      <TaskNote
        {task}
        {zone}
        {reminders}
        {actual}
        onhappened={(happened) => ((noting = false), onhappened(happened))}
        onleave={() => (noting = false)}
      />
    {/key}
  {:else}
    <p class="pin">
      <button type="button" class="btn preset-tonal" onclick={() => (noting = true)}
        >{task.note.done ? 'Note more' : 'It happened'}</button
      >
      {#if task.note.done}<span class="quiet">This happened already.</span>
      {:else}
        {#if task.pinned}
          <button type="button" class="btn preset-tonal" onclick={onunpin}
            >Stop holding {clock(task.start)}</button
          >
        {:else}
          <button type="button" class="btn preset-tonal" onclick={() => onnudge(0)}
            >Hold at {clock(task.start)}</button
          >
        {/if}
        <button type="button" class="btn preset-tonal" onclick={() => onnudge(-1800)}>30 min earlier</button>
        <button type="button" class="btn preset-tonal" onclick={() => onnudge(1800)}>30 min later</button>
      {/if}
    </p>
  {/if}
  {#if place}
    <p>
      Earliest {@render time('earliest', '.earliest', place.earliest)}, best {@render time(
        'best',
        '.best',
        place.best,
      )}, latest {@render time('latest', '.latest', place.latest)}:
      {Math.abs(off) < 1
        ? 'it is at its best.'
        : `${formatNumber(Math.abs(off), 0)} min ${off < 0 ? 'before' : 'after'} its best.`}
    </p>
  {/if}
  {#each why?.waits ?? [] as sentence (sentence)}<p>{sentence}</p>{/each}
  {#if why?.water && !task.note.done}
    {@const { pour, fdt, mixes } = why.water}
    <p>
      Water at <Figure of="water.pour" label="water temperature" text={units.temperature(pour)} />: the dough
      comes out at <Figure of="water.fdt" label="dough temperature" text={units.temperature(fdt)} />, friction <Figure
        of="mix.friction"
        label="friction"
        text={mixes === 0 ? 'by its default' : `learned from ${mixes} ${mixes === 1 ? 'mix' : 'mixes'}`}
      />.
    </p>
  {/if}
  {#if reminders.length > 0 && !task.note.done}
    <ul class="reminders">
      {#each reminders as reminder (reminder.kind + reminder.at + reminder.what)}
        <li>
          <b>{clock(reminder.at)}</b>
          {reminder.what}{reminder.who === null
            ? ', nobody is free'
            : task.people.includes(reminder.who)
              ? ''
              : `, ${reminder.who}`}
        </li>
      {/each}
    </ul>
  {/if}
  {#if why && !task.note.done}
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
  .reminders {
    margin: 0.4rem 0;
    font-size: 0.875rem;
  }
  .reminders b {
    font-family: var(--figures);
    font-weight: 600;
  }
  .pin {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    margin-top: 0.4rem;
  }
  .btn {
    min-height: 2.5rem;
  }
</style>
