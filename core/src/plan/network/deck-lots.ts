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
import { good, type Result } from '../../problem/index.ts';
import type { Floor, FloorProduct } from '../../bakehouse/index.ts';

/** Pieces of one product that go into the oven at once. */
export interface BakedLot {
  readonly formula: string;
  readonly product: string;
  readonly pieces: number;
  /** Dough of a piece, kg. */
  readonly scaledWeight: number;
}

export const floorProductOf = (
  floor: Floor,
  { formula, product }: Pick<BakedLot, 'formula' | 'product'>,
): FloorProduct | null =>
  floor.products.find((each) => each.formula === formula && each.product === product) ?? null;

export const deckFloorOf = ({ oven: { width, depth } }: Floor): DeckFloor => ({ width, depth });

/** The stone of one deck here. */
export const stoneOf = ({ oven: { width, depth, heater, stone } }: Floor): Stone => ({
  ...STONE,
  capacity: (STONE.capacity * Math.max(NO_STONE, stone)) / STONE_DEPTH,
  area: width * depth,
  power: heater,
});

/** Percent of the dough of a product that is lost while it bakes. */
export const bakeLossOf = (doc: FormulaDoc, product: string): number =>
  doc.products.find(({ slug }) => slug === product)?.bakeLoss ?? doc.process.bake.loss;

/** K above the core that a formula asks for at which its bread is done as well. Chosen for Jovet. */
const CORE_PLAY = 3;

/** Hours until a loaf may be cut or packed, in a room of so many °C. */
export function coolingOf(
  doc: FormulaDoc,
  { product, scaledWeight }: Pick<BakedLot, 'product' | 'scaledWeight'>,
  room: number,
): number {
  const density = doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
  const mass = scaledWeight * (1 - bakeLossOf(doc, product) / 100);
  return coolingHours(mass, density, room, doc.process.packBelow);
}

/** °C of the core of a dough at which its bread is done, least and most. */
export const coreDoneOf = (doc: FormulaDoc, held: boolean): readonly [least: number, most: number] =>
  doc.process.bake.core !== null
    ? [doc.process.bake.core, Math.min(100, doc.process.bake.core + CORE_PLAY)]
    : doc.type === 'enriched' || doc.type === 'laminated'
      ? CORE_DONE.enriched
      : held
        ? CORE_DONE.tin
        : CORE_DONE.hearth;

/**
 * What stands on a deck for some pieces: their tins or trays where they bake in such of a known size, else the pieces
 * themselves as they spring.
 */
export function deckLotOf(
  floor: Floor,
  doc: FormulaDoc,
  lot: BakedLot,
): DeckLot & { readonly holder: string | null } {
  const product = floorProductOf(floor, lot);
  const holder = floor.holders.find(({ slug }) => slug === product?.holder);
  if (product && holder?.bakes && holder.size)
    return {
      outline: { kind: 'rectangle', ...holder.size },
      spacing: SPACING.held,
      count: Math.ceil(lot.pieces / product.perHolder),
      holder: holder.name,
    };
  const mass = lot.scaledWeight * (1 - bakeLossOf(doc, lot.product) / 100);
  const density = doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
  return {
    outline: outlineOf(doc.process.shape, mass, density),
    spacing: SPACING.free,
    count: lot.pieces,
    holder: null,
  };
}

/** Decks that pieces take, the last one in part; or what cannot be: a piece that is larger than a deck. */
export function decksOf(floor: Floor, doc: FormulaDoc, lot: BakedLot): Result<number> {
  const known = floorProductOf(floor, lot)?.perDeck ?? null;
  return known === null ? decksFor(deckFloorOf(floor), deckLotOf(floor, doc, lot)) : good(lot.pieces / known);
}
