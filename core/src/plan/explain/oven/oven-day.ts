import { afterMishaps } from '../../mishaps/index.ts';
import { profileFor, settingAt } from '../../../oven/index.ts';
import { fillDecks, type DeckLot } from '../../../oven/decks/index.ts';
import { ofKind, type Dial, type Oven } from '../../../equipment/index.ts';
import { pieceMass } from '../../../formula/scale/index.ts';
import { bakeLossOf, bakeOf, firstOf, piecesOf } from '../../../formula/way/index.ts';
import type { Followed } from '../../checker/index.ts';
import { awayBy, decksTaken, endOf, hotterBy, deckKey, loadOf, type Schedule } from '../../instance/index.ts';
import { SLOT } from '../../../dough/index.ts';
import type { Network } from '../../network/index.ts';
import { coolingOf, coreDoneOf, deckFloorOf, deckLotOf, type DayInput } from '../../demand/index.ts';
import { DONE_SIGNS } from './done-signs.ts';
import { heatOf, type OvenDeck } from './oven-heat.ts';
import type { OvenItem, OvenLoad } from './oven-load.ts';
import { chambersOf, type Chamber } from './chambers.ts';
import { heatingsOf, type Heating } from '../heating.ts';
import { inHours } from '../hours.ts';
import { actualsOf } from '../../../run/index.ts';
import { laidByHand } from './laid.ts';

/** °C of the core of bread that may be packed, where its way does not say. */
const COOL = 35;

/** An oven as it is here. */
export interface OvenHere {
  readonly name: string;
  /** Its first deck among all decks of the bakehouse, and how many it has. */
  readonly first: number;
  readonly count: number;
  /** m of the floor of a deck. */
  readonly floor: { readonly width: number; readonly depth: number };
  /** The side that bakes faster. */
  readonly hotSide: Oven['hotSide'];
  /** Where steam comes from. */
  readonly steam: Oven['steam'];
  /** cm of stone; 0: none. */
  readonly stone: number;
  readonly fan: boolean;
  /** How far its dial is off; plans of before do not say. */
  readonly dial?: Dial;
}

/** The ovens through a planned day. */
export interface OvenDay {
  /** One after the other; plans of before there were several do not have it, and say of their one oven what it is. */
  readonly ovens?: readonly OvenHere[];
  readonly floor?: OvenHere['floor'];
  readonly hotSide?: OvenHere['hotSide'];
  readonly steam?: OvenHere['steam'];
  readonly stone?: number;
  readonly fan?: boolean;
  readonly loads: readonly OvenLoad[];
  /** Of all ovens. */
  readonly decks: readonly OvenDeck[];
  readonly heatings: readonly Heating[];
  /** Doughs that stand in an oven that is just warm; plans of before do not say. */
  readonly chambers?: readonly Chamber[];
  /** kWh of all decks. */
  readonly heated: number;
}

/** The ovens of a planned day, also of one that was kept when there was one. */
export function ovensHere(day: OvenDay): readonly OvenHere[] {
  const { ovens, decks, floor = { width: 1.2, depth: 1 }, hotSide = 'none', steam = 'built-in', stone = 0, fan = false } = day;
  return ovens ?? [{ name: 'Oven', first: 0, count: decks.length, floor, hotSide, steam, stone, fan }];
} // prettier-ignore

/** The oven that a deck belongs to. */
export function ovenOfDeck(day: OvenDay, deck: number): OvenHere {
  const ovens = ovensHere(day);
  const found = ovens.find(({ first, count }) => first <= deck && deck < first + count) ?? ovens[0];
  if (!found) throw new Error(`there is no oven with a deck ${deck}`);
  return found;
}

/** The oven that a load goes into. */
export function ovenOfLoad(day: OvenDay, { oven, decks }: Pick<OvenLoad, 'oven' | 'decks'>): OvenHere {
  const here = oven === undefined ? undefined : ovensHere(day)[oven];
  return here ?? ovenOfDeck(day, decks[0]?.deck ?? 0);
}

/**
 * A deck as people call it: `deck 3`, and of which oven where there are several.
 *
 * @example
 * const oven = { count: 2, floor: { width: 1.2, depth: 1 }, hotSide: 'none', steam: 'built-in', stone: 2, fan: false } as const;
 * const ovens = [{ ...oven, name: 'Oven', first: 0 }, { ...oven, name: 'Rack oven', first: 2 }];
 * assert.equal(deckName({ ovens, loads: [], decks: [], heatings: [], heated: 0 }, 3), 'deck 2 of Rack oven');
 */
export function deckName(day: OvenDay, deck: number): string {
  const { name, first } = ovenOfDeck(day, deck);
  const own = `deck ${deck - first + 1}`;
  return ovensHere(day).length > 1 ? `${own} of ${name}` : own;
}

