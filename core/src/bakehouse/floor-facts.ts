/**
 * °C that a proof may have at most: leavened by culture, laminated, other. Domain section 3.
 *
 * @example
 * assert.equal(warmestProof('laminated', false), 27);
 */
export const warmestProof = (type: string, cultured: boolean): number =>
  type === 'laminated' ? 27 : cultured ? 30 : 38;
