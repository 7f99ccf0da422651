import { inWeighingOrder, type ScaledLine } from '../../formula/scale/index.ts';
import type { Ingredient } from '../../formula/index.ts';
import type { Dough } from './doughs.ts';

/** One ingredient of a day: how much of it, for what. */
export interface PullLine {
  readonly ingredient: Ingredient;
  /** As it is used, kg. */
  readonly needed: number;
  /** As it is bought, kg: before what is lost in preparing it. */
  readonly bought: number;
  /** Whole packs, where it comes in packs. */
  readonly packs: number | null;
  readonly doughs: readonly { readonly name: string; readonly mass: number }[];
}

/** What is made before the mixes, all batches together. */
export interface PullPart {
  readonly dough: string;
  readonly name: string;
  readonly kind: string;
  /** With what is kept back and lost, kg. */
  readonly build: number;
  readonly keepBack: number;
}

export interface PullList {
  readonly lines: readonly PullLine[];
  readonly parts: readonly PullPart[];
  readonly doughs: readonly { readonly name: string; readonly mass: number; readonly batches: number }[];
}

/**
 * Everything that is taken from the shelves for a day, in the order in which it is weighed, what brings allergens beside
 * gluten after what does not. The seed of a build is the bakery’s own and not on the list.
 */
export function pullListOf(doughs: readonly Dough[]): PullList {
  const sums = new Map<string, { ingredient: Ingredient; by: Map<string, number> }>();
  const add = (ingredient: Ingredient, dough: string, mass: number) => {
    if (mass <= 0) return;
    const known = sums.get(ingredient.slug) ?? { ingredient, by: new Map<string, number>() };
    known.by.set(dough, (known.by.get(dough) ?? 0) + mass);
    sums.set(ingredient.slug, known);
  };
  for (const { name, formula, scaled, order } of doughs) {
    const { doc, ingredients } = formula;
    const of = (slug: string, mass: number) => {
      const ingredient = ingredients.find((each) => each.slug === slug);
      if (ingredient) add(ingredient, name, mass);
    };
    const weighed: readonly ScaledLine[] = [
      ...scaled.finalMix.lines,
      ...scaled.parts.flatMap(({ lines }) => lines),
      ...scaled.branches.flatMap(({ lines }) => lines),
    ];
    for (const { ingredient, mass } of weighed) add(ingredient, name, mass);
    for (const { ingredient, perKilogram } of doc.coatings) of(ingredient, perKilogram * scaled.dough);
    for (const { product, pieces } of order)
      for (const extra of doc.products.find(({ slug }) => slug === product)?.extras ?? [])
        of(extra.ingredient, extra.mass * pieces);
  }
  const lines = [...sums.values()].map(({ ingredient, by }): PullLine => {
    const needed = [...by.values()].reduce((sum, mass) => sum + mass, 0);
    const bought = needed / ingredient.yield;
    return {
      ingredient, needed, bought,
      packs: ingredient.pack === null ? null : Math.ceil(bought / ingredient.pack - 1e-9),
      doughs: [...by].map(([name, mass]) => ({ name, mass })),
    };
  }); // prettier-ignore
  return {
    lines: inWeighingOrder(lines),
    parts: doughs.flatMap(({ name: dough, scaled }) =>
      scaled.parts.map(({ name, kind, build, keepBack }) => ({ dough, name, kind, build, keepBack })),
    ),
    doughs: doughs
      .filter(({ thawed }) => !thawed)
      .map(({ name, scaled, batches }) => ({
        name,
        mass: scaled.dough,
        batches: batches.length,
      })),
  };
}
