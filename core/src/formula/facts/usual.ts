import { formatNumber } from '../../units/index.ts';
import type { FormulaFacts } from './facts.ts';
import type { DoughType } from '../kinds.ts';

/** Read-outs that have a usual range. */
export type UsualFact = 'trueHydration' | 'prefermentedFlour' | 'salt' | 'fat' | 'sugar';

/** From, to, in percent of all flour. */
export type Range = readonly [low: number, high: number];

/**
 * What is usual for a type of dough. A guide for reading a sheet, never a rule.
 *
 * @source chosen for Jovet from practice
 */
export const USUAL: Readonly<Record<DoughType, Readonly<Record<UsualFact, Range>>>> = {
  hearth: {
    trueHydration: [65, 82],
    prefermentedFlour: [5, 30],
    salt: [1.6, 2.3],
    fat: [0, 8],
    sugar: [0, 4],
  },
  baguette: {
    trueHydration: [64, 76],
    prefermentedFlour: [0, 40],
    salt: [1.8, 2.2],
    fat: [0, 1.5],
    sugar: [0, 2],
  },
  durum: {
    trueHydration: [60, 78],
    prefermentedFlour: [10, 55],
    salt: [1.6, 2.3],
    fat: [0, 5],
    sugar: [0, 3],
  },
  tin: { trueHydration: [58, 78], prefermentedFlour: [0, 30], salt: [1.8, 2.2], fat: [1, 7], sugar: [0, 8] },
  enriched: {
    trueHydration: [48, 68],
    prefermentedFlour: [0, 45],
    salt: [1.2, 2.1],
    fat: [6, 30],
    sugar: [8, 25],
  },
  laminated: {
    trueHydration: [48, 62],
    prefermentedFlour: [0, 30],
    salt: [1.7, 2.2],
    fat: [25, 65],
    sugar: [6, 14],
  },
  rye: { trueHydration: [68, 92], prefermentedFlour: [20, 60], salt: [1.5, 2.3], fat: [0, 8], sugar: [0, 6] },
  rolls: {
    trueHydration: [48, 65],
    prefermentedFlour: [0, 30],
    salt: [1.8, 2.2],
    fat: [1, 9],
    sugar: [0, 8],
  },
};

const MEANING: Readonly<Record<UsualFact, readonly [name: string, below: string, above: string]>> = {
  trueHydration: ['Hydration', 'expect a stiff dough that ferments slowly', 'expect a slack dough; hold water back or fold more'],
  prefermentedFlour: ['Prefermented flour', 'expect less flavour and a longer bulk', 'expect more acid, a weaker dough and a shorter bulk'],
  salt: ['Salt', 'expect it to taste flat and to ferment fast', 'expect it to taste salty and to ferment slowly'],
  fat: ['Fat', 'expect a leaner crumb that stales sooner', 'add it late, once the dough holds together'],
  sugar: ['Sugar', 'expect a paler crust', 'expect slow yeast and a crust that browns early'],
}; // prettier-ignore

const DOUGH: Readonly<Record<DoughType, string>> = {
  hearth: 'a hearth bread', baguette: 'a baguette', durum: 'a durum bread', tin: 'a tin bread', enriched: 'an enriched dough',
  laminated: 'a laminated dough', rye: 'a rye bread', rolls: 'rolls and twists',
}; // prettier-ignore

/** A read-out against what is usual. */
export interface FactReading {
  readonly value: number;
  readonly usual: Range;
  /** Where it stands outside of the usual, in a sentence; null inside. */
  readonly sentence: string | null;
}

/** Reads the facts of a formula against what is usual for its type of dough. */
export function againstUsual(facts: FormulaFacts, type: DoughType): Record<UsualFact, FactReading> {
  const read = (fact: UsualFact): FactReading => {
    const value = facts[fact];
    const usual = USUAL[type][fact];
    const [low, high] = usual;
    const [name, below, above] = MEANING[fact];
    const off =
      value < low - 1e-9
        ? (['below', below] as const)
        : value > high + 1e-9
          ? (['above', above] as const)
          : null;
    return {
      value,
      usual,
      sentence: off
        ? `${name} of ${short(value)} % is ${off[0]} the ${short(low)} to ${short(high)} % usual for ${DOUGH[type]}: ${off[1]}.`
        : null,
    };
  };
  return {
    trueHydration: read('trueHydration'),
    prefermentedFlour: read('prefermentedFlour'),
    salt: read('salt'),
    fat: read('fat'),
    sugar: read('sugar'),
  };
}

const short = (value: number): string => formatNumber(value, 1).replace(/\.0$/, '');

/** Whole grain against the rule that a bakery enters for its own label. */
export interface WholeGrainRule {
  readonly name: string;
  /** Percent of all flour and grain. */
  readonly least: number;
}

/** Whether a whole-grain rule is met, in a sentence. */
export const againstRule = (
  wholeGrain: number,
  { name, least }: WholeGrainRule,
): { met: boolean; sentence: string } =>
  wholeGrain >= least - 1e-9
    ? { met: true, sentence: `Meets “${name}”: at least ${short(least)} %.` }
    : { met: false, sentence: `${short(least - wholeGrain)} % short of “${name}” (${short(least)} %).` };
