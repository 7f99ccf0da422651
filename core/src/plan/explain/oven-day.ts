import {
  bottomsOf,
  coolingSeconds,
  STONE_PLAY,
  forecastStone,
  hotEnough,
  profileFor,
  settingAt,
  type BakeProfile,
  type SetPoint,
  type StoneLoad,
  type StoneMoment,
} from '../../oven/index.ts';
import { fillDecks, type DeckLot, type OnDeck } from '../../oven/decks/index.ts';
import type { Floor } from '../../bakehouse/index.ts';
import type { Followed } from '../checker/index.ts';
import { awayBy, endOf, hotterBy, type Schedule } from '../instance/index.ts';
import { SLOT } from '../../dough/index.ts';
import {
  bakeLossOf,
  coolingOf,
  coreDoneOf,
  deckFloorOf,
  deckLotOf,
  stoneOf,
  type Network,
} from '../network/index.ts';
import type { DayInput } from '../demand/index.ts';
import { DONE_SIGNS, type DoneSigns } from './done-signs.ts';
import { heatingsOf, type Heating } from './heating.ts';
import { actualsOf } from '../../run/index.ts';
import { laidByHand } from './laid.ts';

/** Pieces of one product in a load. */
export interface OvenItem {
  /** Indexes of its tasks. */
  readonly load: number;
  readonly out: number;
  readonly name: string;
  readonly pieces: number;
  /** In what they bake, and how many of those. */
  readonly holder: string | null;
  readonly held: number;
  readonly outline: DeckLot['outline'];
  readonly spacing: DeckLot['spacing'];
  /** Epoch seconds: when all of it is in, and when it comes out. */
  readonly inAt: number;
  readonly outAt: number;
  /** How it bakes, for its mass. */
  readonly profile: BakeProfile;
  /** °C of the core at which it is done. */
  readonly core: readonly [least: number, most: number];
  /** °C of the pieces as they are loaded. */
  readonly from: number;
  /** Dough of all of them, kg, and percent of it that is lost. */
  readonly dough: number;
  readonly loss: number;
  readonly signs: DoneSigns;
  /** When it has cooled enough to be cut or packed, and when it is packed by the plan; epoch seconds. */
  readonly coolAt: number;
  readonly packAt: number | null;
  /** It is cut on the next day at the soonest. */
  readonly rests: boolean;
  /** Places on racks that it cools on; null: they are not counted here. */
  readonly racks: number | null;
  /** They are dipped in lye before they are loaded. */
  readonly lye: boolean;
}

/** What goes into the oven at one time: pieces of one profile, on one deck or several. */
export interface OvenLoad {
  readonly at: number;
  /** When its decks are hot again. */
  readonly until: number;
  /** °C on the stone. */
  readonly loadAt: number;
  readonly items: readonly OvenItem[];
  /** Decks, from 0, and what stands on each: `lot` is the place of an item. */
  readonly decks: readonly { readonly deck: number; readonly pieces: readonly OnDeck[] }[];
  /** The same decks, the fullest first. */
  readonly order: readonly number[];
  /** Pieces, tins or trays of each item that found no place. */
  readonly left: readonly number[];
  /** Whether they stand as they were laid by hand, or cannot any more. */
  readonly byHand: 'no' | 'yes' | 'lost';
}

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
  /** kWh */
  readonly heated: number;
}

/** The oven through a planned day. */
export interface OvenDay {
  /** m of the floor of a deck. */
  readonly floor: { readonly width: number; readonly depth: number };
  /** The side that bakes faster. */
  readonly hotSide: Floor['oven']['hotSide'];
  /** Where steam comes from. */
  readonly steam: Floor['oven']['steam'];
  /** cm of stone; 0: none. */
  readonly stone: number;
  readonly fan: boolean;
  readonly loads: readonly OvenLoad[];
  readonly decks: readonly OvenDeck[];
  readonly heatings: readonly Heating[];
  /** kWh of all decks. */
  readonly heated: number;
}

/** Points of a course are kept this far apart, s. */
const APART = 300;
/** kg of steam for a square metre of deck. Chosen for Jovet. */
const STEAM = 0.15;

