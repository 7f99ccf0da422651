import type { Formula } from '../formula/index.ts';
import type { Step } from '../formula/way/index.ts';
import { layersOf, layerThickness, type Laminate } from './sheet.ts';
import { minutesUntil, PLASTIC } from './warming.ts';

/** A sheet as one of its turns leaves it. */
export interface SheetAtStep {
  readonly of: Laminate;
  readonly layers: { readonly fat: number; readonly all: number };
  /** mm it is rolled to, and of one layer of fat and of dough then; null: the step does not say. */
  readonly thickness: number | null;
  readonly each: { readonly fat: number; readonly dough: number } | null;
  /** Minutes on the bench until its fat is soft at that thickness; Infinity: never in this room. */
  readonly soft: number | null;
}

/** kg of fat that is folded into so much dough, and the dough itself: coatings that are filled in and are mostly fat. */
export function laminateOf({ doc, ingredients }: Formula, dough: number): Laminate {
  const fat = doc.coatings.reduce((sum, { use, ingredient, perKilogram }) => {
    const known = ingredients.find(({ slug }) => slug === ingredient);
    return use === 'filling' && known && (known.kind === 'fat' || known.fat > MOSTLY)
      ? sum + perKilogram
      : sum;
  }, 0);
  return { dough, fat: fat * dough };
}

const MOSTLY = 0.5;

/**
 * The sheet of a laminated dough after its lock-in or one of its turns.
 *
 * @param step index in the way of the dough
 * @param dough kg
 * @param celsius as it is rolled, and of the bench
 * @returns null for a step that folds no fat, or where the formula has none to fold in
 */
export function sheetAt(
  formula: Formula,
  step: number,
  dough: number,
  celsius: number,
  bench: number,
): SheetAtStep | null {
  const steps: readonly Step[] = formula.doc.way.slice(0, step + 1);
  const [own, locked] = [steps.at(-1), steps.find(({ kind }) => kind === 'lock-in')];
  const of = laminateOf(formula, dough);
  if ((own?.kind !== 'lock-in' && own?.kind !== 'turn') || locked?.kind !== 'lock-in' || of.fat <= 0) return null;
  const layers = layersOf(locked.layers, steps.flatMap((each) => (each.kind === 'turn' ? [each.turn] : [])));
  const { thickness } = own;
  return {
    of,
    layers,
    thickness,
    each: thickness === null ? null : layerThickness(of, layers, thickness),
    soft: thickness === null ? null : minutesUntil(of, thickness, celsius, PLASTIC.to, bench),
  };
} // prettier-ignore
