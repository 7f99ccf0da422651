import type { IngredientKind } from '../kinds.ts';
import type { Formula, FormulaDoc } from '../schema.ts';

/** What may be asked of a formula without touching it, percent of all flour. */
export interface WhatIf {
  readonly hydration?: number;
  readonly salt?: number;
  /** Flour share of pre-ferments, by slug. */
  readonly parts?: Readonly<Record<string, number>>;
}

/**
 * The formula as it would be with another hydration, salt or share of a pre-ferment. The formula itself stays.
 *
 * @returns a new formula; whether it can be made is for `splitFormula` to say
 */
export function whatIf(formula: Formula, { hydration, salt, parts = {} }: WhatIf): Formula {
  let changed = formula;
  if (hydration !== undefined) changed = setWater(changed, hydration);
  if (salt !== undefined) changed = setKind(changed, 'salt', salt);
  for (const [slug, share] of Object.entries(parts)) changed = setShare(changed, slug, share);
  return changed;
}

/** Plain water of the overall formula. */
export const waterLines = (formula: Formula): FormulaDoc['lines'] => linesOfKind(formula, 'water');

/** Sets the plain water of a formula, each of its waters in proportion. The final mix takes the difference. */
export const setWater = (formula: Formula, percent: number): Formula => setKind(formula, 'water', percent);

function linesOfKind({ doc, ingredients }: Formula, kind: IngredientKind): FormulaDoc['lines'] {
  const slugs = new Set(ingredients.filter((each) => each.kind === kind).map((each) => each.slug));
  return doc.lines.filter((line) => slugs.has(line.ingredient));
}

function setKind(formula: Formula, kind: IngredientKind, percent: number): Formula {
  const those = linesOfKind(formula, kind);
  const now = those.reduce((sum, line) => sum + line.percent, 0);
  const scaled = (line: FormulaDoc['lines'][number]) => {
    if (!those.includes(line)) return line;
    return { ...line, percent: now > 0 ? (line.percent / now) * percent : percent / those.length };
  };
  return { ...formula, doc: { ...formula.doc, lines: formula.doc.lines.map(scaled) } };
}

/** Sets the flour share of a pre-ferment with all that goes into it before; its own percentages stay. */
function setShare(formula: Formula, slug: string, share: number): Formula {
  const { doc, ingredients } = formula;
  const flours = new Set(ingredients.filter((each) => each.kind === 'flour').map((each) => each.slug));
  const chain = new Set([slug]);
  for (const part of doc.parts.toReversed()) if (chain.has(part.into)) chain.add(part.slug);
  const now = doc.parts
    .filter((part) => chain.has(part.slug))
    .flatMap((part) => part.lines)
    .reduce((sum, line) => sum + (flours.has(line.ingredient) ? line.percent : 0), 0);
  if (now === 0) return formula;
  const parts = doc.parts.map((part) =>
    chain.has(part.slug)
      ? { ...part, lines: part.lines.map((line) => ({ ...line, percent: (line.percent * share) / now })) }
      : part,
  );
  return { ...formula, doc: { ...doc, parts } };
}
