import {
  coolingHours,
  CORE_DONE,
  BREAD_DENSITY,
  NO_STONE,
  STONE,
  STONE_DEPTH,
  type Stone,
} from '../../oven/index.ts';
import { decksFor, outlineOf, SPACING, type DeckFloor, type DeckLot } from '../../oven/decks/index.ts';
import type { FormulaDoc } from '../../formula/index.ts';
import { pieceMass } from '../../formula/scale/index.ts';
import { bakeLossOf, bakeOf, firstOf, piecesOf } from '../../formula/way/index.ts';
import { bad, good, problem, type Result } from '../../problem/index.ts';
import type { Floor } from '../../bakehouse/index.ts';
import { SLOT_MINUTES } from '../../dough/index.ts';
import { ofKind, type Holder, type Oven } from '../../equipment/index.ts';
import type { Lot } from './lot.ts';

/** Pieces of one product that go into the oven at once. */
export interface BakedLot {
  readonly product: string;
  readonly pieces: number;
  /** Dough of a piece, kg. */
  readonly scaledWeight: number;
}

/** Baskets, tins or trays of a name, if there are such here. */
export const holderHere = (floor: Pick<Floor, 'equipment'>, slug: string): Holder | null =>
  ofKind(floor, 'holder').find((each) => each.slug === slug) ?? null;

export const deckFloorOf = ({ width, depth }: Oven): DeckFloor => ({ width, depth });

/** Slots until an oven that was off is hot. @param usual minutes, where it does not say */
export const reheatOf = ({ preheat }: Oven, usual: number): number =>
  Math.ceil((preheat ?? usual) / SLOT_MINUTES);

/** The stone of one deck here. */
export const stoneOf = ({ width, depth, heater, stone }: Oven): Stone => ({
  ...STONE,
  capacity: (STONE.capacity * Math.max(NO_STONE, stone)) / STONE_DEPTH,
  area: width * depth,
  power: heater,
});

/** K above the core that a formula asks for at which its bread is done as well. Chosen for Jovet. */
const CORE_PLAY = 3;

/** Hours until the core of a loaf is below so many °C, in a room of so many. */
export function coolingOf(
  doc: FormulaDoc,
  { product, scaledWeight }: Pick<BakedLot, 'product' | 'scaledWeight'>,
  below: number,
  room: number,
): number {
  const density = doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
  const mass = pieceMass(doc, product, scaledWeight) * (1 - bakeLossOf(doc, product) / 100);
  return coolingHours(mass, density, room, below);
}

/** °C of the core of a product at which it is done, least and most. */
export function coreDoneOf(
  doc: FormulaDoc,
  product: string,
  held: boolean,
): readonly [least: number, most: number] {
  const core = bakeOf(doc, product)?.core ?? null;
  if (core !== null) return [core, Math.min(100, core + CORE_PLAY)];
  if (doc.type === 'enriched' || doc.type === 'laminated') return CORE_DONE.enriched;
  return held ? CORE_DONE.tin : CORE_DONE.hearth;
}

/** What pieces of a product bake in, and how many in one of it; null: they stand free. */
function bakesIn(floor: Floor, doc: FormulaDoc, product: string): { holder: Holder; hold: number } | null {
  const [bake, shape] = [bakeOf(doc, product), firstOf(piecesOf(doc, product), 'shape')];
  const own = bake && bake.into !== null ? bake : shape;
  const holder = own && own.into !== null ? holderHere(floor, own.into) : null;
  return holder && own && (holder.bakes || own === bake) ? { holder, hold: own.hold } : null;
}

/**
 * What stands on a deck for some pieces: their tins or trays where they bake in such of a known size, else the pieces
 * themselves as they spring.
 */
export function deckLotOf(
  floor: Floor,
  doc: FormulaDoc,
  lot: BakedLot,
): DeckLot & { readonly holder: string | null } {
  const held = bakesIn(floor, doc, lot.product);
  if (held?.holder.size)
    return {
      outline: { kind: 'rectangle', ...held.holder.size },
      spacing: SPACING.held,
      count: Math.ceil(lot.pieces / held.hold),
      holder: held.holder.name,
    };
  const mass = pieceMass(doc, lot.product, lot.scaledWeight) * (1 - bakeLossOf(doc, lot.product) / 100);
  const density = doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
  return {
    outline: outlineOf(firstOf(piecesOf(doc, lot.product), 'shape')?.shape ?? 'round', mass, density),
    spacing: SPACING.free,
    count: lot.pieces,
    holder: null,
  };
}

