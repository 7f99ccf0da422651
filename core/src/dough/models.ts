import type { Leavening } from '../fermentation/index.ts';
import type { HeldStay } from '../fermentation/rates/index.ts';
import type { RiseWindow } from '../formula/index.ts';
import type { COVERS, Place } from '../formula/way/index.ts';
import type { DoughBody } from './course/body.ts';

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
  /** It is used by the clock, and its rise is only told. */
  readonly byClock: boolean;
  /** °C of where it ripens in the end, and where it stands until then. */
  readonly stands: number;
  readonly stays: readonly HeldStay[];
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
  readonly divide: number;
  /** From the mix to the cut. */
  readonly whole: readonly Passage[];
  readonly strands: readonly StrandModel[];
}

/** What a dough parts into when it is divided: pieces of one product that go into the oven at once. */
export interface StrandModel {
  readonly product: string;
  readonly pieces: number;
  /** Dough of a piece, kg. */
  readonly mass: number;
  /** Tasks of its bake; null where it is not baked. */
  readonly load: number | null;
  readonly out: number | null;
  /** The task that it is over with: packed, or into the freezer. */
  readonly pack: number;
  /** From the cut to the oven. */
  readonly passages: readonly Passage[];
}

/** A stretch of the way of a dough: it is worked at, or stands in one place after another. */
export interface Passage {
  /** The task after which it begins. */
  readonly from: number;
  /** The task as which begins it is over; or, where that is so, as which ends. */
  readonly until: number;
  readonly atEnd: boolean;
  /** Share of the gas that its beginning leaves. */
  readonly keeps: number;
  readonly body: DoughBody;
  /** Where it stands, by the way that the plan chooses for its wait. */
  readonly ways: readonly (readonly StandModel[])[];
  readonly arc: number | null;
  readonly folds: readonly { readonly task: number; readonly keeps: number }[];
  /** What it has to have risen to at its end; null: it goes by the clock. */
  readonly window: { readonly of: 'bulk' | 'proof'; readonly name: string; readonly rise: RiseWindow } | null;
  /** °C that it has at its end whatever it had: it comes out of a mixer; null: as it comes. */
  readonly sets: number | null;
  /** What lies over it. */
  readonly cover: (typeof COVERS)[number];
}

/** A place where a dough stands: so many hours, until a rise, or as long as it takes. */
export interface StandModel {
  readonly place: Place;
  /** °C; null: the room as it is then. */
  readonly around: number | null | BySlot;
  /** W/m²K */
  readonly h: number;
  /** Percent RH; null: that of the room. */
  readonly humidity: number | null;
  readonly hours: number | null;
  readonly untilRise: number | null;
}

/** The task that ends the bulk of a batch: it has to have risen by then. */
export const bulkEnd = ({ whole, divide }: Pick<BatchModel, 'whole' | 'divide'>): number =>
  whole.find(({ window }) => window !== null)?.until ?? divide;

/** Whether a dough stays in a place as long as it takes. */
export const isOpen = ({ hours, untilRise }: StandModel): boolean => hours === null && untilRise === null;

/** °C from each of some slots on, in their order. */
export type BySlot = readonly (readonly [slot: number, celsius: number])[];

/** °C around what stands somewhere in a slot. */
export function celsiusAt(around: StandModel['around'], slot: number, room: Pick<RoomBySlot, 'at'>): number {
  if (around === null) return room.at(slot);
  if (typeof around === 'number') return around;
  return (around.findLast(([from]) => from <= slot) ?? around[0])?.[1] ?? room.at(slot);
} // prettier-ignore

/** The room by slot, °C; beyond its ends as at its ends. */
export interface RoomBySlot {
  readonly slots: number;
  /** One temperature all day long. */
  readonly steady: boolean;
  readonly at: (slot: number) => number;
  readonly warmest: number;
}
