<script lang="ts">
  import { untrack } from 'svelte';
  import type { Actual } from '@jovet/core/run';
  import type { Reminder, ViewTask } from '@jovet/core/plan/explain';
  import { localTime, nearestMoment, parseTimeOfDay } from '@jovet/core/time';
  import { readQuantity } from '@jovet/core/field';
  import { formatMass, formatNumber, parseMass, parseTemperature } from '@jovet/core/units';
  import Field from '../../ui/Field.svelte';
  import { useUnits } from '../settings';

  interface Props {
    task: ViewTask;
    zone: string;
    /** What hangs on it: salt, steam, a first look. */
    reminders: readonly Reminder[];
    /** What was noted of it so far. */
    actual: Actual | null;
    /** It really happened. */
    onhappened: (actual: Actual) => void;
    onleave: () => void;
  }

  /** Notes how a task really went: when, how warm, how high, how much. */
  let { task, zone, reminders, actual, onhappened, onleave }: Props = $props();
  const units = useUnits();
  const clock = (at: number) => localTime(at, zone).time;

  let noted = $state(
    untrack(() => ({
      began: clock(task.start),
      over: clock(task.end),
      degrees: typeof actual?.temperature === 'number' ? units.temperature(actual.temperature) : '',
      stands: actual?.seen ? formatNumber(actual.seen.height, 1) : '',
      seenAt: actual?.seen ? clock(actual.seen.at) : '',
      dough: typeof actual?.mass === 'number' ? formatMass(actual.mass, 'kg', 1) : '',
    })),
  );
  /** What can be noted of this task beside its times. */
  const fields = $derived<readonly { name: keyof typeof noted; label: string; unit?: string }[]>([
    { name: 'began', label: 'It began at' },
    { name: 'over', label: 'over at' },
    ...(task.note.kind === 'mix'
      ? [
          { name: 'degrees' as const, label: 'dough', unit: units.unit },
          { name: 'stands' as const, label: 'stands at', unit: 'cm' },
          { name: 'seenAt' as const, label: 'seen at' },
        ]
      : []),
    ...(task.note.kind === 'divide' ? [{ name: 'dough' as const, label: 'dough there is', unit: 'kg' }] : []),
  ]);
  const gates = $derived(
    reminders.flatMap(({ kind, confirm }) => (confirm === null ? [] : [{ kind, what: confirm }])),
  );
  let confirmed = $state<readonly string[]>(untrack(() => actual?.confirmed ?? []));
  let wrong = $state<Record<string, string>>({});
  /** A time on the clock, nearest to when it was planned. */
  function near(text: string, planned: number): number | null {
    const time = parseTimeOfDay(text);
    return time.ok ? nearestMoment(time.value, planned, zone) : null;
  }
  function happened() {
    const { began, over, degrees, stands, seenAt, dough } = noted;
    const start = near(began, task.start);
    const end = over.trim() === '' ? null : near(over, task.end);
    const celsius = degrees.trim() === '' ? null : parseTemperature(degrees, units.unit);
    const height = stands.trim() === '' ? null : readQuantity('centimetres', stands);
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
    onhappened({
      task: task.id,
      start,
      end,
      temperature: celsius?.ok ? celsius.value : null,
      seen: height?.ok && at !== null ? { at, height: height.value } : null,
      mass: mass?.ok ? mass.value : null,
      longer: actual?.longer ?? 0,
      confirmed: [...confirmed],
    });
  }
</script>

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
        class="checkbox"
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
  <button type="button" class="btn preset-tonal" onclick={onleave}>Cancel</button>
</form>

<style>
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
