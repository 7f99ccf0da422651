import { pinsAfter, remedied, type Remedy } from '@jovet/core/plan';
import type { DayInput, Pin, Stand } from '@jovet/core/plan/demand';
import type { Actual, Event } from '@jovet/core/run';
import { toldOf } from '@jovet/core/plan/changes';
import { type DayView } from '@jovet/core/plan/explain';
import type { DayWeights } from '@jovet/core/bakehouse';

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
  told: view ? toldOf(view) : choice.told,
});
