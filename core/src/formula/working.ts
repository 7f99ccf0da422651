import { input, quantity, type Workings, type WorkingInput } from '../working/index.ts';
import type { Formula, PieceOrder } from './schema.ts';
import type { ScaledFormula, ScaledLine } from './scale.ts';

const PRACTICE = "Baker's percentage, textbook practice";
const kg = (value: number) => quantity(value, 'kg', 4);
const percent = (value: number) => quantity(value, '%', 3);

/** The workings of a scaled formula, by key: `formula.dough`, `levain.seed`, `mix.<ingredient>` and so on. */
export function formulaWorkings(
  formula: Formula,
  orders: readonly PieceOrder[],
  scaled: ScaledFormula,
): Workings {
  return {
    'formula.pieces': () => piecesWorking(formula, orders, scaled),
    'formula.dough': () => ({
      label: 'Dough to mix',
      symbol: 'D',
      result: kg(scaled.dough),
      equation: 'M / (1 - loss / 100)',
      inputs: [
        input('M', 'all pieces together', kg(scaled.pieceMass), 'computed', 'formula.pieces'),
        input('loss', 'dough that stays in bowl and tub', percent(formula.doc.processLoss), 'formula'),
      ],
      source: PRACTICE,
      note: 'The loss is divided out once, so that the pieces come out whole.',
    }),
    'formula.flour': () => ({
      label: 'All flour',
      symbol: 'F',
      result: kg(scaled.flour),
      equation: '100 * D / P',
      inputs: [
        input('D', 'dough to mix', kg(scaled.dough), 'computed', 'formula.dough'),
        input('P', 'all percentages together', percent(scaled.split.totalPercent), 'formula'),
      ],
      source: PRACTICE,
    }),
    ...levainWorkings(formula, scaled),
    ...finalMixWorkings(scaled),
    ...factWorkings(scaled),
  };
}

function piecesWorking(formula: Formula, orders: readonly PieceOrder[], scaled: ScaledFormula) {
  const ordered = orders.filter((order) => order.pieces > 0);
  const nameOf = (slug: string) =>
    formula.doc.products.find((product) => product.slug === slug)?.name ?? slug;
  return {
    label: 'All pieces together',
    symbol: 'M',
    result: kg(scaled.pieceMass),
    equation: ordered.map((_, index) => `n_${index + 1} * w_${index + 1}`).join(' + '),
    inputs: ordered.flatMap((order, index) => [
      input(`n_${index + 1}`, `pieces of ${nameOf(order.product)}`, quantity(order.pieces, '', 0), 'entered'),
      input(`w_${index + 1}`, `scaled weight of ${nameOf(order.product)}`, kg(order.scaledWeight), 'entered'),
    ]),
    source: PRACTICE,
  };
}

function levainWorkings({ doc }: Formula, scaled: ScaledFormula): Workings {
  const { ratio } = doc.levain;
  const parts: WorkingInput[] = [
    input('B', 'levain to build', kg(scaled.levain.build), 'computed', 'levain.build'),
    input('a', 'parts of flour to 1 of seed', quantity(ratio.flour, '', 2), 'formula'),
    input('b', 'parts of water to 1 of seed', quantity(ratio.water, '', 2), 'formula'),
  ];
  const flourWorking = (line: ScaledLine) => () => ({
    label: `${line.ingredient.name} for the levain`,
    symbol: 'm',
    result: kg(line.mass),
    equation: 'B * a / (1 + a + b) * p / 100',
    inputs: [...parts, input('p', "share of the levain's flour", percent(shareOf(line)), 'formula')],
    source: PRACTICE,
  });
  const shareOf = (line: ScaledLine) =>
    doc.levain.flours.find((flour) => flour.ingredient === line.ingredient.slug)?.percent ?? 0;
  return {
    'levain.needed': () => ({
      label: 'Levain in the dough',
      symbol: 'L',
      result: kg(scaled.levain.needed),
      equation: 'F * s / 100 * (1 + b / a)',
      inputs: [
        input('F', 'all flour', kg(scaled.flour), 'computed', 'formula.flour'),
        input('s', 'prefermented flour', percent(doc.levain.flourShare), 'formula'),
        ...parts.slice(1),
      ],
      source: PRACTICE,
    }),
    'levain.build': () => ({
      label: 'Levain to build',
      symbol: 'B',
      result: kg(scaled.levain.build),
      equation: '(L + R) / (1 - loss / 100)',
      inputs: [
        input('L', 'levain in the dough', kg(scaled.levain.needed), 'computed', 'levain.needed'),
        input('R', 'keep-back for next time', kg(doc.levain.keepBack), 'formula'),
        input('loss', 'lost while building', percent(doc.levain.loss), 'formula'),
      ],
      source: PRACTICE,
    }),
    'levain.seed': () => ({
      label: 'Seed for the levain',
      symbol: 'S',
      result: kg(scaled.levain.seed.mass),
      equation: 'B / (1 + a + b)',
      inputs: parts,
      source: PRACTICE,
    }),
    'levain.water': () => ({
      label: 'Water for the levain',
      symbol: 'W',
      result: kg(scaled.levain.water.mass),
      equation: 'B * b / (1 + a + b)',
      inputs: parts,
      source: PRACTICE,
    }),
    ...Object.fromEntries(
      scaled.levain.flours.map((line) => [`levain.${line.ingredient.slug}`, flourWorking(line)]),
    ),
  };
}

