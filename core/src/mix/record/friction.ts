import { z } from 'zod';
import { Slug } from '../../formula/index.ts';
import { latestEstimate, type Estimate } from '../../logbook/index.ts';
import type { WaterQuestion } from '../../water/index.ts';
import type { Mixer, MixerKind, Programme } from '../schema.ts';

/** How much a kind of mixer warms a dough against a spiral at the same programme. Chosen for Jovet from practice. */
const WARMS: Readonly<Record<MixerKind, number>> = {
  hand: 0.2,
  spiral: 1,
  fork: 1,
  'diving-arm': 0.8,
  planetary: 1.2,
  horizontal: 1.6,
};

/** How a mixer is filled: a small dough in a large bowl warms otherwise than a full one. */
export const LOADS = ['light', 'middle', 'full'] as const;
export type Load = (typeof LOADS)[number];

/** The load band of a dough in a mixer: under two fifths of what it takes, under three quarters, or above. */
export function loadOf(dough: number, { maxDough }: Pick<Mixer, 'maxDough'>): Load {
  const share = dough / maxDough;
  return share < 0.4 ? 'light' : share < 0.75 ? 'middle' : 'full';
}

/** What one logged mix says of friction, computed from its record. */
export const FrictionRecord = z.strictObject({
  id: z.uuid(),
  /** Epoch seconds of the dough reading. */
  at: z.number(),
  mixer: Slug,
  programme: Slug,
  load: z.enum(LOADS),
  /** ΔT_f by the heat balance, K. */
  friction: z.number(),
  /** FF over all factors of its sum, and over flour, room and water alone, K. */
  factor: z.number(),
  baseFactor: z.number(),
});
export type FrictionRecord = Readonly<z.infer<typeof FrictionRecord>>;

/** So many newest records of a mixer and programme are looked at: what is older weighs next to nothing. */
export const MOST_RECORDS = 40;

/** The records of a mixer with a programme that count, oldest first. */
export const recordsOf = (
  history: readonly FrictionRecord[],
  mixer: string,
  programme: string,
): FrictionRecord[] =>
  history.filter((each) => each.mixer === mixer && each.programme === programme).slice(-MOST_RECORDS);

/** Friction as it is reckoned with, K, and what it rests on. */
export interface Friction extends Estimate {
  readonly from: 'default' | 'mixer and programme' | 'mixer, programme and load';
  /** The records behind it, oldest first. */
  readonly records: readonly FrictionRecord[];
  /** FF and the factor of the base number from the same records; null while there are none. */
  readonly learned: WaterQuestion['learned'];
}

/** Standard deviation of friction from mixer to mixer while nothing is logged, K. Chosen for Jovet from practice. */
const UNKNOWN = 1.2;
/** A load band needs so many records before it speaks for itself. */
const ENOUGH = 3;

/** Friction of a programme in a kind of mixer, K, until mixes are logged. Domain section 5, default. */
export const defaultFriction = (
  { kind }: Pick<Mixer, 'kind'>,
  { friction }: Pick<Programme, 'friction'>,
): number => WARMS[kind] * friction;

/**
 * Friction of a mixer with a programme at a load: a robust mean of the logged mixes in which the newest weigh most. It
 * starts from the default of its kind.
 *
 * @param history logged mixes of the bakehouse, oldest first
 *
 * @example
 * const { mixer, programme } = demoMix();
 * assert.equal(frictionFor([], mixer, programme, 'full').value, programme.friction);
 */
export function frictionFor(
  history: readonly FrictionRecord[],
  mixer: Mixer,
  programme: Programme,
  load: Load,
): Friction {
  const same = recordsOf(history, mixer.slug, programme.slug);
  const banded = same.filter((each) => each.load === load);
  const records = banded.length >= ENOUGH ? banded : same;
  const fallback = defaultFriction(mixer, programme);
  const estimate = latestEstimate(
    records.map(({ friction }) => friction),
    { value: fallback, spread: UNKNOWN },
  );
  const learn = (of: (each: FrictionRecord) => number) => (derived: number) =>
    latestEstimate(records.map(of), { value: derived, spread: UNKNOWN }).value;
  return {
    ...estimate,
    from:
      records.length === 0
        ? 'default'
        : banded.length >= ENOUGH
          ? 'mixer, programme and load'
          : 'mixer and programme',
    records,
    learned:
      records.length === 0
        ? null
        : { factor: learn((each) => each.factor), baseFactor: learn((each) => each.baseFactor) },
  };
}
