/**
 * Baker's yeast in thermal time. y0 and P are in percent instant yeast (or what stands for it) of the flour; θ is
 * ∫ k·μ(T) dt with the rate of baker's yeast; G is gas made, in volumes of what ferments.
 */

/** c_b, volumes. Fitted for Jovet to practice. */
export const GAS_SCALE = 2.56;

/** K: the yeast that a dough can feed, percent instant of flour. Fitted for Jovet to practice. */
export const YEAST_CAPACITY = 4;

/** Instant yeast that one part of each kind stands for. Domain section 6. */
export const YEAST_WORTH = { instant: 1, activeDry: 0.75, fresh: 0.33 } as const;

/** G(θ) = c_b·K·ln(1 + (y0/K)(e^θ − 1)), volumes. */
export const yeastRiseAt = (theta: number, y0: number): number =>
  GAS_SCALE * YEAST_CAPACITY * Math.log1p((y0 / YEAST_CAPACITY) * Math.expm1(theta));

/** θ at which a rise is reached, the inverse of `yeastRiseAt`; Infinity without yeast. */
export const yeastThetaForRise = (rise: number, y0: number): number =>
  Math.log1p(Math.expm1(rise / (GAS_SCALE * YEAST_CAPACITY)) / (y0 / YEAST_CAPACITY));

/** The yeast that reaches a rise in a given thermal time, percent instant of flour. */
export const yeastForRise = (rise: number, theta: number): number =>
  (YEAST_CAPACITY * Math.expm1(rise / (GAS_SCALE * YEAST_CAPACITY))) / Math.expm1(theta);

/** P(θ) = y0·e^θ/(1 + (y0/K)(e^θ − 1)): what the yeast has become, percent instant of flour. */
export const yeastAt = (theta: number, y0: number): number =>
  (y0 * Math.exp(theta)) / (1 + (y0 / YEAST_CAPACITY) * Math.expm1(theta));

/**
 * The yeast of a dough: what is added, and what its pre-ferment hands on.
 *
 * @param added percent instant of all flour
 * @param share prefermented flour over all flour, 0 to 1
 * @param grown P at the end of the pre-ferment, percent instant of its own flour
 */
export const yeastOfDough = (added: number, share: number, grown: number): number => added + share * grown;