/** The ovens through a plan: which pieces stand where on which deck, and how hot their stones are. */
export function ovenDay(said: DayInput, network: Network, schedule: Schedule, followed: Followed): OvenDay {
  const input = afterMishaps(said);
  const things = ofKind(input.bakehouse.floor, 'oven');
  let first = 0;
  const ovens = things.map((oven): OvenHere => {
    const { name, hotSide, steam, stone, fan, dial, decks: count } = oven;
    const here = { name, first, count, floor: deckFloorOf(oven), hotSide, steam, stone, fan, dial };
    first += count;
    return here;
  });
  const warm = chambersOf(network, schedule);
  const { loads, chambers } = onDecks(gathered(input, network, schedule, followed), warm, input, network, ovens);
  const heatings = heatingsOf(network.instance, schedule);
  const isCheap = inHours(input.bakehouse.floor.prices.cheap, input.bakehouse.zone);
  const decks = things.flatMap((oven, index) => {
    const { count, first: begins } = ovens[index] ?? { count: 0, first: 0 };
    const reheat = (network.instance.ovens[index]?.reheat ?? 0) * SLOT;
    const about = { oven, room: network.frame.room.at(0), reheat, heatings: heatings.filter((each) => each.oven === index), isCheap };
    // Decks that share one heat are one oven: what is said of it is said once.
    const all = oven.shared ? heatOf(about, loads, range(begins, count)) : null;
    return range(begins, count).map((deck, n) =>
      all && n > 0 ? { ...all, short: [], hot: [], met: [], heated: 0, cheap: 0 } : (all ?? heatOf(about, loads, [deck])),
    );
  });
  return { ovens, loads, decks, heatings, chambers, heated: decks.reduce((sum, { heated }) => sum + heated, 0) };
} // prettier-ignore

const range = (from: number, count: number): number[] =>
  Array.from({ length: count }, (_, index) => from + index);

interface Gathered extends Omit<OvenLoad, 'decks' | 'order' | 'left' | 'byHand' | 'oven'> {
  readonly oven: number;
  readonly lots: readonly DeckLot[];
  /** Epoch seconds from when its decks are taken, as by pots that get hot. */
  readonly from: number;
}

/** Load tasks of one profile that begin together are one load. */
function gathered(input: DayInput, network: Network, schedule: Schedule, followed: Followed): Gathered[] {
  const { instance, models, doughs } = network;
  const { floor } = input.bakehouse;
  const racks = ofKind(floor, 'rack');
  const actuals = actualsOf(input.events);
  const found = new Map<string, Gathered>();
  for (const model of models) {
    const dough = doughs.find(({ key }) => key === model.key);
    if (!dough) continue;
    const { doc } = dough.formula;
    for (const batch of model.batches)
      for (const [index, strand] of batch.strands.entries()) {
        const bake = bakeOf(doc, strand.product);
        if (strand.load === null || strand.out === null || !bake) continue;
        const [loaded, out, packed] = [strand.load, strand.out, strand.pack].map((task) => schedule.tasks[task]);
        const load = loadOf(instance, strand.load, loaded);
        if (!loaded || !out || !load) continue;
        const below = firstOf(piecesOf(doc, strand.product), 'cool')?.below ?? COOL;
        const moment = (slot: number) => instance.origin + slot * SLOT;
        const course = followed.batches.find((each) => each.dough === model.key && each.batch === batch.n)?.strands[index];
        const lot = deckLotOf(floor, doc, { product: strand.product, pieces: strand.pieces, scaledWeight: strand.mass });
        const product = doc.products.find(({ slug }) => slug === strand.product);
        const item: OvenItem = {
          load: strand.load, out: strand.out, pieces: strand.pieces, holder: lot.holder, held: lot.count, outline: lot.outline, spacing: lot.spacing,
          name: product?.name ?? strand.product,
          inAt: moment(endOf(instance, strand.load, loaded)), outAt: moment(out.start), profile: profileFor(bake, strand.mass, actuals.get(instance.tasks[strand.load]?.id ?? '')?.longer ?? 0),
          core: coreDoneOf(doc, strand.product, lot.holder !== null), from: course?.at(-1)?.temperature ?? batch.ddt,
          dough: strand.pieces * pieceMass(doc, strand.product, strand.mass), loss: bakeLossOf(doc, strand.product),
          signs: DONE_SIGNS[doc.type], rests: doc.type === 'rye',
          coolAt: moment(out.start) + coolingOf(doc, { product: strand.product, scaledWeight: strand.mass }, below, network.frame.room.warmest) * 3600,
          packAt: packed ? moment(packed.start) : null,
          racks: racks[0] ? (strand.pieces * strand.mass) / racks[0].bread : null,
          lye: product?.extras.some(({ use, ingredient }) => use === 'bath' && /lye/.test(ingredient)) ?? false,
        };
        const key = `${load.oven} ${loaded.start} ${deckKey(load)}`;
        const known = found.get(key);
        found.set(key, {
          oven: load.oven, from: moment(decksTaken(load, loaded.start)[0]), at: moment(loaded.start), until: moment(loaded.start + load.slots), loadAt: bake.loadAt,
          items: [...(known?.items ?? []), item], lots: [...(known?.lots ?? []), lot],
        });
      }
  }
  return [...found.values()].sort((a, b) => a.at - b.at);
} // prettier-ignore

