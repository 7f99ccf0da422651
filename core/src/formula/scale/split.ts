import { bad, good, type Problem, type Result } from '../../problem/index.ts';
import {
  balanceProblems,
  flourProblems,
  leavenProblems,
  missingIngredient,
  placeProblems,
  productProblems,
  seedProblems,
} from '../facts/checks.ts';
import { DUST, flourOf, gather, percentOf, totalOf, type FormulaLine } from '../lines.ts';
import {
  MIX,
  type Formula,
  type FormulaDoc,
  type Part,
  type PartKind,
  type AdditionKind,
} from '../schema.ts';
import { foldedIn } from './piece-mass.ts';
import { seedOf, type SeedShare } from './seed.ts';

/** A stage of the making: a column of the formula sheet. Everything in percent of all flour. */
export interface Stage {
  readonly slug: string;
  readonly name: string;
  readonly kind: PartKind | AdditionKind | typeof MIX;
  /** What is added at this stage; what earlier stages bring stands there. */
  readonly lines: readonly FormulaLine[];
  /** Slugs of the pre-ferments and soakers that go in here. */
  readonly holds: readonly string[];
}

/** A pre-ferment, soaker or scald. */
export interface PartStage extends Stage {
  readonly kind: PartKind;
  readonly into: string;
  /** With all that its earlier stages brought. */
  readonly content: readonly FormulaLine[];
  readonly total: number;
  /** The seed within its lines; null without one. */
  readonly seed: SeedShare | null;
}

/** A formula that can be made: split into its stages. */
export interface SplitFormula {
  readonly overall: readonly FormulaLine[];
  /** In the order of making. */
  readonly parts: readonly PartStage[];
  /** Autolyses, the mix itself, hold-backs, late additions. */
  readonly steps: readonly Stage[];
  /** Everything weighed for the final mix: all steps together. */
  readonly finalMix: readonly FormulaLine[];
  /** Sum of the overall percentages: dough per 100 of flour. */
  readonly totalPercent: number;
  /** What is folded into the dough after it, percent of all flour: fat that is locked in. */
  readonly folded: readonly FormulaLine[];
}

/** Kinds that ferment; their flour is prefermented. */
const FERMENTING: ReadonlySet<string> = new Set(['levain', 'sour', 'poolish', 'biga', 'sponge', 'old-dough']);
export const ferments = (kind: Stage['kind']): boolean => FERMENTING.has(kind);

/**
 * Splits the overall formula: final mix = overall − pre-ferments − soakers, ingredient by ingredient; the mix itself
 * takes what no autolyse, hold-back or late addition takes.
 *
 * @returns percentages of all flour by stage, or problems at their cells: `lines.0`, `parts.1.lines.2`,
 *   `parts.0.seed`, `mix.water` (by ingredient), `additions.0.lines.1`, `products.0.parts.1`
 */
export function splitFormula(formula: Formula): Result<SplitFormula> {
  const { doc } = formula;
  const read = readLines(formula);
  const problems = [...read.problems, ...placeProblems(doc), ...productProblems(doc)];
  if (problems.length > 0) return bad(...problems);
  const { overall, partLines, stepLines } = read;
  problems.push(...flourProblems(overall));

  const parts = partStages(doc.parts, partLines);
  doc.parts.forEach((part, index) => {
    const stage = parts[index];
    if (!stage) return;
    problems.push(...leavenProblems(part, stage, parts, index));
    if (part.seed) problems.push(...seedProblems(part, seedOf(part, stage.lines, read.larder), index));
  });

  const inParts = parts.flatMap((part) => part.lines);
  const inSteps = stepLines.flat();
  problems.push(...balanceProblems(doc, overall, parts, stepLines));
  if (problems.length > 0) return bad(...problems);

  const finalMix = overall
    .map((line) => ({ ...line, percent: left(line.percent, percentOf(inParts, line.ingredient.slug)) }))
    .filter((line) => line.percent > 0);
  const mix = finalMix
    .map((line) => ({ ...line, percent: left(line.percent, percentOf(inSteps, line.ingredient.slug)) }))
    .filter((line) => line.percent > 0);
  const held = (slug: string) => doc.parts.filter((part) => part.into === slug).map((part) => part.slug);
  const steps: Stage[] = doc.additions.map((addition, index) => ({
    slug: addition.slug,
    name: addition.name,
    kind: addition.kind,
    lines: stepLines[index] ?? [],
    holds: held(addition.slug),
  }));
  const before = steps.filter((step) => step.kind === 'autolyse');
  const after = steps.filter((step) => step.kind !== 'autolyse');
  return good({
    overall,
    parts: parts.map((stage, index) => {
      const part = doc.parts[index];
      return part?.seed ? { ...stage, seed: seedOf(part, stage.lines, read.larder) } : stage;
    }),
    steps: [...before, { slug: MIX, name: 'Final mix', kind: MIX, lines: mix, holds: held(MIX) }, ...after],
    finalMix,
    totalPercent: totalOf(overall),
    folded: foldedIn(doc).flatMap(({ ingredient: slug, perKilogram }) => {
      const ingredient = read.larder.get(slug);
      return ingredient ? [{ ingredient, percent: perKilogram * totalOf(overall) }] : [];
    }),
  });
}

