/** Why no plan can exist: small enough to be checked by itself, and to be said in a sentence. */
export type Certificate = ChainCertificate | EnergyCertificate;

/** These tasks, their bounds and the waits between them leave one of them no slot, whatever else the day holds. */
export interface ChainCertificate {
  readonly kind: 'chain';
  readonly tasks: readonly number[];
  /** The arc of a bulk: it is so at each level at which that may end, though not of the same task at all of them; null: anyhow. */
  readonly bulk: number | null;
}

/** What must be done within a stretch of time needs more of something than there is. */
export interface EnergyCertificate {
  readonly kind: 'energy';
  readonly of: Scarce;
  /** Slots; `to` is not included. */
  readonly from: number;
  readonly to: number;
  /** Whose work, and whose waits, lie in it. */
  readonly tasks: readonly number[];
  readonly arcs: readonly number[];
  /** In slots of one person, one deck, or one unit of the resource. */
  readonly need: number;
  readonly have: number;
}

/** Hands that can do at least one of some skills (bits), decks, or a resource. */
export type Scarce =
  | { readonly kind: 'hands'; readonly skills: number }
  | { readonly kind: 'decks' }
  | { readonly kind: 'resource'; readonly resource: number };
