import { storesOf as poolsOf, type Store as Pool } from '../../dough/course/index.ts';
import type { Floor } from '../../bakehouse/index.ts';
import { ofKind, type Outage } from '../../equipment/index.ts';
import type { Out, Resource } from '../instance/index.ts';

/** A place of the bakehouse, and what it is to the day. */
export interface Store extends Pool {
  readonly resource: Resource;
  /** Of what pieces stand in, where all that is taken as one says how many find a place; null: they do not. */
  readonly places: Resource | null;
}

/** What is out of order of a thing of which there is so much, each counting so much. */
export type MissingOf = (thing: { readonly out: readonly Outage[] }, there: number, each?: number) => Out[];

/** Where doughs stand that do not stand in a room. @param aroundOf what each is like inside, from each slot on */
export const storesOf = (floor: Floor, missing: MissingOf, aroundOf: Parameters<typeof poolsOf>[1]): Store[] =>
  poolsOf(floor, aroundOf).map((pool) => {
    const [first] = pool.things;
    const named = first && ofKind(floor, first.kind).length === pool.things.length ? [] : pool.things.map(({ name }) => name);
    // The only ones of their kind go by what they are.
    const name = named.length > 0 ? named.join(' and ') : KIND[first?.kind ?? 'retarder'][pool.things.length > 1 ? 1 : 0];
    const id = first?.slug ?? '';
    const sum = (of: (thing: Pool['things'][number]) => number): Pick<Resource, 'capacity' | 'out'> => ({
      capacity: Math.floor(pool.things.reduce((all, each) => all + of(each), 0)),
      out: pool.things.flatMap((each) => missing(each, Math.floor(of(each)), Math.floor(of(each)))),
    });
    const counted = pool.things.every(({ places }) => places !== null);
    return {
      ...pool,
      resource: { id, unit: 'kg', name, ...sum(({ dough }) => dough) },
      places: counted ? { id: `${id}.places`, unit: '', name: `places in the ${name}`, ...sum(({ places }) => places ?? 0) } : null,
    };
  }); // prettier-ignore

const KIND = {
  retarder: ['retarder', 'retarders'],
  'proof-box': ['proof box', 'proof boxes'],
  freezer: ['freezer', 'freezers'],
} as const;
