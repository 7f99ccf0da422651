import type { Followed, Moment } from '../checker/index.ts';
import {
  endOf,
  idleSlots,
  deckKey,
  decksTaken,
  loadOf,
  type Cost,
  type Out,
  type Schedule,
} from '../instance/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import { heatingsOf, type Heating } from './heating.ts';
import { toldTasks, type ToldTask } from './tasks.ts';
import { waitsOf } from './waits.ts';
import { shownUnit } from './words.ts';

/** A task as the picture of a day shows it. */
export interface ViewTask extends ToldTask {
  /** Row of the picture: that of its dough. */
  readonly row: number;
  /** When it could be after what comes before it: epoch seconds; null where nothing waits for it. */
  readonly window: { readonly earliest: number; readonly best: number; readonly latest: number } | null;
  readonly pinned: boolean;
}

/** A dough as ribbons: pre-ferments, then each batch whole and parted. */
export interface ViewRow {
  readonly key: string;
  readonly name: string;
  readonly ribbons: readonly ViewRibbon[];
}

export interface ViewRibbon {
  readonly batch: number | null;
  /** Which strand of how many; 0 of 1 before the dough is parted. */
  readonly strand: number;
  readonly strands: number;
  readonly points: readonly { readonly at: number; readonly litres: number; readonly temperature: number }[];
}

/** What is scarce, slot by slot. */
export interface ViewStrip {
  readonly name: string;
  /** Which oven it is, where it is one; plans of before there were several call theirs decks. */
  readonly oven?: number;
  readonly unit: string;
  readonly used: readonly number[];
  readonly there: readonly number[];
}

/** A planned day as a picture needs it. */
export interface DayView {
  readonly origin: number;
  readonly slots: number;
  readonly rows: readonly ViewRow[];
  readonly tasks: readonly ViewTask[];
  readonly strips: readonly ViewStrip[];
  /** When the oven heats up before it is loaded, epoch seconds. */
  readonly heating: readonly Heating[];
  readonly cost: Cost | null;
  /** Epoch seconds of the first hands and the last van. */
  readonly firstHands: number;
  readonly lastDrop: number;
  readonly handsAtPeak: number;
  /** Hours that the oven is on: a gap longer than heating up does not count. */
  readonly ovenHours: number;
}

/** Litres of a kilogram of dough before it has risen. */
const LITRES = 1 / 1.1;
/** Points of a ribbon are kept this far apart at least, s. */
const APART = 900;

/** A plan as a picture needs it. */
export function viewOf(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  cost: Cost | null,
  followed: Followed,
): DayView {
  const { instance, models, notes } = network;
  const pinned = new Set(input.pins.map(({ task }) => task));
  const waits = waitsOf(instance, schedule);
  const rowOf = new Map(models.map(({ key }, index) => [key, index]));
  const tasks = toldTasks(input, network, schedule).map((task) => ({
    ...task,
    row: rowOf.get(notes[task.index]?.dough ?? '') ?? 0,
    window: waits[task.index]?.window ?? null,
    pinned: pinned.has(task.id),
  }));
  const rows = models.map((model): ViewRow => {
    const ribbons: ViewRibbon[] = model.preferments.flatMap(({ task }) => {
      const course = followed.preferments.find((each) => each.task === task)?.course ?? [];
      return ribbon(course, (notes[task]?.mass ?? 1) * LITRES, null, 0, 1);
    });
    for (const batch of model.batches) {
      const course = followed.batches.find((each) => each.dough === model.key && each.batch === batch.n);
      if (!course) continue;
      const own = [batch.n, model.batches.length] as const;
      ribbons.push(...ribbon(course.whole, batch.dough * LITRES, own[0], 0, 1));
      course.strands.forEach((points, index) => {
        const strand = batch.strands[index];
        if (strand)
          ribbons.push(...ribbon(points, strand.pieces * strand.mass * LITRES, own[0], index, course.strands.length));
      });
    }
    return { key: model.key, name: model.name, ribbons };
  });
  const { strips, baking: decks } = stripsOf(network, schedule);
  const [hands] = strips;
  const baking = decks.reduce((sum, used) => sum + used.filter((each) => each > 0).length, 0);
  return {
    origin: instance.origin, slots: instance.slots, rows, tasks, strips, heating: heatingsOf(instance, schedule), cost,
    firstHands: tasks[0]?.start ?? instance.origin,
    lastDrop: Math.max(...network.doughs.flatMap(({ batches }) => batches.flatMap(({ lots }) => lots.map(({ drop }) => drop)))),
    handsAtPeak: Math.max(0, ...(hands?.used ?? [])),
    ovenHours: (baking + idleSlots(instance, schedule)) / 12,
  };
} // prettier-ignore

