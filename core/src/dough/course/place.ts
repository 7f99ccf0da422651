import { warmestProof, type Floor } from '../../bakehouse/index.ts';
import { ofKind, type ThingOf } from '../../equipment/index.ts';
import type { Stand, Stretch } from '../../formula/way/index.ts';
import { aroundAt } from '../../fermentation/forecast/index.ts';
import { heatTo, type DoughBody } from './body.ts';
import type { StandModel } from '../models.ts';

/** What kind of dough stands in a place, and how it is covered. */
export interface StandsHere {
  readonly body: DoughBody;
  readonly cover: Stretch['wait']['cover'];
  readonly type: string;
  readonly cultured: boolean;
  /** Rooms beside the one where the work is done. */
  readonly rooms: readonly RoomHere[];
}

/** A room that has an air of its own. */
export interface RoomHere {
  readonly slug: string;
  /** °C; null: as it usually is here. */
  readonly around: StandModel['around'];
  readonly humidity: number;
}

/** Where doughs can stand beside the room: retarders, proof boxes, freezers that are alike, taken as one. */
export interface Store {
  readonly things: readonly (ThingOf<'retarder'> | ThingOf<'proof-box'> | ThingOf<'freezer'>)[];
  readonly place: 'cold' | 'warm' | 'freezer';
  /** °C, or that by the clock; null: as warm as each dough asks for. */
  readonly around: number | null | readonly (readonly [slot: number, celsius: number | null])[];
  /** Hours that nothing may stay longer. */
  readonly most: number | null;
  /** Taken only where the others are not enough. */
  readonly spare: boolean;
}

type ByClock = (programme: ThingOf<'retarder'>['programme']) => StandModel['around'];

/** Rooms beside the first one, hour by hour where they are colder at night. @param byClock as for what goes by the clock */
export const roomsOf = ({ rooms }: Pick<Floor, 'rooms'>, byClock: ByClock = coldest): RoomHere[] =>
  rooms.slice(1).map(({ slug, air, humidity }) => {
    const curve = air === null ? null : aroundAt(air, 0);
    const hours = (at: (hour: number) => number) => Array.from({ length: 24 }, (_, hour) => ({ at: `${String(hour).padStart(2, '0')}:00`, celsius: at(hour) }));
    return { slug, humidity, around: typeof curve === 'function' ? byClock(hours(curve)) : curve };
  }); // prettier-ignore

/** Percent RH where nothing is said: a proof box is moist, a fan in the cold dries. Chosen for Jovet. */
const HUMIDITY = { warm: 80, cold: 75, freezer: 75, oven: 60 } as const;

const PLACE = { retarder: 'cold', 'proof-box': 'warm', freezer: 'freezer' } as const;

/**
 * Where doughs stand here that do not stand in a room.
 *
 * @param aroundOf what a place is like inside; where nothing is said, as cold as it ever is set to
 */
export function storesOf(floor: Pick<Floor, 'equipment'>, aroundOf: (thing: Store['things'][number]) => Store['around'] = setTo): Store[] {
  const stores = new Map<string, Store>();
  for (const thing of [...ofKind(floor, 'proof-box'), ...ofKind(floor, 'retarder'), ...ofKind(floor, 'freezer')]) {
    const { kind, temperature, spare, out } = thing;
    const [most, programme] = kind === 'retarder' ? [thing.most, thing.programme] : [null, []];
    const key = JSON.stringify([kind, temperature, spare, most, programme, out.filter(({ stays }) => stays)]);
    const known = stores.get(key);
    stores.set(key, { things: [...(known?.things ?? []), thing], place: PLACE[kind], around: aroundOf(thing), most, spare });
  }
  return [...stores.values()];
} // prettier-ignore

const setTo = (thing: Store['things'][number]): Store['around'] =>
  thing.kind === 'retarder' && thing.programme.length > 0 ? coldest(thing.programme) : thing.temperature;

const coldest = (programme: ThingOf<'retarder'>['programme']): number =>
  Math.min(...programme.map(({ celsius }) => celsius));

/** What a dough that asks for so many °C has around it in a place. */
const inside = ({ around }: Store, celsius: number | null): StandModel['around'] =>
  typeof around === 'object' && around !== null ? around.map(([slot, own]) => [slot, own ?? celsius ?? USUAL_PROOF] as const) : (around ?? celsius); // prettier-ignore
/** °C that dough proofs at where nothing is said. Chosen for Jovet. */
const USUAL_PROOF = 26;

/** A place of a formula as it is in a bakehouse. */
export interface PlaceHere<S extends Store> {
  readonly model: StandModel;
  /** What it takes up; null: nothing that is counted. */
  readonly store: S | null;
}

/**
 * A place of a formula as it is in a bakehouse, in each of its things that would do.
 *
 * @returns none where it has no such place
 */
export function placesHere<S extends Store>(
  stores: readonly S[],
  { place, celsius, minutes, rise, only }: Stand,
  { body, cover, type, cultured, rooms }: StandsHere,
): PlaceHere<S>[] {
  const of = (store: Store | null) => {
    const [thing] = store?.things ?? [];
    return thing?.kind === 'proof-box' ? thing.humidity : null;
  };
  const time = { hours: minutes === null ? null : minutes / 60, untilRise: rise, humidity: place === 'room' ? null : HUMIDITY[place] };
  const fitting = stores.filter((each) => each.place === place && (only === null || each.things.some(({ slug }) => slug === only)));
  if (place === 'cold')
    return fitting.map((store) => ({ model: { place, around: inside(store, celsius), h: heatTo(body, 'fan', cover), ...time }, store }));
  const h = heatTo(body, place === 'freezer' ? 'blast' : 'still', cover);
  if (place === 'freezer') return fitting.map((store) => ({ model: { place, around: inside(store, celsius), h, ...time }, store }));
  const room = (around: StandModel['around']): PlaceHere<S> => ({ model: { place: 'room', around, h, ...time, humidity: null }, store: null });
  if (place === 'room' && only !== null)
    return rooms.filter(({ slug }) => slug === only).map(({ around, humidity }) => ({ model: { ...room(celsius ?? around).model, humidity }, store: null }));
  if (place === 'room') return [room(celsius)];
  if (place === 'oven') return [{ model: { place, around: celsius, h, ...time }, store: null }];
  // Pieces that ask for warmth stand in the room where every box is too warm for them; without one it is warm somewhere.
  if (fitting.length === 0) return only === null ? [{ model: { place, around: celsius, h, ...time }, store: null }] : [];
  const bearable = fitting.filter(({ around }) => typeof around !== 'number' || around <= warmestProof(type, cultured));
  if (bearable.length === 0) return [room(null)];
  return bearable.map((store) => {
    const around = inside(store, celsius);
    return { model: { place, around, h, ...time, humidity: of(store) ?? time.humidity }, store: around === null ? null : store };
  });
} // prettier-ignore
