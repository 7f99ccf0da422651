<script lang="ts">
  import type { Actual } from '@jovet/core/run';
  import type { Reminder, ViewTask, Why } from '@jovet/core/plan/explain';
  import { addDays, localTime, parseTimeOfDay, resolveLocal } from '@jovet/core/time';
  import {
    formatDuration,
    formatMass,
    formatNumber,
    parseMass,
    parseNumber,
    parseTemperature,
  } from '@jovet/core/units';
  import Field from '../../ui/Field.svelte';
  import { useReading } from '../settings';

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
  const reading = useReading();
  const clock = (at: number) => localTime(at, zone).time;
  const place = $derived(task.window);
  const off = $derived(place ? (task.start - place.best) / 60 : 0);

  let noting = $state(false);
  const BLANK = { began: '', over: '', degrees: '', stands: '', seenAt: '', dough: '' };
  let noted = $state({ ...BLANK });
  /** What can be noted of this task beside its times. */
  const fields = $derived<readonly { name: keyof typeof BLANK; label: string; unit?: string }[]>([
    { name: 'began', label: 'It began at' },
    { name: 'over', label: 'over at' },
    ...(task.note.kind === 'mix'
      ? [
          { name: 'degrees' as const, label: 'dough', unit: reading.unit },
          { name: 'stands' as const, label: 'stands at', unit: 'cm' },
          { name: 'seenAt' as const, label: 'seen at' },
        ]
      : []),
    ...(task.note.kind === 'divide' ? [{ name: 'dough' as const, label: 'dough there is', unit: 'kg' }] : []),
  ]);
  let confirmed = $state<readonly string[]>([]);
  const gates = $derived(
    reminders.flatMap(({ kind, confirm }) => (confirm === null ? [] : [{ kind, what: confirm }])),
  );
  let wrong = $state<Record<string, string>>({});
  function note() {
    noted = {
      began: clock(task.start),
      over: clock(task.end),
      degrees: typeof actual?.temperature === 'number' ? reading.temperature(actual.temperature) : '',
      stands: actual?.seen ? formatNumber(actual.seen.height, 1) : '',
      seenAt: actual?.seen ? clock(actual.seen.at) : '',
      dough: typeof actual?.mass === 'number' ? formatMass(actual.mass, 'kg', 1) : '',
    };
    confirmed = actual ? gates.map(({ kind }) => kind) : [];
    wrong = {};
    noting = true;
  }
  /** A time on the clock, nearest to when it was planned. */
  function near(text: string, planned: number): number | null {
    const time = parseTimeOfDay(text);
    if (!time.ok) return null;
    const found = [-1, 0, 1].flatMap((days) => {
      const at = resolveLocal(addDays(localTime(planned, zone).date, days), time.value, zone);
      return at.ok ? [at.value] : [];
    });
    return found.sort((a, b) => Math.abs(a - planned) - Math.abs(b - planned))[0] ?? null;
  }
  function happened() {
    const { began, over, degrees, stands, seenAt, dough } = noted;
    const start = near(began, task.start);
    const end = over.trim() === '' ? null : near(over, task.end);
    const celsius = degrees.trim() === '' ? null : parseTemperature(degrees, reading.unit);
    const height = stands.trim() === '' ? null : parseNumber(stands.replace(/\s*cm$/, ''));
    const at = seenAt.trim() === '' ? null : near(seenAt, (end ?? task.end) + 3600);
    const mass = dough.trim() === '' ? null : parseMass(dough, 'kg');
    const found: Record<string, string> = {};
    const words = (read: { problems: readonly { problem: string; remedy: string }[] }) =>
      read.problems.map(({ problem, remedy }) => `${problem} ${remedy}`).join(' ');
    if (start === null)
      found['began'] = `“${began}” is not a time of day. Type hours and minutes, such as 04:10.`;
    if (over.trim() !== '' && end === null)
      found['over'] = `“${over}” is not a time of day. Type hours and minutes, or leave it empty.`;
    else if (start !== null && end !== null && end < start)
      found['over'] = 'This is before it began. Type a later time.';
    if (celsius && !celsius.ok) found['degrees'] = words(celsius);
    if (mass && !mass.ok) found['dough'] = words(mass);
    if (height && !height.ok) found['stands'] = words(height);
    else if (height && (height.value <= 0 || end === null))
      found['stands'] =
        'A height is measured after the mix is over. Type when it was over, and a height in cm.';
    if (height && at === null)
      found['seenAt'] = `“${seenAt}” is not a time of day. Type when it was measured, such as 04:10.`;
    else if (height && at !== null && end !== null && at <= end)
      found['seenAt'] = 'This is before the mix was over. Type a later time.';
    const open = gates.filter(({ kind }) => !confirmed.includes(kind));
    if (end !== null && open.length > 0)
      found['gates'] =
        `Nobody said that ${open.map(({ what }) => what).join(' and ')}. Tick it, or leave “over at” empty.`;
    wrong = found;
    if (Object.keys(found).length > 0 || start === null) return;
    noting = false;
    onhappened({
      task: task.id,
      start,
      end,
      temperature: celsius?.ok ? celsius.value : null,
      seen: height?.ok && at !== null ? { at, height: height.value } : null,
      mass: mass?.ok ? mass.value : null,
      longer: actual?.longer ?? 0,
    });
  }
