import type { Instance, Out, Schedule } from '../instance/index.ts';

/** What is wrong with a plan, and where. Slots are counted from the origin of the instance. */
export type Fault =
  | { readonly kind: 'missing'; readonly task: number }
  | { readonly kind: 'bounds'; readonly task: number }
  | { readonly kind: 'window'; readonly arc: number; readonly wait: number; readonly least: number; readonly most: number }
  | { readonly kind: 'people'; readonly task: number; readonly why: 'number' | 'skill' | 'shift' | 'twice' }
  | { readonly kind: 'double'; readonly person: number; readonly slot: number; readonly tasks: readonly number[] }
  | { readonly kind: 'over'; readonly resource: number; readonly from: number; readonly to: number; readonly short: number }
  | { readonly kind: 'decks'; readonly oven: number; readonly from: number; readonly to: number; readonly short: number }
  /** Bakes of different heat are in at one time where all decks share one. */
  | { readonly kind: 'heat'; readonly slot: number; readonly tasks: readonly [number, number] }; // prettier-ignore

/**
 * Checks a plan slot by slot against its instance. It shares nothing with the planner but the instance.
 *
 * @returns every fault; none for a plan that holds
 */
export function checkSchedule(instance: Instance, schedule: Schedule): Fault[] {
  const spans = instance.tasks.map((task, index) => {
    const placed = schedule.tasks[index];
    const mode = placed && task.modes[placed.mode];
    return placed && mode ? { start: placed.start, end: placed.start + mode.slots, mode, placed } : null;
  });
  const faults: Fault[] = [];
  instance.tasks.forEach((task, index) => {
    const span = spans[index];
    if (!span) {
      faults.push({ kind: 'missing', task: index });
      return;
    }
    const { start, end, mode, placed } = span;
    const outside = start < 0 || end > instance.slots || start < task.first || start > task.last;
    if (outside || !Number.isInteger(start) || (task.due !== null && end > task.due))
      faults.push({ kind: 'bounds', task: index });
    const needed = task.skill === null ? 0 : mode.people;
    if (placed.people.length !== needed) faults.push({ kind: 'people', task: index, why: 'number' });
    if (new Set(placed.people).size !== placed.people.length)
      faults.push({ kind: 'people', task: index, why: 'twice' });
    // Who does it with help does it beside one who has it alone.
    const alone = placed.people.some(
      (each) => ((instance.people[each]?.skills ?? 0) >> (task.skill ?? 0)) & 1,
    );
    if (needed > 0 && placed.people.length > 0 && !alone)
      faults.push({ kind: 'people', task: index, why: 'skill' });
    for (const each of placed.people) {
      const person = instance.people[each];
      const able =
        person !== undefined &&
        task.skill !== null &&
        ((person.skills | person.helps) & (1 << task.skill)) !== 0;
      if (!able) faults.push({ kind: 'people', task: index, why: 'skill' });
      else if (!person.free.some(([from, to]) => from <= start && end <= to))
        faults.push({ kind: 'people', task: index, why: 'shift' });
    }
  });
  const level = levelsAfterBulk(instance, schedule, spans);
  instance.arcs.forEach((arc, index) => {
    const [before, after] = [spans[arc.from], spans[arc.to]];
    if (!before || !after) return;
    const way = arc.ways[schedule.ways[index] ?? -1];
    const own = level[arc.from] ?? 0;
    const table =
      way && instance.tables[way.tables.length > 1 ? (way.tables[own] ?? -1) : (way.tables[0] ?? -1)];
    const at = (row: readonly number[] | undefined) => (row?.length === 1 ? row[0] : row?.[before.end]) ?? -1;
    const [least, most] = [at(table?.earliest), at(table?.latest)];
    const wait = after.start - before.end;
    if (least < 0 || wait < least || wait > most)
      faults.push({ kind: 'window', arc: index, wait, least, most });
  });
  return [
    ...faults,
    ...doubled(instance, spans),
    ...over(instance, schedule, spans),
    ...decks(instance, spans),
    ...mixedHeat(instance, spans),
  ];
}

type Spans = readonly ({
  readonly start: number;
  readonly end: number;
  readonly mode: Instance['tasks'][number]['modes'][number];
  readonly placed: NonNullable<Schedule['tasks'][number]>;
} | null)[]; // prettier-ignore

/** How far the dough was at the end of its bulk, handed on to all that comes after it. */
function levelsAfterBulk(instance: Instance, schedule: Schedule, spans: Spans): number[] {
  const levels = instance.tasks.map(() => 0);
  // Waits are gone through in the order of time, so that what comes before is known.
  const ordered = [...instance.arcs.entries()].sort(
    ([, a], [, b]) => (spans[a.to]?.start ?? 0) - (spans[b.to]?.start ?? 0) || a.to - b.to,
  );
  for (let again = 0; again < 2; again += 1)
    for (const [index, arc] of ordered) {
      const [before, after] = [spans[arc.from], spans[arc.to]];
      if (!before || !after) continue;
      if (!arc.levels) {
        levels[arc.to] = Math.max(levels[arc.to] ?? 0, levels[arc.from] ?? 0);
        continue;
      }
      const table = instance.tables[arc.ways[schedule.ways[index] ?? 0]?.tables[0] ?? -1];
      const at = (row: readonly number[] | undefined) =>
        (row?.length === 1 ? row[0] : row?.[before.end]) ?? -1;
      const [least, best, most] = [at(table?.earliest), at(table?.best), at(table?.latest)];
      const wait = after.start - before.end;
      const half = wait <= best ? best - least : most - best;
      const halves = half > 0 ? Math.round((2 * (wait - best)) / half) : 0;
      levels[arc.to] = 2 + Math.min(2, Math.max(-2, halves));
    }
  return levels;
}

