import type { Leavening } from '../../fermentation/index.ts';
import type { RiseWindow } from '../../formula/index.ts';

/** What a dough does by itself, as numbers: everything that its forecast needs, and which tasks it belongs to. */
export interface DoughModel {
  readonly key: string;
  readonly name: string;
  /** What it rises with if its pre-ferments go in at their best. */
  readonly leavening: Leavening;
  /** Pre-ferments, the first made first. */
  readonly preferments: readonly PrefermentModel[];
  /** Hours in the mixer. */
  readonly mixing: number;
  /** Inner size of a tub, m. */
  readonly tub: { readonly length: number; readonly width: number };
  readonly bulk: RiseWindow;
  /** Share of the gas that dividing and shaping leave. */
  readonly gasKept: number;
  readonly proof: RiseWindow;
  readonly batches: readonly BatchModel[];
}

export interface PrefermentModel {
  readonly name: string;
  readonly task: number;
  /** Tasks that it must be ripe for. */
  readonly into: readonly number[];
  readonly leavening: Leavening;
  readonly ripeness: RiseWindow;
  /** °C of where it ripens. */
  readonly stands: number;
  /** Null where it goes into another pre-ferment; else its shares of the dough, and what it brings at its best. */
  readonly inDough: {
    readonly share: number;
    readonly flourShare: number;
    readonly culture: number;
    readonly yeast: number;
  } | null; // prettier-ignore
}

export interface BatchModel {
  /** Its number within the dough, from 1. */
  readonly n: number;
  /** kg */
  readonly dough: number;
  /** °C when it is mixed, wanted or measured. */
  readonly ddt: number;
  readonly tubs: number;
  readonly mix: number;
  readonly folds: readonly number[];
  readonly divide: number;
  readonly strands: readonly StrandModel[];
}

/** What a dough parts into when it is divided: pieces of one product that go into the oven at once. */
export interface StrandModel {
  readonly product: string;
  readonly pieces: number;
  /** Dough of a piece, kg. */
  readonly mass: number;
  readonly shape: number;
  readonly load: number;
  readonly out: number;
  readonly pack: number;
  /** The arc of its proof, and for each of its ways where the pieces stand. */
  readonly proof: number;
  readonly ways: readonly (readonly StandModel[])[];
}

/** A place where pieces stand, until they hold a rise or are loaded. */
export interface StandModel {
  /** °C; null: the room as it is then. */
  readonly around: number | null;
  /** W/m²K */
  readonly h: number;
  readonly untilRise: number | null;
}

/** The room by slot, °C; beyond its ends as at its ends. */
export interface RoomBySlot {
  readonly slots: number;
  /** One temperature all day long. */
  readonly steady: boolean;
  readonly at: (slot: number) => number;
  readonly warmest: number;
}