function ribbon(
  course: readonly Moment[],
  litres: number,
  batch: number | null,
  strand: number,
  strands: number,
): ViewRibbon[] {
  const points: { at: number; litres: number; temperature: number }[] = [];
  course.forEach(({ at, rise, temperature }, index) => {
    const before = points.at(-1);
    const turns = Math.abs((course[index - 1]?.rise ?? rise) - rise) > 0.03 || index === course.length - 1;
    if (before && at - before.at < APART && !turns) return;
    points.push({ at, litres: litres * (1 + Math.max(0, rise)), temperature });
  });
  return points.length > 1 ? [{ batch, strand, strands, points }] : [];
}

/** Hands, mixers, the cold, the box and decks: what is used and what is there, slot by slot. */
function stripsOf({ instance }: Network, schedule: Schedule): { strips: ViewStrip[]; baking: number[][] } {
  const row = () => new Array<number>(instance.slots).fill(0);
  const fill = (into: number[], from: number, to: number, amount: number) => {
    for (let slot = Math.max(0, from); slot < Math.min(to, instance.slots); slot += 1)
      into[slot] = (into[slot] ?? 0) + amount;
  };
  const hands = { name: 'hands', unit: '', used: row(), there: row() };
  const used = instance.resources.map(row);
  const loads = new Map<string, { oven: number; fill: number; start: number; end: number }>();
  const there = (capacity: number, out: readonly Out[]) => {
    const all = row().map(() => capacity);
    for (const [from, to, amount] of out) fill(all, from, to, -amount);
    return all.map((each) => Math.max(0, each));
  };
  for (const { free } of instance.people) for (const [from, to] of free) fill(hands.there, from, to, 1);
  instance.tasks.forEach((task, index) => {
    const placed = schedule.tasks[index];
    if (!placed) return;
    const end = endOf(instance, index, placed);
    fill(hands.used, placed.start, end, placed.people.length);
    for (const { resource, amount } of task.modes[placed.mode]?.uses ?? [])
      fill(used[resource] ?? [], placed.start, end, amount);
    const load = loadOf(instance, index, placed);
    if (!load) return;
    const key = `${load.oven} ${placed.start} ${deckKey(load)}`;
    const [taken, to] = decksTaken(load, placed.start);
    const from = load.warm ? end : taken;
    const known = loads.get(key) ?? { oven: load.oven, fill: 0, start: from, end: to };
    loads.set(key, { ...known, fill: known.fill + load.fill });
  });
  instance.arcs.forEach((arc, index) => {
    const [earlier, later] = [schedule.tasks[arc.from], schedule.tasks[arc.to]];
    if (!earlier || !later) return;
    const from = endOf(instance, arc.from, earlier);
    for (const { resource, amount } of arc.ways[schedule.ways[index] ?? 0]?.holds ?? [])
      fill(used[resource] ?? [], from, later.start, amount);
  });
  const ovens = instance.ovens.map(({ name, decks, out }, oven) => (
    { oven, name: instance.ovens.length > 1 ? name : 'decks', unit: '', used: row(), there: there(decks, out) }
  ));
  for (const { oven, fill: each, start, end } of loads.values())
    fill(ovens[oven]?.used ?? [], start, end, Math.ceil(each / 1000));
  const things = instance.resources.map(({ name, unit, capacity, out }, index) => {
    const { unit: shown, parts } = shownUnit(unit);
    return {
      name,
      unit: shown,
      used: (used[index] ?? []).map((each) => each / parts),
      there: there(capacity, out).map((each) => each / parts),
    };
  });
  return { strips: [hands, ...things.filter((thing) => thing.used.some((each) => each > 0)), ...ovens], baking: ovens.map((oven) => oven.used) };
} // prettier-ignore
