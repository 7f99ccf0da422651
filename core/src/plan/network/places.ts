import { isOpen, type StandModel } from '../../dough/index.ts';
import { placeHere, type StandsHere } from '../../dough/course/index.ts';
import type { Stand } from '../../formula/way/index.ts';
import type { Use } from '../instance/index.ts';
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
}

/** Hours that pieces may stand in the warm. */
const WARM_MOST = 12;

/** What stands in a place, and how much of it. */
export interface Standing extends StandsHere {
  /** kg in all. */
  readonly mass: number;
}

/** The places of a way as they are in this bakehouse; null where it has no such place. */
export function placedWay(list: TaskList, stands: readonly Stand[], standing: Standing): PlacedWay | null {
  const { floor } = list.input.bakehouse;
  const models: StandModel[] = [];
  const holds: Use[] = [];
  const taken = new Set<string>();
  for (const stand of stands) {
    const here = placeHere(floor, stand, standing);
    if (!here) return null;
    models.push(here.model);
    // What stands somewhere only until it has begun to rise is soon gone from there.
    if (here.resource && stand.rise === null && !taken.has(here.resource)) {
      taken.add(here.resource);
      holds.push(...list.use(here.resource, standing.mass));
    }
  }
  const open = models.find(isOpen);
  const chilled = models.some(({ place }) => place === 'cold');
  const pieces = standing.body.kind === 'piece';
  return {
    name: nameOf(models, taken), stands: models, holds, cold: open?.place === 'cold',
    most: chilled ? (floor.retarder?.most ?? null) : pieces ? WARM_MOST : null,
  };
} // prettier-ignore

/** `cold`; `warm, then cold` */
function nameOf(models: readonly StandModel[], taken: ReadonlySet<string>): string {
  const [only] = models;
  if (models.length === 1 && only)
    return only.place === 'cold' ? 'cold' : taken.has('proof-box') ? 'box' : 'room';
  return models.map(({ place }) => (place === 'cold' ? 'cold' : 'warm')).join(', then ');
}
