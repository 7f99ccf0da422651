/** Acidity of a ripe wheat culture on this scale. Domain section 6. */
export const RIPE_ACIDITY = 1.1;

/**
 * Acidity index A = share·A_seed + ln(1 + l0(e^θL − 1)). Lactic acid only: the acetic share is beyond the model.
 *
 * @param theta ∫ v·k·μ_lactic dt
 * @param l0 starting population of lactic bacteria, reckoned like that of the yeast
 * @param share mass share of the culture in what ferments, 0 to 1
 * @param seedAcidity A of the culture when it went in
 */
export const acidityAt = (theta: number, l0: number, share: number, seedAcidity = RIPE_ACIDITY): number =>
  share * seedAcidity + Math.log1p(l0 * Math.expm1(theta));
