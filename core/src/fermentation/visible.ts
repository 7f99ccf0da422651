/** Gas that a dough of each kind holds before it falls, volumes of what ferments. Domain section 6, default. */
export const MOST_RISE = {
  strongWheat: 3.0,
  ordinary: 2.2,
  wholeWheat: 1.6,
  spelt: 1.5,
  rye: 1.0,
  liquidCulture: 2.9,
} as const;

/** Beyond the most it can hold a dough loses this share of what is made on top. */
const FALLS = 0.4;
/** It never falls below this share of the most. */
const LEAST = 0.3;

/**
 * What is seen of the gas: up to the most that the dough holds, then it sinks. V = G_max − 0.4(G − G_max), not under
 * 0.3·G_max; times the share of the dough that ferments.
 *
 * @param rise G, volumes of what ferments
 * @param most G_max
 * @param share volume share of flour, water, salt, sugar and culture in the dough, 0 to 1
 * @returns volumes of the dough
 * @source domain section 6
 */
export function visibleRise(rise: number, most: number, share = 1): number {
  const held = rise <= most ? rise : Math.max(LEAST * most, most - FALLS * (rise - most));
  return held * share;
}

/** When something is usable: from, best, until, as rises in volumes. */
export interface RiseBand {
  readonly earliest: number;
  readonly best: number;
  readonly latest: number;
}

/** Where a rise stands in its band. */
export type Stage = 'young' | 'ripe' | 'past';

export const stageAt = (rise: number, band: RiseBand): Stage =>
  rise < band.earliest ? 'young' : rise <= band.latest ? 'ripe' : 'past';
