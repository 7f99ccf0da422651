import { CORE_AT_UNLOADING, recoveryMinutes, type BakeProfile } from '../../oven/index.ts';
import { pieceMass } from '../../formula/scale/index.ts';
import { bakeLossOf } from '../../formula/way/index.ts';
import type { Oven } from '../../equipment/index.ts';
import type { Use } from '../instance/index.ts';
import { holderHere, stoneOf, type Dough, type Lot } from '../demand/index.ts';
import type { TaskList } from './task-list.ts';

/**
 * Minutes until the stone is hot again after a load is out: what the bakehouse knows for a bake of one heat, and what a
 * bake that falls takes longer; or all of it as the heater and the load say.
 */
export function recoveryOf({ frame }: TaskList, oven: Oven, { formula: { doc } }: Dough, lot: Lot, decks: number, profile: BakeProfile): number {
  const load = {
    at: 0, minutes: profile.minutes, dough: (lot.pieces * pieceMass(doc, lot.product, lot.scaledWeight)) / Math.max(1, decks),
    from: frame.room.warmest, core: CORE_AT_UNLOADING, loss: bakeLossOf(doc, lot.product), steam: 0,
  };
  const reckoned = (as: BakeProfile) => recoveryMinutes(stoneOf(oven), frame.room.warmest, as, load);
  const { recovery } = oven;
  if (recovery === null) return reckoned(profile);
  if (profile.stages.length === 0) return recovery;
  return recovery + Math.max(0, reckoned(profile) - reckoned({ ...profile, stages: [] }));
} // prettier-ignore

/** What pieces stand in. */
export const holds = (list: TaskList, slug: string | null, count: number): Use[] =>
  slug !== null && holderHere(list.input.bakehouse.floor, slug) ? list.use(slug, count) : [];

/** Of what pieces stand in what goes into the oven with them. */
export const bakedIn = (list: TaskList, held: readonly Use[]): Use[] =>
  held.filter(({ resource }) => {
    const id = list.frame.resources[resource]?.id ?? '';
    return holderHere(list.input.bakehouse.floor, id)?.bakes ?? false;
  });
