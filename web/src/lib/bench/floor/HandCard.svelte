<script lang="ts">
  import { untrack } from 'svelte';
  import type { Reminder, ViewTask, Why } from '@jovet/core/plan/explain';
  import type { Actual, Event, RisingDough } from '@jovet/core/run';
  import { formatDuration, formatMass, formatNumber } from '@jovet/core/units';
  import Knuckle from '../../ui/Knuckle.svelte';
  import type { EventLog } from '../../sync/event-log.svelte';
  import { useUnits } from '../settings';
  import { upperFirst, whenWords } from './floor-words';

  interface Props {
    task: ViewTask;
    /** Which of its kind it is: `2 of 3`. */
    which: string;
    now: number;
    clock: (at: number) => string;
    /** What was noted of it so far. */
    actual: Actual | null;
    reminders: readonly Reminder[];
    why: Why | null;
    /** When it can be at the latest, by the newest forecast; epoch seconds. */
    latest: number | null;
    /** What rises after it. */
    after: RisingDough | null;
    /** °C of the dough that is wanted, where it is a mix. */
    wanted: number | null;
    log: EventLog;
    onnote: (events: Event[], words: string) => void;
  }

  /** One thing in your hands: what, for how long, until when, and the presses that say how it went. */
  let { task, which, now, clock, actual, reminders, why, latest, after, wanted, log, onnote }: Props =
    $props();
  const units = useUnits();
  const begun = $derived(actual?.end === null ? actual.start : null);
  const due = $derived(begun !== null || task.start <= now + 60);

  /** So long after it should have been over it is asked whether it was, s. */
  const LONG = 600;
  /** What a thermometer does not tell apart, K. */
  const NEAR = 0.3;
  let ago = $state(0);
  let degrees = $state(untrack(() => actual?.temperature ?? why?.water?.fdt ?? wanted ?? 25));
  let measured = $state(untrack(() => actual?.temperature !== null && actual !== null));
  let mass = $state(untrack(() => actual?.mass ?? task.note.mass ?? 0));
  let weighed = $state(false);
  let said = $state('');
  let confirmed = $state<readonly string[]>(untrack(() => actual?.confirmed ?? []));
  const gates = $derived(
    reminders.flatMap(({ kind, confirm }) => (confirm === null ? [] : [{ kind, what: confirm }])),
  );
  const later = $derived(reminders.filter(({ confirm, at }) => confirm === null && at >= task.start));

  const at = $derived(Math.floor(now) - ago * 60);
  const subject = $derived({ kind: 'task' as const, id: task.id });
  const degree = $derived(units.unit === '°F' ? 1 / 1.8 : 1);

  function begin() {
    onnote([log.say(subject, { kind: 'began' }, at)], `${task.what} begun ${clock(at)}`);
    ago = 0;
  }
  function done(minutes = ago) {
    const open = gates.filter(({ kind }) => !confirmed.includes(kind));
    if (open.length > 0) {
      said = `Nobody said that ${open.map(({ what }) => what).join(' and ')}. Press it first.`;
      return;
    }
    const over = Math.round(now - minutes * 60);
    const quantity = (of: 'temperature' | 'mass', value: number): Event['happened'] => ({
      kind: 'reading', quantity: of, of: null, value: Number(value.toFixed(3)),
    }); // prettier-ignore
    const events = [
      log.say(subject, { kind: 'ended' }, over),
      ...(task.note.kind === 'mix' && measured
        ? [log.say(subject, quantity('temperature', degrees), over)]
        : []),
      ...(weighed ? [log.say(subject, quantity('mass', mass), over)] : []),
      ...confirmed.map((gate) => log.say(subject, { kind: 'confirmed', gate }, over)),
    ];
    onnote(events, `${task.what} done ${clock(over)}`);
  }
  const notYet = () =>
    onnote(
      [log.say(subject, { kind: 'skipped' }, Math.max(Math.floor(now), task.start))],
      `${task.what}: not yet`,
    );
  const press = (kind: string) => {
    said = '';
    confirmed = confirmed.includes(kind) ? confirmed.filter((each) => each !== kind) : [...confirmed, kind];
  };
</script>

