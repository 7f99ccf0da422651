import { bad, good, problem, type Result } from '../../problem/index.ts';
import { formatNumber } from '../../units/index.ts';

/** A bath or brine that is asked for. Masses in kg. */
export interface BathOrder {
  /** What the percentage is of: of the water, or of the finished solution. */
  readonly basis: 'water' | 'solution';
  /** Pure lye or salt, percent of the basis. */
  readonly percent: number;
  /** Share of it in what is bought, 0 to 1: 0.98 for flakes, 0.5 for a strong solution. */
  readonly purity: number;
  readonly given: 'water' | 'solution';
  /** Of what is given. */
  readonly mass: number;
}

export interface Bath {
  readonly water: number;
  /** Of what is bought, as it stands on the scale. */
  readonly agent: number;
  readonly solution: number;
  /** Strength on both bases, pure, percent. */
  readonly ofWater: number;
  readonly ofSolution: number;
  /** Says what the percentage means. */
  readonly sentence: string;
}

/** What everyone who handles lye must know. Domain section 14. */
export const LYE_CAUTION =
  'Lye burns skin and eyes: gloves and eye protection; lye into water, never water into lye; no aluminium; label it and lock it away. Local rules and trained people decide.';

/**
 * A lye bath or a brine. Basis water: pure = water × p. Basis solution: pure = solution × p. What is weighed is pure ÷
 * purity; what else it brings counts to the solution, not to the water.
 *
 * @returns kg, or a problem at `percent`, `purity` or `mass`
 */
export function bathOf({ basis, percent, purity, given, mass }: BathOrder): Result<Bath> {
  if (!(mass > 0)) return bad(problem('mass', 'There is nothing to make.', 'Enter more than 0.'));
  if (!(purity > 0 && purity <= 1))
    return bad(problem('purity', 'A purity is above 0 and at most 100 %.', 'Read it on the package.'));
  if (!(percent > 0))
    return bad(problem('percent', 'A bath without strength is water.', 'Enter more than 0 %.'));
  const share = percent / 100 / purity;
  if (basis === 'solution' && share >= 1) {
    return bad(
      problem(
        'percent',
        `${formatNumber(percent, 1)} % is stronger than what is bought.`,
        `Use less than ${formatNumber(purity * 100, 1)} %.`,
      ),
    );
  }
  // Agent for one of water, whatever the basis.
  const perWater = basis === 'water' ? share : share / (1 - share);
  const water = given === 'water' ? mass : mass / (1 + perWater);
  const agent = water * perWater;
  const pure = agent * purity;
  const solution = water + agent;
  return good({
    water,
    agent,
    solution,
    ofWater: (pure / water) * 100,
    ofSolution: (pure / solution) * 100,
    sentence:
      basis === 'water'
        ? `${formatNumber(percent, 1)} % of the water: ${formatNumber(percent * 10, 0)} g pure to 1 kg of water.`
        : `${formatNumber(percent, 1)} % of the solution: ${formatNumber(percent * 10, 0)} g pure in 1 kg of finished bath.`,
  });
}
