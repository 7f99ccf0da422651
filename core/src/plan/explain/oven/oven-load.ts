import type { BakeProfile } from '../../../oven/index.ts';
import type { DeckLot, OnDeck } from '../../../oven/decks/index.ts';
import type { DoneSigns } from './done-signs.ts';

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
  /** Index of the oven; plans of before there were several do not say. */
  readonly oven?: number;
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
