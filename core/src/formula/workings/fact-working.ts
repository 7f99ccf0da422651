import { input, quantity, type Working, type Workings } from '../../working/index.ts';
import { partsOfMix } from '../sums/basis.ts';
import { grainPercent, risesByCulture, trueFlour } from '../facts/facts.ts';
import { componentOf, type Component } from '../scale/component.ts';
import type { Ingredient } from '../ingredient.ts';
import type { FormulaLine } from '../lines.ts';
import type { ScaledFormula } from '../scale/scale.ts';
import { ferments } from '../scale/split.ts';

const PRACTICE = "Baker's percentage, textbook practice";
const percent = (value: number) => quantity(value, '%', 3);
const share = (value: number) => quantity(value, '', 3);
const shown = (value: number) => quantity(value, '%', 1);

/** The workings of the read-outs, by key: `facts.hydration`, `facts.salt` and so on. */
export function factWorkings({ split, facts }: ScaledFormula): Workings {
  const { overall, folded } = split;
  const flour = input('F', 'all flour, that of cultures too', percent(trueFlour(overall)), 'computed');
  const sum = (label: string, lines: readonly FormulaLine[], result: number, digits = 1): Working => ({
    label,
    symbol: 'p',
    result: quantity(result, '%', digits),
    equation: lines.map((_, index) => `p_${index + 1}`).join(' + ') || '0',
    inputs: lines.map((line, index) =>
      input(`p_${index + 1}`, line.ingredient.name, percent(line.percent), 'formula'),
    ),
    source: PRACTICE,
    note: 'In percent of all flour.',
  });
  const component =
    (label: string, of: Component, result: number, lines = overall) =>
    (): Working => ({
      ...weighted(label, lines, result, (ingredient) => componentOf(ingredient, of), of),
      note: 'Also what is inside other ingredients; in percent of all flour.',
    });
  const water = weighted(
    'True hydration',
    overall,
    facts.trueHydration,
    (each) => componentOf(each, 'water'),
    'water',
  );
  const grains = overall.map((line) => ({ ...line, percent: grainPercent(line) }));
  const credit = weighted('Whole grain', grains, facts.wholeGrain, (each) => each.wholeGrain, 'whole grain');
  return {
    'facts.hydration': () =>
      sum('Water added', overall.filter(({ ingredient }) => ingredient.kind === 'water'), facts.hydration), // prettier-ignore
    'facts.trueHydration': () => ({
      ...water,
      equation: `100 * (${water.equation}) / F`,
      inputs: [...water.inputs, flour],
      note: 'With the water inside eggs, dairy, fats and cultures.',
    }),
    'facts.prefermentedFlour': () => prefermentedWorking(split, facts.prefermentedFlour, flour),
    'facts.inoculation': () => {
      const parts = partsOfMix(split).filter((part) => risesByCulture(part, split));
      return {
        label: 'Ripe culture in the dough',
        symbol: 'p',
        result: shown(facts.inoculation),
        equation: `100 * (${parts.map((_, index) => `P_${index + 1}`).join(' + ') || '0'}) / P`,
        inputs: [
          ...parts.map((part, index) =>
            input(`P_${index + 1}`, part.name, percent(part.total), 'computed', `part.${part.slug}.total`),
          ),
          input('P', 'all percentages together', percent(split.totalPercent), 'computed', 'facts.yield'),
        ],
        source: PRACTICE,
        note: 'By mass of the dough.',
      };
    },
    'facts.salt': component('Salt', 'salt', facts.salt),
    'facts.fat': component('Fat', 'fat', facts.fat, [...overall, ...folded]),
    'facts.sugar': component('Sugar', 'sugar', facts.sugar),
    'facts.wholeGrain': () => ({
      ...credit,
      equation: `100 * (${credit.equation}) / G`,
      inputs: [
        ...credit.inputs,
        input(
          'G',
          'all flour and grain',
          percent(grains.reduce((total, line) => total + line.percent, 0)),
          'formula',
        ),
      ],
      note: 'Each ingredient with its own credit.',
    }),
    'facts.yield': () => sum('All percentages together', overall, facts.yield, 3),
  };
}

/** A sum of percentages, each with the share of it that counts. */
function weighted(
  label: string,
  lines: readonly FormulaLine[],
  result: number,
  weight: (ingredient: Ingredient) => number,
  what: string,
): Working {
  const counted = lines.filter(({ ingredient, percent: of }) => of > 0 && weight(ingredient) > 0);
  return {
    label,
    symbol: 'p',
    result: shown(result),
    equation: counted.map((_, index) => `p_${index + 1} * c_${index + 1}`).join(' + ') || '0',
    inputs: counted.flatMap(({ ingredient, percent: of }, index) => [
      input(`p_${index + 1}`, ingredient.name, percent(of), 'formula'),
      input(`c_${index + 1}`, `share of ${what} in it`, share(weight(ingredient)), 'formula'),
    ]),
    source: PRACTICE,
  };
}

function prefermentedWorking(
  split: ScaledFormula['split'],
  result: number,
  flour: ReturnType<typeof input>,
): Working {
  const stages = [
    ...split.parts.filter((part) => ferments(part.kind)).map(({ name, lines }) => ({ name, lines })),
    ...split.finalMix
      .filter(({ ingredient }) => ingredient.kind === 'culture')
      .map((line) => ({ name: line.ingredient.name, lines: [line] })),
  ];
  const flourIn = (lines: readonly FormulaLine[]) =>
    lines.reduce((sum, line) => sum + line.percent * componentOf(line.ingredient, 'flour'), 0);
  return {
    label: 'Prefermented flour',
    symbol: 'p',
    result: shown(result),
    equation: `100 * (${stages.map((_, index) => `f_${index + 1}`).join(' + ') || '0'}) / F`,
    inputs: [
      ...stages.map(({ name, lines }, index) =>
        input(`f_${index + 1}`, `flour in ${name}`, percent(flourIn(lines)), 'formula'),
      ),
      flour,
    ],
    source: PRACTICE,
  };
}