function finalMixWorkings(scaled: ScaledFormula): Workings {
  return Object.fromEntries(
    scaled.finalMix.lines.map((line) => [
      `mix.${line.ingredient.slug}`,
      () => {
        const of = (lines: ScaledFormula['split']['overall']) =>
          lines.find((other) => other.ingredient.slug === line.ingredient.slug)?.percent ?? 0;
        return {
          label: `${line.ingredient.name} for the final mix`,
          symbol: 'm',
          result: kg(line.mass),
          equation: 'F * (p - q) / 100',
          inputs: [
            input('F', 'all flour', kg(scaled.flour), 'computed', 'formula.flour'),
            input('p', 'in the formula', percent(of(scaled.split.overall)), 'formula'),
            input('q', 'already in the levain', percent(of(scaled.split.levain)), 'formula'),
          ],
          source: PRACTICE,
          note: 'Final mix = overall formula − levain.',
        };
      },
    ]),
  );
}

/** Read-outs over all flour, and the percentages over the flour of the final mix. */
function factWorkings({ split, finalMix }: ScaledFormula): Workings {
  const flours = finalMix.lines.filter((line) => line.ingredient.kind === 'flour');
  const sums = (kind: 'water' | 'salt') => split.overall.filter((line) => line.ingredient.kind === kind);
  const fact = (label: string, lines: ReturnType<typeof sums>, total: number) => () => ({
    label,
    symbol: 'p',
    result: quantity(total, '%', 1),
    equation: lines.map((_, index) => `p_${index + 1}`).join(' + ') || '0',
    inputs: lines.map((line, index) =>
      input(`p_${index + 1}`, line.ingredient.name, percent(line.percent), 'formula'),
    ),
    source: PRACTICE,
    note: 'In percent of all flour.',
  });
  const wheat = split.overall.filter((line) => line.ingredient.wholeGrain > 0);
  const share = (name: string, mass: number, key: string) => () => ({
    label: `${name} over the flour of the final mix`,
    symbol: 'p',
    result: quantity((mass / finalMix.flour) * 100, '%', 1),
    equation: '100 * m / F_m',
    inputs: [
      input('m', name, kg(mass), 'computed', key),
      input('F_m', 'flour of the final mix', kg(finalMix.flour), 'computed', 'mix.flour'),
    ],
    source: PRACTICE,
  });
  const total = (lines: ReturnType<typeof sums>) => lines.reduce((sum, line) => sum + line.percent, 0);
  return {
    'facts.hydration': fact('Hydration', sums('water'), total(sums('water'))),
    'facts.salt': fact('Salt', sums('salt'), total(sums('salt'))),
    'facts.wholeGrain': () => ({
      label: 'Whole grain',
      symbol: 'p',
      result: quantity(
        wheat.reduce((sum, line) => sum + line.percent * line.ingredient.wholeGrain, 0),
        '%',
        1,
      ),
      equation: wheat.map((_, index) => `p_${index + 1} * w_${index + 1}`).join(' + ') || '0',
      inputs: wheat.flatMap((line, index) => [
        input(`p_${index + 1}`, line.ingredient.name, percent(line.percent), 'formula'),
        input(
          `w_${index + 1}`,
          'share of it that counts',
          quantity(line.ingredient.wholeGrain, '', 2),
          'formula',
        ),
      ]),
      source: PRACTICE,
      note: 'In percent of all flour.',
    }),
    'mix.flour': () => ({
      label: 'Flour of the final mix',
      symbol: 'F_m',
      result: kg(finalMix.flour),
      equation: flours.map((_, index) => `m_${index + 1}`).join(' + '),
      inputs: flours.map((line, index) =>
        input(
          `m_${index + 1}`,
          line.ingredient.name,
          kg(line.mass),
          'computed',
          `mix.${line.ingredient.slug}`,
        ),
      ),
      source: PRACTICE,
    }),
    'basis.levain': share('Levain', finalMix.levain.mass, 'mix.levain'),
    ...Object.fromEntries(
      finalMix.lines.map(({ ingredient, mass }) => [
        `basis.${ingredient.slug}`,
        share(ingredient.name, mass, `mix.${ingredient.slug}`),
      ]),
    ),
  };
}