/** The oven through a plan: which pieces stand where on which deck, and how hot its stones are. */
export function ovenDay(input: DayInput, network: Network, schedule: Schedule, followed: Followed): OvenDay {
  const { floor } = input.bakehouse;
  const loads = onDecks(gathered(input, network, schedule, followed), input, network);
  const heatings = heatingsOf(network.instance, schedule);
  // Decks that share one heat are one oven: what is said of it is said once.
  const all = floor.oven.shared ? heatOf(input, network, loads, heatings, null) : null;
  const decks = Array.from({ length: floor.oven.decks }, (_, deck) =>
    all && deck > 0 ? { ...all, short: [], hot: [], heated: 0 } : (all ?? heatOf(input, network, loads, heatings, deck)),
  );
  const { hotSide, steam, stone, fan } = floor.oven;
  return { floor: deckFloorOf(floor), hotSide, steam, stone, fan, loads, decks, heatings, heated: decks.reduce((sum, { heated }) => sum + heated, 0) };
} // prettier-ignore

interface Gathered extends Omit<OvenLoad, 'decks' | 'order' | 'left' | 'byHand'> {
  readonly lots: readonly DeckLot[];
}

/** Load tasks of one profile that begin together are one load. */
function gathered(input: DayInput, network: Network, schedule: Schedule, followed: Followed): Gathered[] {
  const { instance, models, doughs } = network;
  const { floor } = input.bakehouse;
  const actuals = actualsOf(input.events);
  const found = new Map<string, Gathered>();
  for (const model of models) {
    const dough = doughs.find(({ key }) => key === model.key);
    if (!dough) continue;
    const { doc } = dough.formula;
    const { bake } = doc.process;
    for (const batch of model.batches)
      for (const [index, strand] of batch.strands.entries()) {
        const [loaded, out, packed] = [strand.load, strand.out, strand.pack].map((task) => schedule.tasks[task]);
        const load = instance.tasks[strand.load]?.load;
        if (!loaded || !out || !load) continue;
        const moment = (slot: number) => instance.origin + slot * SLOT;
        const course = followed.batches.find((each) => each.dough === model.key && each.batch === batch.n)?.strands[index];
        const lot = deckLotOf(floor, doc, { formula: dough.slug, product: strand.product, pieces: strand.pieces, scaledWeight: strand.mass });
        const product = doc.products.find(({ slug }) => slug === strand.product);
        const item: OvenItem = {
          load: strand.load, out: strand.out, pieces: strand.pieces, holder: lot.holder, held: lot.count, outline: lot.outline, spacing: lot.spacing,
          name: product?.name ?? strand.product,
          inAt: moment(endOf(instance, strand.load, loaded)), outAt: moment(out.start), profile: profileFor(bake, strand.mass, actuals.get(instance.tasks[strand.load]?.id ?? '')?.longer ?? 0),
          core: coreDoneOf(doc, lot.holder !== null), from: course?.at(-1)?.temperature ?? doc.process.ddt,
          dough: strand.pieces * strand.mass, loss: bakeLossOf(doc, strand.product),
          signs: DONE_SIGNS[doc.type], rests: doc.type === 'rye',
          coolAt: moment(out.start) + coolingOf(doc, { product: strand.product, scaledWeight: strand.mass }, network.frame.room.warmest) * 3600,
          packAt: packed ? moment(packed.start) : null,
          racks: floor.racks ? (strand.pieces * strand.mass) / floor.racks.bread : null,
          lye: product?.extras.some(({ use, ingredient }) => use === 'bath' && /lye/.test(ingredient)) ?? false,
        };
        const key = `${load.profile} ${loaded.start} ${load.slots}`;
        const known = found.get(key);
        found.set(key, {
          at: moment(loaded.start), until: moment(loaded.start + load.slots), loadAt: bake.loadAt,
          items: [...(known?.items ?? []), item], lots: [...(known?.lots ?? []), lot],
        });
      }
  }
  return [...found.values()].sort((a, b) => a.at - b.at);
} // prettier-ignore

