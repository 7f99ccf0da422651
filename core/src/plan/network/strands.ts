import { HEAT_TRANSFER } from '../../fermentation/index.ts';
import {
  CORE_AT_UNLOADING,
  FIRST_LOOK,
  profileFor,
  recoveryMinutes,
  type BakeProfile,
} from '../../oven/index.ts';
import { bakeLossOf, coolingOf, decksOf, floorProductOf, stoneOf } from './deck-lots.ts';
import {
  SLOT,
  SLOT_MINUTES,
  type DoughModel,
  type StandModel,
  type StrandModel,
  proofTables,
  type BulkSamples,
  type FoldWhen,
  type ProofAsk,
} from '../../dough/index.ts';
import type { Use } from '../instance/index.ts';
import { warmestProof } from '../../bakehouse/index.ts';
import { idIn, loadIds, type Dough, type DoughBatch, type Lot } from '../demand/index.ts';
import {
  HOUR,
  noteOf,
  slotsOf,
  type TaskKind,
  type TaskList,
  type TaskNote,
  type Waiting,
} from './task-list.ts';

/** The bulk of a dough by when it is mixed, with the folds that it has time for. */
export interface FollowedBulk extends BulkSamples {
  readonly folds: readonly FoldWhen[];
  readonly leavening: DoughModel['leavening'];
}

/** A batch that was cut, and what comes after it. */
export interface Cut {
  readonly unit: number;
  readonly id: string;
  readonly dough: Dough;
  readonly batch: DoughBatch;
  readonly bulk: FollowedBulk;
  /** The task that cuts it. */
  readonly divide: number;
  /** What a laminated dough goes through between its bulk and the cut. */
  readonly turned: ProofAsk['turned'];
}

/** Pieces of one product that go into the oven at once. */
type Strand = Lot;

/** Hours that bread may lie before it is packed, and packed before it leaves. Chosen for Jovet. */
const FRESH = { rye: 24, other: 5 } as const;
/** Hours that a proof in the warm may take. */
const WARM_MOST = 12;
/** What the cold costs instead of the warm: once, and where it is begun in the warm. */
const COLD_COST = { cold: 1, begun: 2 } as const;

/** In the cold a dough changes so much less in a slot than in the warm, near the best of its proof. Chosen for Jovet. */
const COLD_SHARE = 0.1;
/** Slots of the shortest bake that is looked at. */
const LOOKED_AT = 2;
/** Slots between a pan for steam that is set down and the load: it goes in ten minutes before. Chosen for Jovet. */
const PAN = { least: 1, best: 1, most: 2 } as const;
/** Seconds of a look into the oven, or of a pan set down; and what a slot away from its time costs. */
const [MOMENT, HARMLESS] = [60, 0.1];

/** From the cut to the pack: shaped, proofed, baked and cooled, product by product and load by load. */
export function strandsOf(list: TaskList, cut: Cut): StrandModel[] {
  const strands = parted(list, cut);
  const ids = loadIds(list.input.told, { id: cut.id, dough: cut.dough.key, n: cut.batch.n }, strands);
  return strands.map((strand, index) => strandTasks(list, cut, strand, ids[index] ?? cut.id));
}

/** Lots of one product and weight together, parted where they need more decks than there are. */
function parted(list: TaskList, { dough, batch }: Cut): Strand[] {
  const joined = new Map<string, Strand>();
  for (const lot of batch.lots) {
    const key = `${lot.product} ${lot.scaledWeight}`;
    const known = joined.get(key);
    joined.set(
      key,
      known ? { ...known, pieces: known.pieces + lot.pieces, drop: Math.min(known.drop, lot.drop) } : lot,
    );
  }
  const { decks } = list.input.bakehouse.floor.oven;
  return [...joined.values()].flatMap((strand) => {
    const loads = Math.max(1, Math.ceil(decksTaken(list, dough, strand) / Math.max(1, decks) - 1e-9));
    return Array.from({ length: loads }, (_, index) => ({
      ...strand,
      pieces: Math.floor((strand.pieces * (index + 1)) / loads) - Math.floor((strand.pieces * index) / loads),
    }));
  });
} // prettier-ignore

