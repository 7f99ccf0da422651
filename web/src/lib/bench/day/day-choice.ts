import { pinsAfter, remedied, type Remedy } from '@jovet/core/plan';
import type { DayInput, Pin, Stand } from '@jovet/core/plan/demand';
import type { Actual, Event } from '@jovet/core/run';
import type { DayView } from '@jovet/core/plan/explain';
import type { DayWeights } from '@jovet/core/bakehouse';
import { formatDuration, formatNumber } from '@jovet/core/units';

/** What the head baker chose about a day beside its orders: undo goes back through it. */
export interface DayChoice {
  readonly pins: readonly Pin[];
  /** Decks that loads are to stand on. */
  readonly stands: readonly Stand[];
  readonly remedies: readonly Remedy[];
  readonly weights: DayWeights;
  readonly seed: number;
  /** How much was noted in this room: undo takes it back, a batch at a time. */
  readonly noted: number;
  /** Since when nothing earlier can begin, and where people were told that things are. */
  readonly now: number | null;
  readonly told: DayInput['told'];
  /** It is planned from the orders of now, and not as it was saved. */
  readonly ofNow: boolean;
}

export const choiceOf = (input: DayInput): DayChoice => ({
  pins: input.pins,
  stands: input.stands,
  remedies: [],
  weights: input.bakehouse.floor.weights,
  seed: input.seed,
  noted: 0,
  now: input.now,
  told: input.told,
  ofNow: false,
});

/** A day as it stands, changed by what was chosen. */
export function chosenInput(
  base: DayInput,
  { pins, stands, remedies, weights, seed, now, told }: DayChoice,
  events: readonly Event[],
): DayInput {
  const { bakehouse } = base;
  const own: DayInput = {
    ...base,
    pins: [...pins],
    stands: [...stands],
    events: [...events],
    now,
    told: [...told],
    seed,
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, weights } },
  };
  return remedies.reduce(remedied, own);
}

/** The choice with a load of some tasks on other decks, or laid by hand; null: as it is reckoned. */
export const withStand = (choice: DayChoice, tasks: readonly string[], stand: Stand | null): DayChoice => ({
  ...choice,
  stands: [
    ...choice.stands
      .filter(({ task }) => !tasks.includes(task))
      .map((each) => ({ ...each, pieces: each.pieces.filter(({ task }) => !tasks.includes(task)) })),
    ...(stand ? [stand] : []),
  ],
});

/** The choice with a task pinned, or let go (null). */
export const withPin = (choice: DayChoice, task: string, at: number | null): DayChoice => ({
  ...choice,
  pins: [
    ...choice.pins.filter((pin) => pin.task !== task),
    ...(at === null ? [] : [{ task, at: Math.round(at) }]),
  ],
});

export const withRemedy = (choice: DayChoice, remedy: Remedy): DayChoice =>
  remedy.kind === 'unpin' || remedy.kind === 'swap'
    ? { ...choice, pins: pinsAfter(choice.pins, remedy) }
    : { ...choice, remedies: [...choice.remedies, remedy] };

/** What differs between the orders of two days, in words; empty if nothing. */
export function orderChanges(before: DayInput, now: DayInput): string[] {
  const key = ({ product, drop }: DayInput['demand'][number]) => `${product} ${drop}`;
  const was = new Map(before.demand.map((line) => [key(line), line]));
  const is = new Map(now.demand.map((line) => [key(line), line]));
  const nameOf = (line: DayInput['demand'][number]) =>
    [...now.formulas, ...before.formulas]
      .flatMap(({ formula }) => formula.doc.products)
      .find(({ slug }) => slug === line.product)?.name ?? line.product;
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((each) => {
    const [a, b] = [was.get(each), is.get(each)];
    const [from, to] = [a?.pieces ?? 0, b?.pieces ?? 0];
    const line = b ?? a;
    return from === to || !line ? [] : [`${nameOf(line)} for ${line.drop}: ${to} instead of ${from}`];
  });
}

/**
 * The choice after something was seen to happen: what was planned to begin before it stands as it was planned, noted or
 * not, and people are taken to know the plan that stands.
 */
export const withHappened = (choice: DayChoice, view: DayView, actual: Actual): DayChoice => ({
  ...fromMoment(choice, view, Math.max(actual.end ?? actual.start, actual.seen?.at ?? 0)),
  noted: choice.noted + 1,
});

/** The choice of a day that is planned on from a moment: what was to begin before it stands. */
export const fromMoment = (choice: DayChoice, view: DayView | null, now: number): DayChoice => ({
  ...choice,
  now: Math.max(choice.now ?? 0, now),
  told: view ? view.tasks.map(({ id, start, end }) => ({ task: id, at: start, end })) : choice.told,
});

/** One task that a new plan moves. */
export interface Moved {
  readonly id: string;
  readonly what: string;
  readonly from: number;
  readonly to: number;
}

/** What a new plan moves, in the order of its time. */
export function movedTasks(before: DayView, after: DayView): Moved[] {
  const was = new Map(before.tasks.map((task) => [task.id, task]));
  return after.tasks.flatMap(({ id, what, start, note }) => {
    const old = was.get(id);
    return old && !note.done && Math.abs(old.start - start) >= 300
      ? [{ id, what, from: old.start, to: start }]
      : [];
  });
}

/** Pieces that a new plan has more or fewer of, in sentences. */
export function piecesChanged(before: DayView, after: DayView): string[] {
  const was = new Map(before.tasks.map((task) => [task.id, task.note]));
  return after.tasks.flatMap(({ id, note }) => {
    const old = was.get(id)?.pieces ?? note.pieces;
    return note.kind === 'pack' && old !== note.pieces
      ? [`${note.name}: ${note.pieces ?? 0} instead of ${old ?? 0} from the dough there is.`]
      : [];
  });
}

/** Why a dough takes longer or shorter than was planned, in sentences. */
export function whyLonger(before: DayView, after: DayView, actuals: Iterable<Actual>, zoneless: (celsius: number) => string): string[] {
  return [...actuals].flatMap(({ task, temperature, seen }) => {
    if (temperature === null && seen === null) return [];
    const bulk = (view: DayView) => {
      const mix = view.tasks.find(({ id }) => id === task);
      const cut = view.tasks.find(({ id }) => id === task.replace(/mix$/, view.tasks.some((each) => each.id === task.replace(/mix$/, 'lock-in')) ? 'lock-in' : 'divide'));
      return mix && cut?.window ? { name: mix.note.name, best: cut.window.best - mix.end } : null;
    };
    const [was, is] = [bulk(before), bulk(after)];
    if (!was || !is || Math.abs(is.best - was.best) < 300) return [];
    const longer = is.best > was.best;
    return [
      `${is.name} ${seen === null ? `came out at ${zoneless(temperature ?? 0)}` : `stood at ${formatNumber(seen.height, 1)} cm`}: its bulk is best after ${formatDuration(is.best)} instead of ${formatDuration(was.best)}, ${formatDuration(Math.abs(is.best - was.best))} ${longer ? 'longer' : 'shorter'}.`,
    ];
  });
} // prettier-ignore