/** Gives each load the decks that are free for it, those first whose stone is nearest to what it wants: no stone cools fast. */
function onDecks(loads: readonly Gathered[], input: DayInput, { instance }: Network): OvenLoad[] {
  const { floor } = input.bakehouse;
  const decks = Array.from({ length: floor.oven.decks }, (_, deck) => ({ deck, until: -Infinity, heat: 0 }));
  return loads.map(({ lots, ...load }) => {
    const slotOf = (moment: number) => (moment - instance.origin) / SLOT;
    const away = ({ until, heat }: (typeof decks)[number]) =>
      awayBy(hotterBy(instance.stones, instance.reheat, { until: slotOf(until), heat }, slotOf(load.at), load.loadAt));
    const free = decks.filter(({ until }) => until <= load.at).sort((a, b) => away(a) - away(b) || b.until - a.until || a.deck - b.deck);
    const [first] = load.items;
    const ids = load.items.map((item) => instance.tasks[item.load]?.id ?? '');
    const wish = input.stands.find(({ task }) => ids.includes(task));
    const asked = [...new Set(wish?.decks)].flatMap((deck) => free.find((each) => each.deck === deck) ?? []);
    const open = [...asked, ...free.filter((each) => !asked.includes(each))].map(({ deck }) => deck);
    const wanted = input.stands.flatMap(({ pieces }) => pieces.filter(({ task }) => ids.includes(task)));
    const byHand = wanted.length > 0 ? laidByHand(deckFloorOf(floor), lots, ids, wanted, open) : null;
    const filled = byHand ? null : fillDecks(deckFloorOf(floor), lots, open.length);
    const counted = filled?.ok ? filled.value : { decks: [], left: lots.map(({ count }) => count) };
    const laid = byHand ?? counted.decks.map((pieces, index) => ({ deck: open[index] ?? 0, pieces }));
    const heat = (first && settingAt(first.profile, first.profile.minutes).bottom) ?? load.loadAt;
    for (const each of decks) if (laid.some(({ deck }) => deck === each.deck)) [each.until, each.heat] = [load.until, heat];
    return {
      ...load, decks: laid.toSorted((a, b) => a.deck - b.deck), order: laid.map(({ deck }) => deck),
      left: byHand ? lots.map(() => 0) : counted.left,
      byHand: byHand ? 'yes' : wanted.length > 0 ? 'lost' : 'no',
    };
  });
} // prettier-ignore

/** When the last piece of a load is out. */
const outOf = ({ items }: Pick<OvenLoad, 'items'>): number => Math.max(...items.map(({ outAt }) => outAt));

/** The heat of one deck, or of all of them where they share one (null). */
function heatOf(
  input: DayInput,
  { frame, instance }: Network,
  loads: readonly OvenLoad[],
  heatings: readonly Heating[],
  deck: number | null,
): OvenDeck {
  const { floor } = input.bakehouse;
  const one = stoneOf(floor);
  const stone = { ...one, area: one.area * (deck === null ? floor.oven.decks : 1) };
  const own = loads.flatMap((load, index) => {
    const here = load.decks.filter((each) => deck === null || each.deck === deck);
    return here.length > 0 ? [{ ...load, index, pieces: here.flatMap(({ pieces }) => pieces) }] : [];
  });
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return { course: [], sets: [], short: [], hot: [], heated: 0 };
  const room = frame.room.at(0);
  const preheat = instance.reheat * SLOT;
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
      const steam = steamed > 0 && !['none', 'lid'].includes(floor.oven.steam) ? STEAM * one.area * share : 0;
      return [{ at: load.at, minutes, from, core, loss, steam, dough: item.dough * share }];
    }),
  );
  const from = (sets[0]?.at ?? first.at) - APART;
  const forecast = forecastStone(stone, room, room, sets, stoneLoads, from, last.until + 1800);
  if (!forecast.ok) return { course: [], sets: [], short: [], hot: [], heated: 0 };
  const at = (moment: number) => forecast.value.course.findLast((each) => each.at <= moment)?.celsius ?? room;
  const met = own.map((load) => ({
    load: load.index,
    at: load.at,
    wanted: load.loadAt,
    celsius: at(load.at),
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
  return { course, sets, short, hot, heated: forecast.value.heated };
}