/** Decks of an oven that pieces take, the last one in part; or what cannot be: a piece that is larger than a deck. */
export function decksOf(oven: Oven, floor: Floor, doc: FormulaDoc, lot: BakedLot): Result<number> {
  const bake = bakeOf(doc, lot.product);
  if (!bake) return good(0);
  const known = bake.perDeck;
  return known === null ? decksFor(deckFloorOf(oven), deckLotOf(floor, doc, lot)) : good(lot.pieces / known);
}

/** An oven that bakes some pieces, and how many of its decks they take. */
export interface Suits {
  /** Index among the ovens. */
  readonly oven: number;
  readonly decks: number;
}

/**
 * Ovens that suit a bake: those that its way names; else what stands free bakes on a stone and what wants steam where there
 * is some, if there is any such oven.
 */
export function ovensFor(floor: Floor, doc: FormulaDoc, lot: BakedLot): Suits[] {
  const ovens = ofKind(floor, 'oven');
  const bake = bakeOf(doc, lot.product);
  const [free, steam] = [bakesIn(floor, doc, lot.product) === null, (bake?.steam ?? 0) > 0];
  const all = ovens.map((oven, index) => ({ oven, index })).filter(({ oven }) => oven.decks > 0);
  const named = all.filter(({ oven }) => bake?.only.includes(oven.slug));
  const some = (test: (oven: Oven) => boolean, of: typeof all) => {
    const fitting = of.filter(({ oven }) => test(oven));
    return fitting.length > 0 ? fitting : of;
  };
  const onStone = free ? some(({ stone }) => stone > 0, all) : all;
  const suitable =
    named.length > 0 ? named : steam ? some((oven) => oven.steam !== 'none', onStone) : onStone;
  return suitable.flatMap(({ oven, index }) => {
    const decks = decksOf(oven, floor, doc, lot);
    return decks.ok ? [{ oven: index, decks: decks.value }] : [];
  });
}

/** Lots of one product and weight together: they leave with the first of them. */
export function strandsIn(lots: readonly Lot[]): Lot[] {
  const joined = new Map<string, Lot>();
  for (const lot of lots) {
    const key = `${lot.product} ${lot.scaledWeight}`;
    const known = joined.get(key);
    joined.set(key, known ? { ...known, pieces: known.pieces + lot.pieces, drop: Math.min(known.drop, lot.drop) } : lot);
  }
  return [...joined.values()];
} // prettier-ignore

/** Times that an oven is loaded for some pieces: once if they fit on its decks and into what there is to bake them in. */
export function loadsOf(floor: Floor, doc: FormulaDoc, lot: BakedLot): number {
  const ovens = ofKind(floor, 'oven');
  const shares = ovensFor(floor, doc, lot).map(({ oven, decks }) => decks / (ovens[oven]?.decks ?? 1));
  const bake = bakeOf(doc, lot.product);
  const held = bake?.into ? holderHere(floor, bake.into) : null;
  const pots = held && bake ? lot.pieces / bake.hold / held.count : 0;
  return Math.max(1, Math.ceil(Math.max(pots, Math.min(...(shares.length > 0 ? shares : [1]))) - 1e-9));
}

/** Whether any oven here takes such pieces; or what is wrong with the one that comes nearest. */
export function suitsSome(floor: Floor, doc: FormulaDoc, lot: BakedLot): Result<true> {
  if (!bakeOf(doc, lot.product) || ovensFor(floor, doc, lot).length > 0) return good(true);
  const [first] = ofKind(floor, 'oven').filter(({ decks }) => decks > 0);
  const decks = first && decksOf(first, floor, doc, lot);
  return decks && !decks.ok
    ? decks
    : bad(problem('formulas', 'There is no oven here that it could bake in.', 'Enter one in Bakehouse.'));
}
