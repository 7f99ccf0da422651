import { FOLD_KEEPS, HORIZON, type Leavening } from '../../fermentation/index.ts';
import { foldWhen, type Stretch } from '../../formula/way/index.ts';
import type { DoughBody } from './body.ts';
import { mixedFront, waited, type WaitAsk } from './front.ts';
import { isOpen, type RoomBySlot, type StandModel } from '../models.ts';

/** Gas that each kind of fold leaves where its step does not say. Domain section 6, default; a coil as a stretch. */
const KEEPS = { stretch: FOLD_KEEPS, coil: FOLD_KEEPS, punch: 0.2, 're-round': 0.8 } as const;

/** What a wait of a formula is to a forecast. @param most hours after which it is over */
export function askOf({ wait, folds }: Stretch, stands: readonly StandModel[], body: DoughBody, most = HORIZON): WaitAsk {
  const { until } = wait;
  const best = until.by === 'rise' ? until.best : 0;
  return {
    body,
    stands,
    folds: folds
      .map((fold) => ({ when: foldWhen(fold, best), keeps: fold.keeps ?? KEEPS[fold.fold] }))
      .sort((a, b) => orderOf(a.when) - orderOf(b.when)),
    until:
      until.by === 'rise'
        ? { by: 'rise', window: { earliest: until.earliest, best: until.best, latest: until.latest } }
        : { by: 'hours', best: until.best / 60 },
    most,
  };
} // prettier-ignore

const orderOf = (when: { hours: number } | { rise: number }): number =>
  'hours' in when ? when.hours : when.rise;

/** What a dough is mixed with and how, as far as its rise goes. */
export interface Mixed {
  readonly leavening: Leavening;
  readonly ddt: number;
  /** Hours in the mixer, at the temperature it is mixed to. */
  readonly mixing: number;
}

/**
 * How fast a dough ferments against its forecast, from how far it was seen to have risen.
 *
 * @param at slot in which its mix ended
 * @param hours since then
 * @param rise that was seen
 * @returns 0.2 to 5 times as fast; what was seen beyond that is taken as the nearer end
 */
export function paceOf(mixed: Mixed, ask: WaitAsk, room: RoomBySlot, at: number, hours: number, rise: number): number {
  // The clock of the day begins with this mix, and only what was gone through by then counts.
  const here: RoomBySlot = { slots: 1, steady: true, at: () => room.at(at), warmest: room.warmest };
  const there = room.steady ? here : { ...here, steady: false, at: (slot: number) => room.at(at + slot) };
  const so: WaitAsk = { ...ask, stands: within(ask.stands, hours), until: { by: 'hours', best: hours }, folds: ask.folds.filter(({ when }) => 'rise' in when || when.hours < hours) };
  const risen = (pace: number): number => {
    const of = { ...mixed.leavening, modifier: mixed.leavening.modifier * pace };
    const { after } = waited(mixedFront(of, mixed.ddt, mixed.mixing, here), of, there, so, false);
    return after[0]?.[0]?.state.rise ?? 0;
  };
  let [slow, fast] = [0.2, 5];
  for (let step = 0; step < 24; step += 1) {
    const middle = Math.sqrt(slow * fast);
    if (risen(middle) < rise) slow = middle;
    else fast = middle;
  }
  return Math.sqrt(slow * fast);
} // prettier-ignore

/** The places of a wait that is looked at after so many hours: the last it has come to stays open. */
function within(stands: readonly StandModel[], hours: number): StandModel[] {
  const found: StandModel[] = [];
  let left = hours;
  for (const stand of stands) {
    if (isOpen(stand) || (stand.hours ?? 0) >= left)
      return [...found, { ...stand, hours: null, untilRise: null }];
    found.push(stand);
    left -= stand.hours ?? 0;
  }
  return found;
}