function doubled(instance: Instance, spans: Spans): Fault[] {
  return instance.people.flatMap((_, person): Fault[] => {
    const own = spans
      .flatMap((span, task) => (span?.placed.people.includes(person) ? [{ ...span, task }] : []))
      .sort((a, b) => a.start - b.start);
    return own.flatMap((span, index) => {
      const next = own[index + 1];
      return next && next.start < span.end
        ? [{ kind: 'double' as const, person, slot: next.start, tasks: [span.task, next.task] }]
        : [];
    });
  });
}

function over(instance: Instance, schedule: Schedule, spans: Spans): Fault[] {
  const need = instance.resources.map(() => new Float64Array(instance.slots));
  const add = (resource: number, amount: number, from: number, to: number) => {
    const row = need[resource];
    for (let slot = from; slot < to; slot += 1) if (row) row[slot] = (row[slot] ?? 0) + amount;
  };
  for (const span of spans)
    for (const { resource, amount } of span?.mode.uses ?? [])
      if (span) add(resource, amount, span.start, span.end);
  instance.arcs.forEach((arc, index) => {
    const [before, after] = [spans[arc.from], spans[arc.to]];
    if (!before || !after) return;
    for (const { resource, amount } of arc.ways[schedule.ways[index] ?? 0]?.holds ?? [])
      add(resource, amount, before.end, after.start);
  });
  return need.flatMap((row, resource) => {
    const { capacity = 0, out = [] } = instance.resources[resource] ?? {};
    return stretches(row, capacity, out).map((each) => ({ kind: 'over' as const, resource, ...each }));
  });
}

/** What goes into the ovens, and when it is in. */
interface Baked {
  readonly task: number;
  readonly oven: number;
  readonly profile: number;
  readonly fill: number;
  readonly start: number;
  readonly end: number;
}

const bakedIn = (spans: Spans): Baked[] =>
  spans.flatMap((span, task) => {
    const load = span?.mode.load;
    return load
      ? [{ ...load, task, start: Math.max(0, span.start - load.before), end: span.start + load.slots }]
      : [];
  });

function decks(instance: Instance, spans: Spans): Fault[] {
  const baked = bakedIn(spans);
  return instance.ovens.flatMap((oven, which) => {
    const loads = new Map<string, { fills: number[]; start: number; end: number }>();
    for (const { oven: own, profile, fill, start, end } of baked) {
      if (own !== which) continue;
      const key = `${profile} ${start} ${end}`;
      const known = loads.get(key);
      if (known) known.fills.push(fill);
      else loads.set(key, { fills: [fill], start, end });
    }
    const need = new Float64Array(instance.slots);
    for (const { fills, start, end } of loads.values())
      for (let slot = start; slot < Math.min(end, instance.slots); slot += 1)
        need[slot] = (need[slot] ?? 0) + decksFor(fills);
    return stretches(need, oven.decks, oven.out).map((each) => ({ kind: 'decks' as const, oven: which, ...each }));
  });
} // prettier-ignore

/** Decks of a load. Rows over the width cannot be cut: the deepest first, each on the first deck that has room behind others. */
function decksFor(fills: readonly number[]): number {
  const rows = fills.map((fill) => fill % 1000).filter((rest) => rest > 0);
  const used: number[] = [];
  for (const row of rows.toSorted((a, b) => b - a)) {
    const deck = used.findIndex((depth) => depth + row <= 1000);
    if (deck < 0) used.push(row);
    else used[deck] = (used[deck] ?? 0) + row;
  }
  return fills.reduce((sum, fill) => sum + Math.floor(fill / 1000), 0) + used.length;
}

function mixedHeat({ ovens }: Instance, spans: Spans): Fault[] {
  const loads = bakedIn(spans)
    .filter(({ oven }) => ovens[oven]?.oneHeat)
    .sort((a, b) => a.start - b.start);
  return loads.flatMap((one, index) =>
    loads
      .slice(index + 1)
      .filter(({ oven, start, profile }) => oven === one.oven && start < one.end && profile !== one.profile)
      .map((other) => ({ kind: 'heat' as const, slot: other.start, tasks: [one.task, other.task] as const })),
  );
}

/** Stretches in which more is needed than there is and is not out of order, and how much is short at most. */
function stretches(
  need: Float64Array,
  there: number,
  out: readonly Out[],
): { from: number; to: number; short: number }[] {
  const found: { from: number; to: number; short: number }[] = [];
  need.forEach((amount, slot) => {
    if (amount === 0) return;
    const missing = out.reduce((sum, [from, to, less]) => sum + (from <= slot && slot < to ? less : 0), 0);
    const short = amount - Math.max(0, there - missing);
    if (short <= 1e-9) return;
    const last = found.at(-1);
    if (last && last.to === slot) {
      last.to = slot + 1;
      last.short = Math.max(last.short, short);
    } else found.push({ from: slot, to: slot + 1, short });
  });
  return found;
}
