import { input, quantity, type Workings } from '../../working/index.ts';
import { bakedMass, pricePerKilogram, type FormulaCost } from '../facts/cost.ts';
import type { Formula } from '../schema.ts';
import type { ScaledFormula } from '../scale/scale.ts';

const PRICES = 'Prices as they stand in the larder today';

/**
 * The workings of what pieces cost, by key: `cost.dough`, `cost.<product>`, `cost.perKilogram.<product>`.
 *
 * @param currency ISO code, for the unit
 * @param coins of the smallest kind in one unit, such as 100
 */
export function costWorkings(
  formula: Formula,
  { split }: ScaledFormula,
  cost: FormulaCost,
  currency: string,
  coins: number,
): Workings {
  const money = (value: number, digits = 4) => quantity(value / coins, currency, digits);
  const kg = (value: number) => quantity(value, 'kg', 4);
  const percent = (value: number) => quantity(value, '%', 3);
  const kept = 1 - formula.doc.processLoss / 100;
  const lines = split.overall.filter(({ ingredient }) => pricePerKilogram(ingredient) > 0);
  const bought = lines.reduce((sum, line) => sum + line.percent * pricePerKilogram(line.ingredient), 0);
  const lost = cost.doughPerKilogram * kept - bought / split.totalPercent;
  return {
    'cost.dough': () => ({
      label: 'One kg of dough',
      symbol: 'c',
      result: money(cost.doughPerKilogram),
      equation: `((${lines.map((_, index) => `p_${index + 1} * c_${index + 1}`).join(' + ') || '0'}) / P + b) / (1 - loss / 100)`,
      inputs: [
        ...lines.flatMap(({ ingredient, percent: of }, index) => [
          input(`p_${index + 1}`, ingredient.name, percent(of), 'formula'),
          input(`c_${index + 1}`, `one kg of it as used`, money(pricePerKilogram(ingredient)), 'entered'),
        ]),
        input('P', 'all percentages together', percent(split.totalPercent), 'computed', 'facts.yield'),
        input('b', 'lost while building pre-ferments', money(lost), 'computed'),
        input('loss', 'dough that stays in bowl and tub', percent(formula.doc.processLoss), 'formula'),
      ],
      source: PRICES,
      note: 'Flour, salt and the rest as bought ÷ yield; what has no price counts as nothing.',
    }),
    ...Object.fromEntries(
      cost.pieces.flatMap((each) => [
        [
          `cost.${each.product.slug}`,
          () => ({
            label: `One ${each.product.name}`,
            symbol: 'c',
            result: money(each.piece, 3),
            equation: 'c_d + c_x',
            inputs: [
              input('c_d', 'its dough', money(each.dough), 'computed'),
              input('c_x', 'fillings, toppings, dusting and coatings', money(each.extras), 'computed'),
            ],
            source: PRICES,
          }),
        ],
        [
          `cost.perKilogram.${each.product.slug}`,
          () => ({
            label: `One kg of ${each.product.name}, baked`,
            symbol: 'c',
            result: money(each.perKilogram, 2),
            equation: 'c_p / m',
            inputs: [
              input('c_p', 'one piece', money(each.piece), 'computed', `cost.${each.product.slug}`),
              input('m', 'a piece when it is baked', kg(bakedMass(formula, each.product)), 'computed'),
            ],
            source: PRICES,
          }),
        ],
      ]),
    ),
  };
}
