import { Ingredient, slugOf, type Allergen } from '../formula/index.ts';
import { bad, parseWith, type Problem, type Result } from '../problem/index.ts';
import { parseMass, parseNumber, parsePercent } from '../units/index.ts';
import { cellText, readQuantity, writeQuantity } from '../field/index.ts';

/** An ingredient as it stands in the fields: shares in percent, cost in the currency, masses with their units. */
export interface IngredientDraft {
  readonly name: string;
  readonly kind: string;
  readonly grain: string;
  readonly water: string;
  readonly fat: string;
  readonly sugar: string;
  readonly salt: string;
  readonly flour: string;
  readonly wholeGrain: string;
  readonly instant: string;
  readonly absorption: string;
  readonly specificHeat: string;
  readonly density: string;
  readonly allergens: readonly Allergen[];
  readonly cost: string;
  readonly pack: string;
  readonly scaleStep: string;
  readonly yield: string;
  readonly source: string;
}

/** Writes an ingredient into fields; null: those of a new one. @param coins of the smallest kind in one of the currency */
export function draftOfIngredient(ingredient: Ingredient | null, coins: number): IngredientDraft {
  const percent = (share: number | undefined) => writeQuantity('part', share ?? 0);
  const or = (value: number | null | undefined, write: (value: number) => string = cellText) =>
    value === null || value === undefined ? '' : write(value);
  return {
    name: ingredient?.name ?? '',
    kind: ingredient?.kind ?? 'flour',
    grain: ingredient?.grain ?? '',
    water: percent(ingredient?.water),
    fat: percent(ingredient?.fat),
    sugar: percent(ingredient?.sugar),
    salt: percent(ingredient?.salt),
    flour: percent(ingredient?.flour),
    wholeGrain: percent(ingredient?.wholeGrain),
    instant: or(ingredient?.instant),
    absorption: or(ingredient?.absorption),
    specificHeat: or(ingredient?.specificHeat),
    density: or(ingredient?.density),
    allergens: ingredient?.allergens ?? [],
    cost: or(ingredient?.cost, (cost) => cellText(cost / coins)),
    pack: writeQuantity('kilograms', ingredient?.pack),
    scaleStep: writeQuantity('mass', ingredient?.scaleStep ?? 0.001),
    yield: percent(ingredient?.yield ?? 1),
    source: ingredient?.source ?? '',
  };
}

/**
 * Reads an ingredient from its fields.
 *
 * @param slug of an ingredient that is there already; a new one gets its slug from its name
 * @returns the ingredient, or one problem for each field that cannot be read
 */
export function parseIngredientDraft(
  draft: IngredientDraft,
  slug: string | null,
  coins: number,
): Result<Ingredient> {
  const problems: Problem[] = [];
  const read = (path: keyof IngredientDraft, result: Result<number>): number | undefined => {
    if (result.ok) return result.value;
    problems.push(...result.problems.map((each) => ({ ...each, path })));
    return undefined;
  };
  const share = (path: keyof IngredientDraft, text: string) =>
    read(path, readQuantity('part', text.trim() === '' ? '0' : text));
  const orNull = (path: keyof IngredientDraft, text: string, parse: (text: string) => Result<number>) =>
    text.trim() === '' ? null : read(path, parse(text));
  const cost = orNull('cost', draft.cost, parseNumber);
  const candidate = {
    schema: 2,
    slug: slug ?? slugOf(draft.name),
    name: draft.name,
    kind: draft.kind,
    grain: draft.grain === '' ? null : draft.grain,
    water: share('water', draft.water),
    fat: share('fat', draft.fat),
    sugar: share('sugar', draft.sugar),
    salt: share('salt', draft.salt),
    flour: share('flour', draft.flour),
    wholeGrain: share('wholeGrain', draft.wholeGrain),
    instant: orNull('instant', draft.instant, parseNumber),
    absorption: orNull('absorption', draft.absorption, parsePercent),
    specificHeat: orNull('specificHeat', draft.specificHeat, parseNumber),
    density: orNull('density', draft.density, parseNumber),
    allergens: [...draft.allergens],
    cost: typeof cost === 'number' ? Math.round(cost * coins) : cost,
    pack: orNull('pack', draft.pack, (text) => readQuantity('kilograms', text)),
    scaleStep: read('scaleStep', parseMass(draft.scaleStep)),
    yield: share('yield', draft.yield),
    source: draft.source,
  };
  return problems.length > 0 ? bad(...problems) : parseWith(Ingredient, candidate);
}
