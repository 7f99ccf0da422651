import type { Leavening } from '../fermentation/index.ts';
import type { RiseWindow } from '../formula/index.ts';

/** What a dough does by itself, as numbers: everything that its forecast needs, and which tasks it belongs to. */
export interface DoughModel {
  readonly key: string;
  readonly name: string;
  /** What it rises with if its pre-ferments go in at their best. */
  readonly leavening: Leavening;
  /** The culture behind it whose vigour is learned, by its slug; null where it is what the bakehouse takes it to be. */
  readonly fedFrom: string | null;
  /** Pre-ferments, the first made first. */
  readonly preferments: readonly PrefermentModel[];
  /** Hours in the mixer. */
  readonly mixing: number;
  /** Inner size of a tub, m. */
  readonly tub: { readonly length: number; readonly width: number };
  readonly bulk: RiseWindow;
  /** Hours of bulk in the room, and then °C around the tub; null: it stays in the room. */
  readonly cold: { readonly after: number; readonly around: number } | null;
  /** °C of where a sheet rests between its turns; null: the room. */
  readonly rests: number | null;
  /** Share of the gas that dividing and shaping leave. */
  readonly gasKept: number;
  readonly proof: RiseWindow;
  readonly batches: readonly BatchModel[];
  /** How fast those of its batches rise that were looked at, against their forecast. */
  readonly seen: readonly { readonly day: string; readonly task: string; readonly pace: number }[];
}

export interface PrefermentModel {
  readonly name: string;
  readonly task: number;
  /** Tasks that it must be ripe for. */
  readonly into: readonly number[];
  readonly leavening: Leavening;
  readonly fedFrom: string | null;
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
  /** How fast it ferments against its forecast: as it was seen to rise, else as its dough is known to. */
  readonly pace: number;
  readonly folds: readonly number[];
  /** Of a laminated dough, the lock-in first: they end its bulk, and come before it is divided. */
  readonly turns: readonly number[];
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

/** The task that ends the bulk of a batch. */
export const bulkEnd = ({ turns, divide }: Pick<BatchModel, 'turns' | 'divide'>): number =>
  turns[0] ?? divide;

/** kg of a sheet of laminated dough as it rests. Chosen for Jovet. */
export const SHEET = 4;

/** A place where pieces stand: until they hold a rise, for the last hours before they are loaded, or for what is left. */
export interface StandModel {
  /** °C; null: the room as it is then. */
  readonly around: number | null;
  /** W/m²K */
  readonly h: number;
  readonly untilRise: number | null;
  /** Hours before the load. */
  readonly atLast: number | null;
}

/** The room by slot, °C; beyond its ends as at its ends. */
export interface RoomBySlot {
  readonly slots: number;
  /** One temperature all day long. */
  readonly steady: boolean;
  readonly at: (slot: number) => number;
  readonly warmest: number;
}
