import { problem, type Problem } from '../problem/index.ts';
import type { Floor } from './floor.ts';

/** What a plan counts by these names itself: tubs, all racks and all of the bench together. */
export const COUNTED = ['tubs', 'racks', 'bench'] as const;

/**
 * Names by which a plan would take two things of a bakehouse for one: its mixers and its equipment share them.
 *
 * @returns a problem at `mixers.<n>.slug` or `bakehouse.floor.equipment.<n>.slug`
 *
 * @example
 * const { bakehouse } = demoHouse();
 * assert.deepEqual(takenTwice([{ slug: 'oven', name: 'Oven mixer' }], bakehouse.floor)[0]?.path, 'mixers.0.slug');
 */
export function takenTwice(
  mixers: readonly { readonly slug: string; readonly name: string }[],
  { equipment }: Pick<Floor, 'equipment'>,
): Problem[] {
  // Racks and bench are one each; a single one of them has no name of its own in a plan.
  const things = equipment.map((each, index) => ({ ...each, at: `bakehouse.floor.equipment.${index}` })).filter(({ kind }) => kind !== 'rack' && kind !== 'bench');
  const all = [...things, ...mixers.map(({ slug, name }, index) => ({ slug, name, at: `mixers.${index}` }))];
  const known = new Set<string>(COUNTED);
  return all.flatMap(({ slug, name, at }) => {
    const free = !known.has(slug);
    known.add(slug);
    return free
      ? []
      : [problem(`${at}.slug`, `${name} and another thing of the bakehouse are both “${slug}”.`, 'Take one of them away, and enter it again under another name.')];
  });
} // prettier-ignore
