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
import { bakeLossOf, bakeOf, firstOf, piecesOf } from '../../formula/way/index.ts';
import { good, type Result } from '../../problem/index.ts';
import type { Floor, Holder } from '../../bakehouse/index.ts';

/** Pieces of one product that go into the oven at once. */
export interface BakedLot {
  readonly product: string;
  readonly pieces: number;
  /** Dough of a piece, kg. */
  readonly scaledWeight: number;
}

/** Baskets, tins or trays of a name, if there are such here. */
export const holderHere = ({ holders }: Pick<Floor, 'holders'>, slug: string): Holder | null =>
  holders.find((each) => each.slug === slug) ?? null;

export const deckFloorOf = ({ oven: { width, depth } }: Floor): DeckFloor => ({ width, depth });

/** The stone of one deck here. */
export const stoneOf = ({ oven: { width, depth, heater, stone } }: Floor): Stone => ({
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
  const mass = scaledWeight * (1 - bakeLossOf(doc, product) / 100);
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
  const mass = lot.scaledWeight * (1 - bakeLossOf(doc, lot.product) / 100);
  const density = doc.type === 'rye' ? BREAD_DENSITY.rye : BREAD_DENSITY.hearth;
  return {
    outline: outlineOf(firstOf(piecesOf(doc, lot.product), 'shape')?.shape ?? 'round', mass, density),
    spacing: SPACING.free,
    count: lot.pieces,
    holder: null,
  };
}

/** Decks that pieces take, the last one in part; or what cannot be: a piece that is larger than a deck. */
export function decksOf(floor: Floor, doc: FormulaDoc, lot: BakedLot): Result<number> {
  const bake = bakeOf(doc, lot.product);
  if (!bake) return good(0);
  const known = bake.perDeck;
  return known === null ? decksFor(deckFloorOf(floor), deckLotOf(floor, doc, lot)) : good(lot.pieces / known);
}
