/**
 * Rise in thermal time. θ = ∫ v·μ(T(t)) dt has no unit; in θ everything is closed form, whatever the temperature did.
 * G is gas made, in volumes of the fermenting dough; y0 the starting population against a ripe culture.
 */

/** c_w, volumes. Fitted for Jovet to practice. */
export const RISE_SCALE = 1.85;

/** A ripe culture ends at this population. */
export const RIPE_POPULATION = 0.7;

/** The starting population is at most this multiple of the mass share of the leaven. */
const LIVELIEST_SEED = 1.15;

/**
 * G(θ) = c_w·ln(1 + y0(e^θ − 1)).
 *
 * @returns volumes of gas per volume of dough
 */
export const riseAt = (theta: number, y0: number): number => RISE_SCALE * Math.log1p(y0 * Math.expm1(theta));

/**
 * θ at which a rise is reached: ln(1 + (e^(G/c_w) − 1)/y0), the inverse of `riseAt`.
 *
 * @param rise G, volumes, 0 or more
 * @param y0 above 0
 */
export const thermalTimeForRise = (rise: number, y0: number): number =>
  Math.log1p(Math.expm1(rise / RISE_SCALE) / y0);

/** N(θ) = y0·e^θ/(1 + y0(e^θ − 1)). */
export const populationAt = (theta: number, y0: number): number =>
  (y0 * Math.exp(theta)) / (1 + y0 * Math.expm1(theta));

/**
 * y0 of a dough or build: mass share of the leaven × N_seed/0.70, so that a young leaven passes on what it has.
 *
 * @param share mass share of the leaven in the fermenting dough, 0 to 1
 * @param seedPopulation N of the leaven when it goes in
 */
export const startingPopulation = (share: number, seedPopulation = RIPE_POPULATION): number =>
  share * Math.min(LIVELIEST_SEED, seedPopulation / RIPE_POPULATION);

/**
 * The starting population that reaches a rise in a given thermal time: solves `riseAt` for y0.
 *
 * @returns y0; above 1 there is no build that is so fast
 */
export const populationForRise = (rise: number, theta: number): number =>
  Math.expm1(rise / RISE_SCALE) / Math.expm1(theta);
