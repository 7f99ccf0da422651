import {
  bottomsOf,
  coolingSeconds,
  forecastStone,
  heatDrawn,
  hotEnough,
  STONE_PLAY,
  type SetPoint,
  type Stone,
  type StoneLoad,
  type StoneMoment,
} from '../../../oven/index.ts';
import type { Oven } from '../../../equipment/index.ts';
import { stoneOf } from '../../demand/index.ts';
import { input as given, quantity, type Workings } from '../../../working/index.ts';
import type { Heating } from '../heating.ts';
import type { OvenLoad } from './oven-load.ts';

/** The stone of one deck through the day. */
export interface OvenDeck {
  readonly course: readonly StoneMoment[];
  /** What it is set to; null: off. */
  readonly sets: readonly SetPoint[];
  /** Loads that meet it colder than they want it: by how much, and when it is hot enough (null: not while it is followed). */
  readonly short: readonly {
    readonly load: number;
    readonly celsius: number;
    readonly hotAt: number | null;
  }[];
  /** Loads that meet it hotter than they want it: how hot, and when it would have cooled to that by itself. */
  readonly hot: readonly {
    readonly load: number;
    readonly celsius: number;
    readonly coolAt: number;
  }[];
  /** How hot each load finds it; plans of before it was opened do not say. */
  readonly met?: readonly StoneMet[];
  /** kWh, and of them in the hours in which they have another price. */
  readonly heated: number;
  readonly cheap?: number;
}

/** How hot a stone is as a load goes in, and where its heat went until then. */
export interface StoneMet {
  readonly load: number;
  readonly celsius: number;
  /** °C that it began with, in a room of so much. */
  readonly room: number;
  /** Since it was switched on: kWh that the heater gave, that loads before took, and that the room got. */
  readonly heated: number;
  readonly taken: number;
  readonly lost: number;
  /** kWh by which it becomes one degree hotter. */
  readonly capacity: number;
}

/** Points of a course are kept this far apart, s. */
const APART = 300;
/** kg of steam for a square metre of deck. Chosen for Jovet. */
const STEAM = 0.15;

/** When the last piece of a load is out. */
const outOf = ({ items }: Pick<OvenLoad, 'items'>): number => Math.max(...items.map(({ outAt }) => outAt));

/** What the heat of a deck goes by. */
interface Heats {
  readonly oven: Oven;
  /** °C of the room. */
  readonly room: number;
  /** Seconds that it takes to heat up from cold. */
  readonly reheat: number;
  readonly heatings: readonly Heating[];
  /** Whether a kWh has its other price at a moment. */
  readonly isCheap: (at: number) => boolean;
}

