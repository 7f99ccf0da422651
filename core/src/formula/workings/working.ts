import { input, quantity, type Working, type Workings } from '../../working/index.ts';
import { factWorkings } from './fact-working.ts';
import type { Formula, PieceOrder } from '../schema.ts';
import type { ScaledFormula } from '../scale/scale.ts';
import { stageWorkings } from './stage-working.ts';

const PRACTICE = "Baker's percentage, textbook practice";
const kg = (value: number) => quantity(value, 'kg', 4);
const percent = (value: number) => quantity(value, '%', 3);

/**
 * The workings of a scaled formula, by key: `formula.dough`, `part.<stage>.build`, `mix.<ingredient>`, `facts.salt` and
 * so on.
 *
 * @param orders the pieces that it was scaled to; empty when it was scaled to a mass
 *
 * @example
 * const order = [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }];
 * const scaled = scaleFormula(quayCountry, order);
 * assert.ok(scaled.ok);
 * assert.equal(formulaWorkings(quayCountry, order, scaled.value)['formula.dough']?.().symbol, 'D');
 */
export function formulaWorkings(
  formula: Formula,
  orders: readonly PieceOrder[],
  scaled: ScaledFormula,
): Workings {
  return {
    ...doughWorkings(formula, orders, scaled),
    'formula.flour': () => ({
      label: 'All flour',
      symbol: 'F',
      result: kg(scaled.flour),
      equation: '100 * D / P',
      inputs: [
        input(
          'D',
          'dough to mix',
          kg(scaled.dough),
          'computed',
          orders.length > 0 ? 'formula.dough' : undefined,
        ),
        input('P', 'all percentages together', percent(scaled.split.totalPercent), 'computed', 'facts.yield'),
      ],
      source: PRACTICE,
    }),
    ...stageWorkings(formula, scaled),
    ...factWorkings(scaled),
  };
}

/** Dough from pieces; not there when the dough itself was given. */
function doughWorkings(formula: Formula, orders: readonly PieceOrder[], scaled: ScaledFormula): Workings {
  if (orders.length === 0) return {};
  const branches = scaled.branches.map((branch, index) => ({ branch, symbol: `A_${index + 1}` }));
  return {
    'formula.pieces': () => piecesWorking(formula, orders, scaled),
    'formula.dough': () => ({
      label: 'Dough to mix',
      symbol: 'D',
      result: kg(scaled.dough),
      equation: ['M / (1 - loss / 100)', ...branches.map(({ symbol }) => symbol)].join(' - '),
      inputs: [
        input('M', 'all pieces together', kg(scaled.pieceMass), 'computed', 'formula.pieces'),
        input('loss', 'dough that stays in bowl and tub', percent(formula.doc.processLoss), 'formula'),
        ...branches.map(({ branch, symbol }) =>
          input(symbol, `additions of ${branch.name}`, kg(branch.mass - branch.base), 'computed'),
        ),
      ],
      source: PRACTICE,
      note: 'The loss is divided out once, so that the pieces come out whole.',
    }),
  };
}

function piecesWorking(formula: Formula, orders: readonly PieceOrder[], scaled: ScaledFormula): Working {
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