/** What is left without the dust that subtracting leaves. */
function left(of: number, taken: number): number {
  const rest = of - taken;
  return taken > 0 && Math.abs(rest) < DUST ? 0 : rest;
}

/** Finds the ingredients of all lines; those that are not in the larder are problems. */
function readLines({ doc, ingredients }: Formula) {
  const larder = new Map(ingredients.map((ingredient) => [ingredient.slug, ingredient]));
  const problems: Problem[] = [];
  const read = (path: string, lines: readonly { ingredient: string; percent: number }[]): FormulaLine[] =>
    lines.flatMap(({ ingredient: slug, percent }, index) => {
      const ingredient = larder.get(slug);
      if (ingredient) return [{ ingredient, percent }];
      problems.push(missingIngredient(`${path}.${index}`, slug));
      return [];
    });
  const overall = read('lines', doc.lines);
  const partLines = doc.parts.map((part, index) => {
    read(`parts.${index}.seed.lines`, part.seed?.lines ?? []);
    return read(`parts.${index}.lines`, part.lines);
  });
  const stepLines = doc.additions.map(({ lines }, index) => read(`additions.${index}.lines`, lines));
  doc.branches.forEach((branch, index) => read(`branches.${index}.lines`, branch.lines));
  const named = (path: string, extras: readonly { ingredient: string }[]) =>
    read(path, extras.map(({ ingredient }) => ({ ingredient, percent: 0 }))); // prettier-ignore
  named('coatings', doc.coatings);
  doc.products.forEach((product, index) => named(`products.${index}.extras`, product.extras));
  return { overall, partLines, stepLines, larder, problems };
}

/** Each part with what its earlier stages bring. They stand before it, so that one pass is enough. */
function partStages(parts: readonly Part[], lines: readonly (readonly FormulaLine[])[]): PartStage[] {
  const stages: PartStage[] = [];
  parts.forEach((part, index) => {
    const own = lines[index] ?? [];
    const earlier = stages.filter((stage) => stage.into === part.slug);
    const content = gather([...own, ...earlier.flatMap((stage) => stage.content)]);
    stages.push({
      slug: part.slug,
      name: part.name,
      kind: part.kind,
      into: part.into,
      lines: own,
      holds: earlier.map((stage) => stage.slug),
      content,
      total: totalOf(content),
      seed: null,
    });
  });
  return stages;
}

/** Flour of a stage with all its earlier stages, percent of all flour: its share of prefermented flour. */
export const flourShareOf = (stage: PartStage): number => flourOf(stage.content);

/** The ingredients that a formula names anywhere, with the place of the first mention. */
export function namedIngredients(doc: FormulaDoc): Map<string, string> {
  const places = new Map<string, string>();
  const note = (path: string, lines: readonly { ingredient: string }[]) =>
    lines.forEach(({ ingredient }, index) => {
      if (!places.has(ingredient)) places.set(ingredient, `${path}.${index}`);
    });
  note('lines', doc.lines);
  doc.parts.forEach((part, index) => {
    note(`parts.${index}.lines`, part.lines);
    note(`parts.${index}.seed.lines`, part.seed?.lines ?? []);
  });
  doc.additions.forEach(({ lines }, index) => note(`additions.${index}.lines`, lines));
  doc.branches.forEach((branch, index) => note(`branches.${index}.lines`, branch.lines));
  note('coatings', doc.coatings);
  doc.products.forEach((product, index) => note(`products.${index}.extras`, product.extras));
  return places;
}
