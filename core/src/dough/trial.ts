import { HEAT_TRANSFER } from '../fermentation/index.ts';
import { Scenario } from '../fermentation/forecast/index.ts';
import { splitFormula } from '../formula/scale/index.ts';
import type { Formula } from '../formula/index.ts';
import { good, type Result } from '../problem/index.ts';
import { bulkOf, ddtOf, firstOf } from '../formula/way/index.ts';
import { leavenDough } from './leavening.ts';
import type { Tub } from '../bakehouse/index.ts';

/** What is tried out on a dough at the forecast desk. */
export interface DoughTrial {
  /** °C of the room. */
  readonly room: number;
  /** °C of the dough when it is mixed. */
  readonly fdt: number;
  /** Leaven against what the formula has; 1 as it stands. */
  readonly leaven: number;
  /** Salt, percent of flour. */
  readonly salt: number;
  /** kg in a tub. */
  readonly mass: number;
  /** Share of the dough that ferments, 0 to 1. */
  readonly phase: number;
}

/** A dough as its formula has it. */
export function usualTrial(formula: Formula, room: number, tub: Tub): Result<DoughTrial> {
  const split = splitFormula(formula);
  if (!split.ok) return split;
  const { makeUp, phase } = leavenDough(formula, split.value, () => 1);
  const ddt = ddtOf(formula.doc);
  return good({ room, fdt: ddt, leaven: 1, salt: makeUp.salt, mass: tub.maxDough / 2, phase });
}

/**
 * The bulk of a dough under other conditions, as a scenario to forecast: its pre-ferments come in at their best.
 *
 * @param vigour v of the cultures of the bakehouse, and the spread of its logarithm
 */
export function doughScenario(
  formula: Formula,
  trial: DoughTrial,
  tub: Tub,
  vigour: { readonly value: number; readonly spread: number },
): Result<Scenario> {
  const split = splitFormula(formula);
  if (!split.ok) return split;
  const { leavening, makeUp } = leavenDough(formula, split.value, () => vigour.value);
  const culture = Math.min(1, leavening.culture * trial.leaven);
  const targets = risesOf(formula);
  return good(
    Scenario.parse({
      // y0 stands as the share of a ripe culture.
      culture: culture > 0 ? { share: culture } : null,
      yeast: leavening.yeast * trial.leaven,
      vigour: vigour.value,
      vigourSpread: vigour.spread,
      dough: { ...makeUp, salt: trial.salt },
      temperature: trial.fdt,
      stays: [
        {
          body: { kind: 'tub', mass: trial.mass, length: tub.length, width: tub.width, h: HEAT_TRANSFER.tub },
          around: trial.room,
        },
      ],
      targets,
    }),
  );
}

/** The rises that a dough is made for: those of its bulk, or of its proof where that is ended by the clock. */
function risesOf({ doc }: Formula): number[] {
  const until = firstOf(doc.pieces, 'proof')?.until;
  const window = bulkOf(doc) ?? (until?.by === 'rise' ? until : { earliest: 0.5, best: 1, latest: 1.5 });
  return [window.earliest, window.best, window.latest];
}