<section class="card" class:due aria-labelledby="hand-title" data-task={task.id}>
  <div class="what">
    <p class="when">{upperFirst(whenWords(task, begun, now))}</p>
    <h2 id="hand-title">{upperFirst(task.what)}</h2>
    <p class="facts">
      {which === '' ? '' : `${which} · `}{clock(task.start)}, {formatDuration(task.end - task.start)}{task
        .note.mass === null
        ? ''
        : ` · ${formatMass(task.note.mass, 'kg', 1)}`}{task.people.length > 0
        ? ` · ${task.people.join(' and ')}`
        : ''}
    </p>
    {#each task.note.says?.cautions ?? [] as caution (caution)}<p class="caution">{caution}</p>{/each}
    {#if task.note.says?.words}<p>{task.note.says.words}</p>{/if}
    {#if task.note.says?.signs}<p class="label">Look for: {task.note.says.signs}</p>{/if}
    {#if latest !== null && latest > task.start}<p>until {clock(latest)} at the latest</p>{/if}
    {#if why?.water}
      <p>
        Water <b>{units.temperature(why.water.pour)}</b>: the dough comes out at {units.temperature(
          why.water.fdt,
        )}{wanted !== null && Math.abs(why.water.fdt - wanted) >= NEAR
          ? `, and ${units.temperature(wanted)} is wanted`
          : ''}
      </p>
    {/if}
    {#each later as reminder (reminder.kind + reminder.at + reminder.what)}
      <p><b>{clock(reminder.at)}</b> {reminder.what}</p>
    {/each}
    {#if after}
      <p class="then">
        Then it rises: ready at <b>{clock(after.ready.best)}</b>{after.ready.latest > after.ready.earliest
          ? `, from ${clock(after.ready.earliest)} to ${clock(after.ready.latest)}`
          : ''}
      </p>
    {/if}
  </div>
  <div class="verbs">
    {#if gates.length > 0}
      <div class="row" role="group" aria-label="What must not be forgotten">
        {#each gates as { kind, what } (kind)}
          <button
            type="button"
            class="press"
            aria-pressed={confirmed.includes(kind)}
            onclick={() => press(kind)}>{confirmed.includes(kind) ? '✓ ' : ''}{what}</button
          >
        {/each}
      </div>
    {/if}
    {#if task.note.kind === 'mix'}
      <p class="label">How warm is the dough?</p>
      <Knuckle
        label="dough temperature"
        value={degrees}
        text={units.temperature(degrees)}
        one={degree}
        least={0}
        most={45}
        set={measured}
        onchange={(value) => ((degrees = value), (measured = true))}
      />
    {:else if task.note.kind === 'divide'}
      <p class="label">How much dough is there?</p>
      <Knuckle
        label="dough there is"
        value={mass}
        text={formatMass(mass, 'kg', 1)}
        one={1}
        least={0}
        most={2000}
        set={weighed}
        onchange={(value) => ((mass = value), (weighed = true))}
      />
    {/if}
    {#if said}<p class="said" role="alert">{said}</p>{/if}
    <button type="button" class="press filled" data-verb="done" onclick={() => done()}
      >Done, it {ago > 0 ? 'was' : 'is'}
      {clock(at)}{measured && task.note.kind === 'mix' ? `, ${units.temperature(degrees)}` : ''}</button
    >
    <div class="row">
      {#if begun === null}<button type="button" class="press" data-verb="begin" onclick={begin}>Begin</button
        >{/if}
      {#if begun === null && now > task.end + LONG}
        <button type="button" class="press" data-verb="planned" onclick={() => done((now - task.end) / 60)}
          >Done at {clock(task.end)}, as planned</button
        >
      {:else}
        <button type="button" class="press" data-verb="five" onclick={() => done(5)}>Done 5 min ago</button>
      {/if}
      <button type="button" class="press" data-verb="earlier" onclick={() => (ago += 5)}
        >Earlier{ago > 0 ? `: ${formatNumber(ago, 0)} min` : ''}</button
      >
      {#if begun === null && due}<button type="button" class="press" data-verb="not-yet" onclick={notYet}
          >Not yet</button
        >{/if}
    </div>
  </div>
</section>

<style>
  .card {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(20rem, 34rem);
    gap: 1rem 2rem;
    padding: 0.9rem 1.25rem;
    border-left: 6px solid light-dark(var(--color-surface-300), var(--color-surface-700));
    font-size: 1.25rem;
    line-height: 1.3;
  }
  .card.due {
    border-left-color: currentColor;
  }
  h2 {
    font-size: clamp(1.75rem, 3.4vw, 2.75rem);
    font-weight: 700;
    line-height: 1.1;
    margin: 0.15rem 0 0.4rem;
  }
  .when,
  .label {
    color: light-dark(var(--color-surface-700), var(--color-surface-300));
  }
  .label {
    font-size: 1.0625rem;
    margin-bottom: -0.25rem;
  }
  b {
    font-family: var(--figures);
  }
  .then {
    margin-top: 0.6rem;
  }
  .caution {
    font-weight: 700;
    padding-left: 0.7rem;
    border-left: 4px solid light-dark(#b3261e, #ff8a80);
    margin-bottom: 0.3rem;
  }
  .verbs {
    display: grid;
    gap: 0.6rem;
    align-content: start;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    gap: 0.5rem;
  }
  .row .press {
    flex: 1 1 auto;
    padding: 0 0.9rem;
    font-size: 1.125rem;
  }
  .said {
    padding-left: 0.7rem;
    border-left: 4px double currentColor;
  }
  @media (max-width: 860px) {
    .card {
      grid-template-columns: minmax(0, 1fr);
      padding: 0.5rem 0.75rem;
      font-size: 1.0625rem;
    }
  }
</style>
