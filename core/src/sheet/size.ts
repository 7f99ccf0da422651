import { scaleTo, type ScaledFormula, type ScaleTarget } from '../formula/scale/index.ts';
import { slugOf, type PieceOrder } from '../formula/index.ts';
import { bad, good, place, problem, type Problem, type Result } from '../problem/index.ts';
import { parseCount, parseMass } from '../units/index.ts';
import type { FormulaDraft } from './draft.ts';
import { flourMass, type Held } from './edit.ts';
import type { ReadSheet } from './read.ts';

/** What a sheet is scaled to, as it stands in the fields. */
export interface SizeDraft {
  readonly by: ScaleTarget['by'];
  /** Pieces by id of the product, as typed. */
  readonly pieces: Readonly<Record<string, string>>;
  /** Baked weights by id of the product, as typed. */
  readonly baked: Readonly<Record<string, string>>;
  readonly mass: string;
  /** Row of the ingredient that limits. */
  readonly row: string;
}

/** How large the sheet is: what stays when a mass is typed, the flour, and the formula scaled if it can be made. */
export interface Size {
  readonly held: Held;
  /** All flour, kg. */
  readonly flour: number;
  readonly order: readonly PieceOrder[];
  readonly scaled: ScaledFormula | null;
  /** At `size.mass`, `size.pieces.<id>`, `size.row`. */
  readonly problems: readonly Problem[];
}

/** The size that a sheet opens with: some pieces of its first product. */
export const openingSize = (draft: FormulaDraft): SizeDraft => ({
  by: 'pieces',
  pieces: Object.fromEntries(draft.products.map(({ id }, index) => [id, index === 0 ? '24' : ''])),
  baked: {},
  mass: '10 kg',
  row: draft.rows[0]?.id ?? '',
});

/** When nothing that can be read is entered, a kilogram of flour keeps the sheet in numbers. */
const SOME_FLOUR = 1;

/** Works out how large a sheet is. */
export function sizeOf(draft: FormulaDraft, read: ReadSheet, size: SizeDraft): Size {
  const target = targetOf(draft, read, size);
  const formula = read.formula.ok ? read.formula.value.formula : null;
  const scaled = target.ok && formula ? scaleTo(formula, target.value) : null;
  const order = target.ok && target.value.by === 'pieces' ? target.value.order : [];
  const problems = [
    ...(target.ok ? [] : target.problems),
    ...(scaled && !scaled.ok ? scaled.problems.map((each) => place('size', each)) : []),
  ];
  if (scaled?.ok) {
    const { dough, flour } = scaled.value;
    return {
      held: heldAt(size, dough, flour, target.ok ? target.value : null),
      flour,
      order,
      scaled: scaled.value,
      problems,
    };
  }
  const held = target.ok ? roughly(size, target.value) : ({ what: 'flour', mass: SOME_FLOUR } as const);
  return { held, flour: flourMass(read.numbers, held) || SOME_FLOUR, order, scaled: null, problems };
}

const heldAt = (size: SizeDraft, dough: number, flour: number, target: ScaleTarget | null): Held => {
  if (size.by === 'flour') return { what: 'flour', mass: flour };
  if (target?.by === 'ingredient') return { what: 'ingredient', row: size.row, mass: target.mass };
  return { what: 'dough', mass: dough };
};

/** Of a formula that cannot be made yet: the dough that its pieces weigh. */
function roughly(size: SizeDraft, target: ScaleTarget): Held {
  if (target.by === 'flour') return { what: 'flour', mass: target.mass };
  if (target.by === 'ingredient') return { what: 'ingredient', row: size.row, mass: target.mass };
  if (target.by === 'dough') return { what: 'dough', mass: target.mass };
  const pieces =
    target.by === 'pieces'
      ? target.order.reduce((sum, each) => sum + each.pieces * each.scaledWeight, 0)
      : target.order.reduce((sum, each) => sum + each.pieces * each.bakedWeight, 0);
  return pieces > 0 ? { what: 'dough', mass: pieces } : { what: 'flour', mass: SOME_FLOUR };
}

function targetOf(draft: FormulaDraft, read: ReadSheet, size: SizeDraft): Result<ScaleTarget> {
  if (size.by === 'pieces' || size.by === 'baked') return piecesOf(draft, read, size, size.by);
  const mass = parseMass(size.mass, 'kg');
  if (!mass.ok) return bad(...mass.problems.map((each) => place('size.mass', each)));
  if (mass.value === 0)
    return bad(problem('size.mass', 'There is nothing to scale to.', 'Enter more than 0.'));
  if (size.by !== 'ingredient') return good({ by: size.by, mass: mass.value });
  const ingredient = read.numbers.rows.find(({ id }) => id === size.row)?.ingredient;
  return ingredient
    ? good({ by: 'ingredient', ingredient: ingredient.slug, mass: mass.value })
    : bad(problem('size.row', 'No ingredient is chosen.', 'Choose the one that limits.'));
}

function piecesOf(
  draft: FormulaDraft,
  read: ReadSheet,
  size: SizeDraft,
  by: 'pieces' | 'baked',
): Result<ScaleTarget> {
  const problems: Problem[] = [];
  const products = read.formula.ok ? read.formula.value.formula.doc.products : [];
  const rows = draft.products.flatMap((product, index) => {
    const text = size.pieces[product.id] ?? '';
    const pieces = parseCount(text.trim() === '' ? '0' : text);
    const weight = parseMass(by === 'pieces' ? product.scaledWeight : (size.baked[product.id] ?? ''));
    if (!pieces.ok) problems.push(...pieces.problems.map((each) => place(`size.pieces.${product.id}`, each)));
    if (pieces.ok && pieces.value > 0 && !weight.ok && by === 'baked')
      problems.push(...weight.problems.map((each) => place(`size.baked.${product.id}`, each)));
    if (!pieces.ok || !weight.ok || pieces.value === 0) return [];
    return [
      { slug: products[index]?.slug ?? slugOf(product.name), pieces: pieces.value, weight: weight.value },
    ];
  });
  if (problems.length > 0) return bad(...problems);
  if (rows.length === 0)
    return bad(
      problem('size.pieces', 'No pieces are entered.', 'Enter how many, or scale by dough or flour.'),
    );
  return good(
    by === 'pieces'
      ? {
          by,
          order: rows.map(({ slug, pieces, weight }) => ({ product: slug, pieces, scaledWeight: weight })),
        }
      : {
          by,
          order: rows.map(({ slug, pieces, weight }) => ({ product: slug, pieces, bakedWeight: weight })),
        },
  );
}