</script>

<section aria-labelledby="why-title">
  <h2 id="why-title">{task.what.charAt(0).toUpperCase() + task.what.slice(1)}</h2>
  <p class="when">
    <b>{clock(task.start)}</b> to {clock(task.end)}, {formatDuration(task.end - task.start)}{task.people
      .length > 0
      ? `, ${task.people.join(' and ')}`
      : ''}{task.note.mass === null ? '' : ` · ${formatMass(task.note.mass, 'kg', 1)}`}
  </p>
  {#if noting}
    <form
      onsubmit={(event) => {
        event.preventDefault();
        happened();
      }}
    >
      {#each fields as { name, label, unit } (name)}
        <Field
          {label}
          {name}
          {unit}
          value={noted[name]}
          problem={wrong[name]}
          oninput={(value) => (noted[name] = value)}
        />
      {/each}
      {#each gates as { kind, what } (kind)}
        <label class="gate">
          <input
            type="checkbox"
            checked={confirmed.includes(kind)}
            onchange={({ currentTarget }) =>
              (confirmed = currentTarget.checked
                ? [...confirmed, kind]
                : confirmed.filter((each) => each !== kind))}
          />
          {what}
        </label>
      {/each}
      {#if wrong['gates']}<p class="wrong" role="alert">{wrong['gates']}</p>{/if}
      <button type="submit" class="btn preset-filled">Plan the rest from here</button>
      <button type="button" class="btn preset-tonal" onclick={() => (noting = false)}>Leave it</button>
    </form>
  {:else}
    <p class="pin">
      <button type="button" class="btn preset-tonal" onclick={note}
        >{task.note.done ? 'Note more' : 'It happened'}</button
      >
      {#if task.note.done}<span class="quiet">This happened already.</span>
      {:else}
        {#if task.pinned}
          <button type="button" class="btn preset-tonal" onclick={onunpin}
            >Let go of {clock(task.start)}</button
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
      Earliest {clock(place.earliest)}, best {clock(place.best)}, latest {clock(place.latest)}:
      {Math.abs(off) < 1
        ? 'it is at its best.'
        : `${formatNumber(Math.abs(off), 0)} min ${off < 0 ? 'before' : 'after'} its best.`}
    </p>
  {/if}
  {#each why?.waits ?? [] as sentence (sentence)}<p>{sentence}</p>{/each}
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
  .gate {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 2.5rem;
  }
  .wrong {
    flex: 1 1 100%;
    color: light-dark(var(--color-error-700), var(--color-error-300));
  }
  .pin {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
    margin-top: 0.4rem;
  }
  form {
    display: flex;
    flex-wrap: wrap;
    align-items: end;
    gap: 0.5rem;
    margin: 0.5rem 0;
  }
  form :global(.field) {
    width: 7rem;
  }
  .btn {
    min-height: 2.5rem;
  }
</style>