/** A deck, until when it is taken, epoch seconds, and the heat that it is left at, °C. */
interface DeckHere {
  readonly deck: number;
  readonly oven: number;
  until: number;
  heat: number;
}

/** Gives what stands warm and begins by a moment its decks, and takes it from what waits for them. */
function standWarm(decks: readonly DeckHere[], waiting: Chamber[], moment: number): Chamber[] {
  const given: Chamber[] = [];
  for (let next = waiting[0]; next && next.from <= moment; next = waiting[0]) {
    const { oven, from, until, wanted } = next;
    const free = decks.filter((each) => each.oven === oven && each.until <= from);
    const own = free.sort((a, b) => a.until - b.until || b.deck - a.deck).slice(0, wanted);
    for (const each of own) [each.until, each.heat] = [until, 0];
    given.push({ ...next, decks: own.map(({ deck }) => deck).sort((a, b) => a - b) });
    waiting.shift();
  }
  return given;
}

/**
 * Gives each load the decks that are free for it, those first whose stone is nearest to what it wants: no stone cools fast.
 * What stands warm gets those that baked the longest ago, and the last of them.
 */
function onDecks(loads: readonly Gathered[], warm: readonly Chamber[], input: DayInput, { instance }: Network, ovens: readonly OvenHere[]): { loads: OvenLoad[]; chambers: Chamber[] } {
  const decks: DeckHere[] = ovens.flatMap(({ first, count }, oven) => range(first, count).map((deck) => ({ deck, oven, until: -Infinity, heat: 0 })));
  const waiting = warm.toSorted((a, b) => a.from - b.from);
  const chambers: Chamber[] = [];
  const laden = loads.toSorted((a, b) => a.from - b.from).map(({ lots, from, ...load }) => {
    chambers.push(...standWarm(decks, waiting, from));
    const [here, own] = [ovens[load.oven], instance.ovens[load.oven]];
    const slotOf = (moment: number) => (moment - instance.origin) / SLOT;
    const away = ({ until, heat }: (typeof decks)[number]) =>
      awayBy(hotterBy(own?.stones ?? null, own?.reheat ?? 0, { until: slotOf(until), heat }, slotOf(load.at), load.loadAt));
    // Of decks that are out of order it is the last ones that are.
    const lost = Math.max(0, ...(own?.out ?? []).map(([from, to, amount]) => (from < slotOf(load.until) && slotOf(load.at) < to ? amount : 0)));
    const working = (here?.first ?? 0) + (here?.count ?? 0) - lost;
    const free = decks
      .filter(({ oven, deck, until }) => oven === load.oven && deck < working && until <= from)
      .sort((a, b) => away(a) - away(b) || b.until - a.until || a.deck - b.deck);
    const [first] = load.items;
    const ids = load.items.map((item) => instance.tasks[item.load]?.id ?? '');
    const wish = input.stands.find(({ task }) => ids.includes(task));
    const asked = [...new Set(wish?.decks)].flatMap((deck) => free.find((each) => each.deck === deck) ?? []);
    const open = [...asked, ...free.filter((each) => !asked.includes(each))].map(({ deck }) => deck);
    const wanted = input.stands.flatMap(({ pieces }) => pieces.filter(({ task }) => ids.includes(task)));
    const floor = here?.floor ?? { width: 1, depth: 1 };
    const byHand = wanted.length > 0 ? laidByHand(floor, lots, ids, wanted, open) : null;
    const filled = byHand ? null : fillDecks(floor, lots, open.length);
    const counted = filled?.ok ? filled.value : { decks: [], left: lots.map(({ count }) => count) };
    const laid = byHand ?? counted.decks.map((pieces, index) => ({ deck: open[index] ?? 0, pieces }));
    const heat = (first && settingAt(first.profile, first.profile.minutes).bottom) ?? load.loadAt;
    for (const each of decks) if (laid.some(({ deck }) => deck === each.deck)) [each.until, each.heat] = [load.until, heat];
    return {
      ...load, decks: laid.toSorted((a, b) => a.deck - b.deck), order: laid.map(({ deck }) => deck),
      left: byHand ? lots.map(() => 0) : counted.left,
      byHand: byHand ? ('yes' as const) : wanted.length > 0 ? ('lost' as const) : ('no' as const),
    };
  });
  chambers.push(...standWarm(decks, waiting, Infinity));
  return { loads: laden.sort((a, b) => a.at - b.at), chambers };
} // prettier-ignore
