/** Pieces of one product in one batch that leave together. */
export interface Lot {
  readonly product: string;
  readonly name: string;
  /** Dough of a piece, kg. */
  readonly scaledWeight: number;
  readonly pieces: number;
  /** When they leave, epoch seconds. */
  readonly drop: number;
}
