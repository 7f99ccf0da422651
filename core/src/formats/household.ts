import type { Ingredient } from '../formula/index.ts';
import { bad, good, problem, type Result } from '../problem/index.ts';
import { unitOfMass, kilograms } from '../units/index.ts';

/** A line of a kitchen recipe in kg. */
export interface KitchenLine {
  readonly ingredient: Ingredient;
  readonly mass: number;
  /** Set when a measure of volume or a count was converted. */
  readonly approximate: boolean;
}

/** Litres in a measure. US customary kitchen measures; metric ones are exact. */
const LITRES: Readonly<Record<string, number>> = {
  cup: 0.2366, cups: 0.2366, c: 0.2366,
  tablespoon: 0.014_79, tablespoons: 0.014_79, tbsp: 0.014_79, tbs: 0.014_79,
  teaspoon: 0.004_93, teaspoons: 0.004_93, tsp: 0.004_93,
  pint: 0.4732, pints: 0.4732, quart: 0.9464, quarts: 0.9464,
  ml: 0.001, millilitre: 0.001, millilitres: 0.001, milliliter: 0.001, milliliters: 0.001,
  cl: 0.01, dl: 0.1, l: 1, litre: 1, litres: 1, liter: 1, liters: 1,
}; // prettier-ignore

/** What things that are counted weigh, kg. Chosen from kitchen practice: shelled egg of medium size, a pinch of fingers. */
const EACH: Readonly<Record<string, { readonly slug: string; readonly mass: number }>> = {
  egg: { slug: 'whole-egg', mass: 0.05 },
  eggs: { slug: 'whole-egg', mass: 0.05 },
  yolk: { slug: 'egg-yolk', mass: 0.018 },
  yolks: { slug: 'egg-yolk', mass: 0.018 },
  white: { slug: 'egg-white', mass: 0.032 },
  whites: { slug: 'egg-white', mass: 0.032 },
};
const PINCH = 0.0004;

/** What kitchens call things that the larder calls otherwise. */
const CALLED: readonly (readonly [pattern: RegExp, slug: string])[] = [
  [/whole[- ]?(wheat|meal)/, 'whole-wheat'],
  [/rye flour/, 'rye'],
  [/(all[- ]purpose|plain) flour/, 'plain-flour'],
  [/(pastry|cake) flour/, 'soft-flour'],
  [/(bread|white|strong)? ?flour$/, 'bread-flour'],
  [/(instant|quick|fast).*yeast/, 'instant-yeast'],
  [/(active )?dr(y|ied).*yeast/, 'active-dry-yeast'],
  [/yeast/, 'instant-yeast'],
  [/brown sugar/, 'brown-sugar'],
  [/sugar/, 'sugar'],
  [/(sourdough|ripe).*(starter|culture|levain)|starter/, 'liquid-culture'],
  [/olive oil/, 'olive-oil'],
  [/oil/, 'sunflower-oil'],
  [/oat/, 'rolled-oats'],
  [/sunflower/, 'sunflower-seeds'],
  [/(flax|linseed)/, 'linseed'],
  [/salt/, 'salt'],
  [/butter(?!milk)/, 'butter'],
];

/**
 * Reads a line of a kitchen recipe: `2 ½ cups bread flour`, `350 g water`, `1 tsp salt`, `2 eggs`.
 *
 * @returns mass in kg; approximate where a measure was converted by density
 */
export function readKitchenLine(text: string, larder: readonly Ingredient[]): Result<KitchenLine> {
  const line = text
    .trim()
    .replace(/\([^)]*\)/g, ' ')
    .replace(/\s+/g, ' ')
    .toLowerCase();
  const counted = /^((?:\d+[\d.,]*|[½¼¾⅓⅔⅛]|\/|\s)+)?\s*(.*)$/.exec(line);
  const amount = amountOf(counted?.[1] ?? '');
  const [word = '', ...others] = (counted?.[2] ?? '').replace(/^of /, '').split(' ');
  const rest = others.join(' ').replace(/^of /, '');
  const whole = [word, rest].filter(Boolean).join(' ');
  if (/^pinch/.test(word)) return weighed(rest.replace(/^of /, ''), PINCH * (amount ?? 1), true, larder);
  const each = whole.split(' ').map((part) => EACH[part.replace(/,$/, '')]).find(Boolean); // prettier-ignore
  if (amount !== null && each && LITRES[word] === undefined && !unitOfMass(word)) {
    const ingredient = larder.find(({ slug }) => slug === each.slug);
    if (ingredient) return good({ ingredient, mass: amount * each.mass, approximate: true });
  }
  if (amount === null)
    return bad(problem('', `“${text.trim()}” says no amount.`, 'Write how much, such as 350 g water.'));
  const unit = unitOfMass(word);
  if (unit) return weighed(rest, kilograms(amount, unit), false, larder);
  const litres = LITRES[word.replace(/\.$/, '')];
  if (litres !== undefined) return poured(rest, amount * litres, larder);
  return bad(problem('', `“${text.trim()}” has no measure that Jovet knows.`, 'Write it in grams.'));
}

function weighed(
  name: string,
  mass: number,
  approximate: boolean,
  larder: readonly Ingredient[],
): Result<KitchenLine> {
  const ingredient = named(name, larder);
  return ingredient
    ? good({ ingredient, mass, approximate })
    : bad(problem('', `“${name}” is not in the larder.`, 'Add it to the larder, or write another name.'));
}

function poured(name: string, litres: number, larder: readonly Ingredient[]): Result<KitchenLine> {
  const ingredient = named(name, larder);
  if (!ingredient)
    return bad(
      problem('', `“${name}” is not in the larder.`, 'Add it to the larder, or write another name.'),
    );
  if (ingredient.density === null)
    return bad(
      problem(
        '',
        `What a measure of ${ingredient.name} weighs is not known.`,
        'Write it in grams, or enter its density in the larder.',
      ),
    );
  return good({ ingredient, mass: litres * ingredient.density, approximate: true });
}

/** The ingredient that a kitchen means: its own name in the larder, or what kitchens call it. */
function named(text: string, larder: readonly Ingredient[]): Ingredient | undefined {
  const name = (text.split(',')[0] ?? '').trim();
  const bySlug = (slug: string) => larder.find((each) => each.slug === slug);
  const own = larder.find(
    (each) => each.name.toLowerCase() === name || each.slug === name.replace(/\s+/g, '-'),
  );
  if (own) return own;
  const called = CALLED.find(([pattern]) => pattern.test(name));
  if (called) return bySlug(called[1]);
  const words = new Set(name.split(/\W+/));
  return larder.find((each) => each.name.toLowerCase().split(/\W+/).every((word) => words.has(word))); // prettier-ignore
}

const FRACTIONS: Readonly<Record<string, number>> = {
  '½': 1 / 2,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '⅛': 1 / 8,
};

/** `1 1/2`, `2½`, `0,5`; null if there is none. */
function amountOf(text: string): number | null {
  const spaced = text.replace(/[½¼¾⅓⅔⅛]/g, (sign) => ` ${FRACTIONS[sign] ?? ''}`).replace(/\s*\/\s*/g, '/');
  const parts = spaced.trim().split(/\s+/).filter(Boolean);
  if (parts.length === 0) return null;
  const values = parts.map((part) => {
    const [over = '', under] = part.replace(',', '.').split('/');
    return under === undefined ? Number(over) : Number(over) / Number(under);
  });
  const sum = values.reduce((total, value) => total + value, 0);
  return Number.isFinite(sum) && sum > 0 ? sum : null;
}
