import { problem, type Problem } from '../problem/index.ts';
import type { Floor } from './floor.ts';

/** What a plan counts by these names itself. */
const OWN = ['tubs', 'racks'] as const;

/**
 * Names by which a plan would take two things of a bakehouse for one: its mixers, its equipment and its rooms share them.
 *
 * @returns a problem at `mixers.<n>.slug` or `bakehouse.floor.equipment.<n>.slug`
 *
 * @example
 * const { bakehouse } = demoHouse();
 * assert.deepEqual(takenTwice([{ slug: 'oven', name: 'Oven mixer' }], bakehouse.floor)[0]?.path, 'mixers.0.slug');
 */
export function takenTwice(
  mixers: readonly { readonly slug: string; readonly name: string }[],
  { rooms, equipment }: Pick<Floor, 'rooms' | 'equipment'>,
): Problem[] {
  const known = new Set<string>([...OWN, ...rooms.slice(1).map(({ slug }) => slug)]);
  const found: Problem[] = [];
  const look = (list: string, all: readonly { readonly slug: string; readonly name: string }[]) => {
    all.forEach(({ slug, name }, index) => {
      if (known.has(slug))
        found.push(
          problem(
            `${list}.${index}.slug`,
            `${name} and another thing of the bakehouse are both “${slug}”.`,
            'Give one of them another slug.',
          ),
        );
      known.add(slug);
    });
  };
  look('bakehouse.floor.equipment', equipment);
  look('mixers', mixers);
  return found;
}