function strandTasks(list: TaskList, cut: Cut, strand: Strand, id: string): StrandModel {
  const { unit, dough, batch, divide } = cut;
  const { rates, floor, spare } = list.input.bakehouse;
  const { process, type } = dough.formula.doc;
  const about = (kind: TaskKind): TaskNote => ({
    ...noteOf(kind, dough, batch.n, strand.name, strand.pieces * strand.scaledWeight),
    pieces: strand.pieces,
    load: id,
    drop: strand.drop,
  });
  const seconds = (each: number) => strand.pieces * each;
  const shape = list.task(unit, about('shape'), idIn(id, 'shape'), seconds(rates.shape[process.shape]), 'shape', {
    two: true,
    bench: true,
  });
  const rest = Math.ceil(process.benchRest / SLOT_MINUTES);
  list.arc(divide, shape, [list.between(rest, rest, rest + 3)], floor.weights.dough / 2);

  const longer = list.actual(idIn(id, 'load'))?.longer ?? 0;
  const profile = profileFor(process.bake, strand.scaledWeight, longer);
  const baked = Math.round(profile.minutes / SLOT_MINUTES);
  const decks = decksTaken(list, dough, strand);
  const loading = floor.oven.loader ? Math.ceil(decks) * 60 + seconds(rates.score) : seconds(rates.load + rates.score);
  const busy = slotsOf(loading) + baked + 1 + slotsOf(seconds(rates.unload)) + Math.ceil(recoveryOf(list, dough, strand, decks, profile) / SLOT_MINUTES);
  const load = list.task(unit, about('load'), idIn(id, 'load'), loading, 'oven', {
    load: { profile: list.profile(profile, baked), fill: Math.ceil(decks * 1000 - 1e-6), slots: busy },
  });
  const ways = proofWays(list, cut, strand);
  const proof = list.arc(shape, load, ways.map(({ way }) => way), floor.weights.dough);
  const out = list.task(unit, about('out'), idIn(id, 'out'), seconds(rates.unload), 'oven');
  const inOven = holderOf(list, dough, strand, true);
  list.arc(load, out, [{ ...list.between(baked, baked, baked + 1), holds: inOven }], floor.weights.dough);

  const look = Math.min(baked - 1, Math.floor(profile.look === null ? baked * FIRST_LOOK : profile.look / SLOT_MINUTES));
  if (baked >= LOOKED_AT) {
    const seen = list.task(unit, about('look'), idIn(id, 'look'), MOMENT, 'oven');
    list.arc(load, seen, [list.between(Math.max(0, look - 1), look, Math.min(look + 1, baked - 1))], HARMLESS);
  }
  if (floor.oven.steam === 'pan' && process.bake.steam > 0) {
    const pan = list.task(unit, about('pan'), idIn(id, 'pan'), MOMENT, 'oven');
    list.arc(pan, load, [list.between(PAN.least, PAN.best, PAN.most)], HARMLESS);
  }

  const fresh = FRESH[type === 'rye' ? 'rye' : 'other'] * HOUR;
  const due = Math.floor((strand.drop - spare * 60 - list.frame.origin) / SLOT);
  const pack = list.task(unit, about('pack'), idIn(id, 'pack'), seconds(rates.pack), 'pack', { two: true, due, first: due - fresh });
  const cool = Math.min(list.frame.slots, Math.ceil(coolingOf(dough.formula.doc, strand, list.frame.room.warmest) * HOUR));
  const racks = list.use('racks', strand.pieces * strand.scaledWeight);
  list.arc(out, pack, [{ ...list.between(cool, cool, cool + fresh), holds: racks }], floor.weights.early);
  return {
    product: strand.product, pieces: strand.pieces, mass: strand.scaledWeight, shape, load, out, pack, proof,
    ways: ways.map(({ stands }) => stands),
  };
} // prettier-ignore

/** °C that pieces which ask for warmth have in the box; null: they stand in the room, also where the box is too warm for them. */
function boxTemperature({ input }: TaskList, { dough, bulk }: Cut): number | null {
  const { around } = dough.formula.doc.process.proof;
  const box = input.bakehouse.floor.proofBox?.temperature ?? null;
  if (around === null || box === null) return around;
  return box <= warmestProof(dough.formula.doc.type, bulk.leavening.culture > 0) ? box : null;
}

