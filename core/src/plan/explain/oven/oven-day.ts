import { profileFor, settingAt } from '../../../oven/index.ts';
import { fillDecks, type DeckLot } from '../../../oven/decks/index.ts';
import type { Floor } from '../../../bakehouse/index.ts';
import { bakeLossOf, bakeOf, firstOf, piecesOf } from '../../../formula/way/index.ts';
import type { Followed } from '../../checker/index.ts';
import { awayBy, endOf, hotterBy, type Schedule } from '../../instance/index.ts';
import { SLOT } from '../../../dough/index.ts';
import { coolingOf, coreDoneOf, deckFloorOf, deckLotOf, type Network } from '../../network/index.ts';
import type { DayInput } from '../../demand/index.ts';
import { DONE_SIGNS } from './done-signs.ts';
import { heatOf, type OvenDeck } from './oven-heat.ts';
import type { OvenItem, OvenLoad } from './oven-load.ts';
import { heatingsOf, type Heating } from '../heating.ts';
import { actualsOf } from '../../../run/index.ts';
import { laidByHand } from './laid.ts';

/** °C of the core of bread that may be packed, where its way does not say. */
const COOL = 35;

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

/** The oven through a plan: which pieces stand where on which deck, and how hot its stones are. */
export function ovenDay(input: DayInput, network: Network, schedule: Schedule, followed: Followed): OvenDay {
  const { floor } = input.bakehouse;
  const loads = onDecks(gathered(input, network, schedule, followed), input, network);
  const heatings = heatingsOf(network.instance, schedule);
  // Decks that share one heat are one oven: what is said of it is said once.
  const all = floor.oven.shared ? heatOf(input, network, loads, heatings, null) : null;
  const decks = Array.from({ length: floor.oven.decks }, (_, deck) =>
    all && deck > 0 ? { ...all, short: [], hot: [], met: [], heated: 0 } : (all ?? heatOf(input, network, loads, heatings, deck)),
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
    for (const batch of model.batches)
      for (const [index, strand] of batch.strands.entries()) {
        const bake = bakeOf(doc, strand.product);
        if (strand.load === null || strand.out === null || !bake) continue;
        const [loaded, out, packed] = [strand.load, strand.out, strand.pack].map((task) => schedule.tasks[task]);
        const load = instance.tasks[strand.load]?.load;
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
          dough: strand.pieces * strand.mass, loss: bakeLossOf(doc, strand.product),
          signs: DONE_SIGNS[doc.type], rests: doc.type === 'rye',
          coolAt: moment(out.start) + coolingOf(doc, { product: strand.product, scaledWeight: strand.mass }, below, network.frame.room.warmest) * 3600,
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
