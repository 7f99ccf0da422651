import { DayWeights } from '../bakehouse/index.ts';
import type { DaySums, DayView } from './explain/index.ts';

/** Plans of one day that differ for a reason: what each leans to. */
export const LEANINGS = ['late', 'oven', 'bread'] as const;
export type Leaning = (typeof LEANINGS)[number];

/** So many times as much counts what a plan leans to. Chosen for Jovet. */
const LEANS: Readonly<Record<Leaning, Partial<Record<keyof DayWeights, number>>>> = {
  late: { begin: 40, night: 3 },
  oven: { ovenIdle: 20 },
  bread: { dough: 6, preferment: 6, early: 3 },
};
/** A price is never more. */
const MOST = 100;
const USUAL = DayWeights.parse({});
const KEYS = Object.keys(USUAL) as (keyof DayWeights)[];

/**
 * The goals of a day as they are for a plan that leans to something: to begin late, to have the oven on for a short time,
 * to bread at its best.
 *
 * @example
 * const usual = DayWeights.parse({});
 * assert.equal(leaningTo(usual, 'late').begin, usual.begin * 40);
 */
export function leaningTo(weights: DayWeights, leaning: Leaning): DayWeights {
  const leans = LEANS[leaning];
  const leant = KEYS.map((key) => {
    const times = leans[key];
    // What counts for nothing counts as usual before it is leant to.
    return [key, times ? Math.min(MOST, (weights[key] || USUAL[key]) * times) : weights[key]];
  });
  return Object.fromEntries(leant) as DayWeights;
}

/** What a plan that leans to something is to be better in. */
export interface Leant {
  readonly view: Pick<DayView, 'firstHands'>;
  readonly sums?: Pick<DaySums, 'energy' | 'away'>;
}

/** Less than this is no difference: half a kWh, a minute of dough. */
const [KWH, SECONDS] = [0.5, 60] as const;

/**
 * Whether a plan is better than another in what it leans to.
 *
 * @example
 * const [view, sums] = [{ firstHands: 0 }, { energy: 80, away: 600 }];
 * assert.ok(leansMore('oven', { view, sums: { energy: 78, away: 900 } }, { view, sums }));
 * assert.ok(!leansMore('late', { view, sums }, { view, sums }));
 */
export function leansMore(leaning: Leaning, plan: Leant, than: Leant): boolean {
  const less = (of: 'energy' | 'away', by: number) => (plan.sums?.[of] ?? 0) <= (than.sums?.[of] ?? 0) - by;
  if (leaning === 'late') return plan.view.firstHands > than.view.firstHands;
  return leaning === 'oven' ? less('energy', KWH) : less('away', SECONDS);
}

/**
 * Goals drawn to those of a plan that somebody would rather have: half of the way, by ratio.
 *
 * @example
 * const usual = DayWeights.parse({});
 * const drawn = drawnTo(usual, leaningTo(usual, 'late'));
 * assert.equal(drawn.begin.toFixed(3), (usual.begin * Math.sqrt(40)).toFixed(3));
 * assert.equal(drawn.dough, usual.dough);
 */
export function drawnTo(weights: DayWeights, other: DayWeights): DayWeights {
  const drawn = KEYS.map((key) => {
    const [from, to] = [weights[key], other[key]];
    return [key, from === to ? from : Math.sqrt((from || USUAL[key]) * to)];
  });
  return Object.fromEntries(drawn) as DayWeights;
}