/** Ways to proof: in the room or the box, and where there is a retarder in the cold. */
function proofWays(list: TaskList, cut: Cut, strand: Strand): { way: Waiting; stands: StandModel[] }[] {
  const { floor, rates } = list.input.bakehouse;
  const { process } = cut.dough.formula.doc;
  const product = floorProductOf(floor, { formula: cut.dough.slug, product: strand.product });
  const holder = holderOf(list, cut.dough, strand, false);
  const mass = strand.pieces * strand.scaledWeight;
  const asked = boxTemperature(list, cut);
  const warm: StandModel = { around: asked, h: HEAT_TRANSFER.coveredBasket, untilRise: null, atLast: null };
  const box = asked !== null ? list.use('proof-box', mass) : [];
  const options: { name: string; stands: StandModel[]; holds: Use[]; most: number; cost: number; share: number }[] = [
    { name: box.length > 0 ? 'box' : 'room', stands: [warm], holds: [...holder, ...box], most: WARM_MOST, cost: 0, share: 1 },
  ];
  if (floor.retarder && product?.retard) {
    const { temperature, most } = floor.retarder;
    const cold: StandModel = { around: temperature, h: HEAT_TRANSFER.fanRetarder, untilRise: null, atLast: null };
    const begun = { ...warm, untilRise: process.proof.rise.earliest };
    const holds = [...holder, ...list.use('retarder', mass)];
    const how = { holds, most, share: COLD_SHARE };
    if (product.temper !== null) {
      const stands = [cold, { ...warm, atLast: product.temper / 60 }];
      options.push({ ...how, name: 'cold, then warm', stands, holds: [...holds, ...box], cost: COLD_COST.cold });
    } else
      options.push(
        { ...how, name: 'cold', stands: [cold], cost: COLD_COST.cold },
        { ...how, name: 'warm, then cold', stands: [begun, cold], cost: COLD_COST.begun },
      );
  }
  const cutting = cut.batch.lots.reduce((sum, { pieces }) => sum + pieces, 0) * (rates.divide + rates.preshape);
  const shaping = (list.takes('divide', cutting) + list.takes('shape', strand.pieces * rates.shape[process.shape])) / 3600 + process.benchRest / 60;
  return options.map(({ name, stands, holds, most, cost, share }) => {
    const ask = {
      leavening: cut.bulk.leavening, gasKept: process.gasKept, turned: cut.turned, mass: strand.scaledWeight, shaping,
      proof: process.proof.rise, stands, most,
    };
    const tables = proofTables(ask, cut.bulk, list.frame.room).map((table) => list.table(table));
    return { way: { name, tables, holds, cost, share }, stands };
  });
} // prettier-ignore

function decksTaken(
  { input }: TaskList,
  dough: Dough,
  lot: Pick<Lot, 'product' | 'pieces' | 'scaledWeight'>,
): number {
  const decks = decksOf(input.bakehouse.floor, dough.formula.doc, { ...lot, formula: dough.slug });
  if (!decks.ok) throw new Error('a piece that is larger than a deck is refused before');
  return decks.value;
}

/**
 * Minutes until the stone is hot again after a load is out: what the bakehouse knows for a bake of one heat, and what a
 * bake that falls takes longer; or all of it as the heater and the load say.
 */
function recoveryOf({ input, frame }: TaskList, { formula: { doc } }: Dough, lot: Lot, decks: number, profile: BakeProfile): number {
  const { floor } = input.bakehouse;
  const load = {
    at: 0, minutes: profile.minutes, dough: (lot.pieces * lot.scaledWeight) / Math.max(1, decks),
    from: frame.room.warmest, core: CORE_AT_UNLOADING, loss: bakeLossOf(doc, lot.product), steam: 0,
  };
  const reckoned = (as: BakeProfile) => recoveryMinutes(stoneOf(floor), frame.room.warmest, as, load);
  const { recovery } = floor.oven;
  if (recovery === null) return reckoned(profile);
  if (profile.stages.length === 0) return recovery;
  return recovery + Math.max(0, reckoned(profile) - reckoned({ ...profile, stages: [] }));
} // prettier-ignore

/** What pieces stand in; while they bake, only what goes into the oven with them. */
function holderOf(list: TaskList, dough: Dough, strand: Strand, baking: boolean): Use[] {
  const { floor } = list.input.bakehouse;
  const product = floorProductOf(floor, { formula: dough.slug, product: strand.product });
  const holder = floor.holders.find(({ slug }) => slug === product?.holder);
  if (!product || !holder || (baking && !holder.bakes)) return [];
  return list.use(holder.slug, strand.pieces / product.perHolder);
}