/** The heat of one deck, or of several that share one. */
export function heatOf(
  { oven, room, reheat: preheat, heatings, isCheap }: Heats,
  loads: readonly OvenLoad[],
  decks: readonly number[],
): OvenDeck {
  const one = stoneOf(oven);
  const stone = { ...one, area: one.area * decks.length };
  const own = loads.flatMap((load, index) => {
    const here = load.decks.filter((each) => decks.includes(each.deck));
    return here.length > 0 ? [{ ...load, index, pieces: here.flatMap(({ pieces }) => pieces) }] : [];
  });
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return { course: [], sets: [], short: [], hot: [], heated: 0 };
  const sets: SetPoint[] = [];
  own.forEach((load, index) => {
    const before = own[index - 1];
    // After a gap as long as heating up the deck was off; else it is set for the next load as soon as it is free.
    if (!before || load.at - before.until >= preheat) {
      if (before) sets.push({ at: before.until, celsius: null });
      const heating = heatings.findLast(({ to }) => to <= load.at);
      sets.push({
        at: before ? load.at - preheat : (heating?.from ?? load.at - preheat),
        celsius: load.loadAt,
      });
    } else sets.push({ at: outOf(before), celsius: load.loadAt });
    const [item] = load.items;
    if (item) sets.push(...bottomsOf(item.profile, load.at).slice(1));
  });
  // Loads of one oven may overlap.
  sets.sort((a, b) => a.at - b.at);
  sets.push({ at: Math.max(...own.map(outOf)), celsius: null });
  const stoneLoads = own.flatMap((load): StoneLoad[] =>
    load.pieces.flatMap(({ lot, spots }) => {
      const item = load.items[lot];
      if (!item) return [];
      const [share, core] = [spots.length / item.held, item.core[1]];
      const {
        profile: { minutes, steam: steamed },
        from,
        loss,
      } = item;
      const steam = steamed > 0 && !['none', 'lid'].includes(oven.steam) ? STEAM * one.area * share : 0;
      return [{ at: load.at, minutes, from, core, loss, steam, dough: item.dough * share }];
    }),
  );
  const from = (sets[0]?.at ?? first.at) - APART;
  const forecast = forecastStone(stone, room, room, sets, stoneLoads, from, last.until + 1800);
  if (!forecast.ok) return { course: [], sets: [], short: [], hot: [], heated: 0 };
  const met = own.map((load) => ({
    load: load.index,
    at: load.at,
    wanted: load.loadAt,
    ...metBy(stone, room, forecast.value.course, stoneLoads, load.at),
  }));
  const short = met.filter(({ celsius, wanted }) => celsius < wanted - STONE_PLAY.colder).map(({ load, at: from, wanted, celsius }) => (
    { load, celsius, hotAt: hotEnough(forecast.value, wanted - STONE_PLAY.colder, from) }
  )); // prettier-ignore
  const hot = met.filter(({ celsius, wanted }) => celsius > wanted + STONE_PLAY.hotter).map(({ load, at: from, wanted, celsius }) => (
    { load, celsius, coolAt: from + coolingSeconds(stone, room, celsius, wanted + STONE_PLAY.hotter) }
  )); // prettier-ignore
  const course = forecast.value.course.filter(
    (_, index, all) => index % 10 === 0 || index === all.length - 1,
  );
  return {
    course,
    sets,
    short,
    hot,
    met: met.map(({ at: _, wanted: __, ...each }) => each),
    heated: forecast.value.heated,
    cheap: heatWhile(forecast.value.course, isCheap),
  };
}

/** kWh that a heater gave while something held. */
const heatWhile = (course: readonly StoneMoment[], held: (at: number) => boolean): number =>
  course.reduce((sum, { at, heat }, index) => {
    const next = course[index + 1];
    return next && held(at) ? sum + (heat * (next.at - at)) / 3600 : sum;
  }, 0);

/** How hot a stone is at a moment, and the sums of its heat until then. */
function metBy(
  stone: Stone,
  room: number,
  course: readonly StoneMoment[],
  loads: readonly StoneLoad[],
  at: number,
): Omit<StoneMet, 'load'> {
  const until = course.filter((each) => each.at <= at);
  let [heated, lost] = [0, 0];
  until.forEach((each, index) => {
    const next = until[index + 1];
    if (!next) return;
    const hours = (next.at - each.at) / 3600;
    heated += each.heat * hours;
    lost += ((stone.loss * stone.area) / 1000) * hours * ((each.celsius + next.celsius) / 2 - room);
  });
  const end = until.at(-1);
  const taken = loads.reduce((sum, load) => sum + heatDrawn(load, end?.at ?? at), 0) / 3600;
  return { celsius: end?.celsius ?? room, room, heated, taken, lost, capacity: (stone.capacity * stone.area) / 3600 };
} // prettier-ignore

const BALANCE = 'Heat balance of the stone: what the heater gives, less what bread and room take';

/** How hot each load finds its stones, opened: by key, as `stone.DECK.LOAD`. */
export const stoneWorkings = ({ decks }: { readonly decks: readonly OvenDeck[] }): Workings =>
  Object.fromEntries(
    decks.flatMap(({ met = [] }, deck) =>
      met.map(({ load, celsius, room, heated, taken, lost, capacity }) => [
        `stone.${deck}.${load}`,
        () => ({
          label: `Heat of deck ${deck + 1} as it is loaded`,
          symbol: 'T',
          result: quantity(celsius, '°C', 1),
          equation: 'T_room + (H - Q - L) / C',
          inputs: [
            given('T_room', 'it begins as warm as the room', quantity(room, '°C', 1), 'bakehouse'),
            given('H', 'heat from the heater until then', quantity(heated, 'kWh', 4), 'computed'),
            given('Q', 'heat that bread and steam before took', quantity(taken, 'kWh', 4), 'computed'),
            given('L', 'heat lost to the room', quantity(lost, 'kWh', 4), 'computed'),
            given('C', 'heat for one degree', quantity(capacity, 'kWh', 6), 'bakehouse'),
          ],
          source: BALANCE,
        }),
      ]),
    ),
  );
