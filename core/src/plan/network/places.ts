import { isOpen, type StandModel } from '../../dough/index.ts';
import { placesHere, type PlaceHere, type StandsHere } from '../../dough/course/index.ts';
import type { Stand } from '../../formula/way/index.ts';
import type { Use } from '../instance/index.ts';
import type { Store } from './stores.ts';
import type { TaskList } from './task-list.ts';

/** A sequence of places as they are here, and what of the bakehouse it takes up. */
export interface PlacedWay {
  readonly name: string;
  readonly stands: readonly StandModel[];
  readonly holds: readonly Use[];
  /** It stays in the cold as long as it takes. */
  readonly cold: boolean;
  /** Hours after which it is over in any case; null: nothing limits it. */
  readonly most: number | null;
  /** For choosing it. */
  readonly cost: number;
}

/** Hours that pieces may stand in the warm. */
const WARM_MOST = 12;

/** What stands in a place, and how much of it. */
export interface Standing extends StandsHere {
  /** kg in all, and baskets, tins or trays of it. */
  readonly mass: number;
  readonly places: number;
}

/** Ways through the things of a bakehouse that are looked at, for one way of a formula. */
const MOST_WAYS = 6;
/** What a place costs that is to be taken only where the others are not enough. Chosen for Jovet: as an hour and a half from its best. */
const SPARE = 20;

/** The places of a way as they are in this bakehouse, through one of its things or another; none where it has no such place. */
export function placedWays(list: TaskList, stands: readonly Stand[], standing: Standing): PlacedWay[] {
  const { stores } = list.frame;
  let found: readonly (readonly PlaceHere<Store>[])[] = [[]];
  for (const stand of stands) {
    const here = placesHere(stores, stand, standing);
    found = found.flatMap((before) => here.map((place) => [...before, place])).slice(0, MOST_WAYS);
  }
  // Where it stands in one room and in nothing that is there, that room is said.
  const [only, ...more] = stands;
  const room =
    more.length === 0 && only?.place === 'room'
      ? (list.input.bakehouse.floor.rooms.find(({ slug }) => slug === only.only)?.name ?? null)
      : null;
  return found.map((places) => placedWay(list, places, standing, room));
}

function placedWay(list: TaskList, places: readonly PlaceHere<Store>[], standing: Standing, room: string | null): PlacedWay {
  const models = places.map(({ model }) => model);
  const holds: Use[] = [];
  const taken = new Map<string, Store>();
  for (const { model, store } of places)
    // What stands somewhere only until it has begun to rise is soon gone from there.
    if (store && model.untilRise === null && !taken.has(store.resource.id)) {
      taken.set(store.resource.id, store);
      holds.push(...list.use(store.resource.id, standing.mass));
      if (store.places) holds.push(...list.use(store.places.id, standing.places));
    }
  const open = models.find(isOpen);
  const limits = places.flatMap(({ store }) => store?.most ?? []);
  const pieces = standing.body.kind === 'piece';
  return {
    name: room ?? nameOf(list, models, [...taken.values()]), stands: models, holds, cold: open?.place === 'cold',
    most: limits.length > 0 ? Math.min(...limits) : pieces ? WARM_MOST : null,
    cost: [...taken.values()].reduce((sum, { spare }) => sum + (spare ? SPARE : 0), 0),
  };
} // prettier-ignore

/** `cold`; `warm, then cold`; by its name where there are several such. */
function nameOf(list: TaskList, models: readonly StandModel[], taken: readonly Store[]): string {
  const [only] = models;
  const [store] = taken;
  if (models.length > 1 || !only)
    return models.map(({ place }) => (place === 'cold' ? 'cold' : place === 'freezer' ? 'frozen' : 'warm')).join(', then ');
  const several = store && list.frame.stores.filter(({ place }) => place === store.place).length > 1;
  if (several) return store.resource.name;
  return only.place === 'cold' ? 'cold' : only.place === 'freezer' ? 'frozen' : store ? 'box' : 'room';
} // prettier-ignore
