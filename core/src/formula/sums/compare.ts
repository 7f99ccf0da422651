import { settingAt } from '../../oven/index.ts';
import { factsOf } from '../facts/facts.ts';
import { percentOf, type FormulaLine } from '../lines.ts';
import type { FormulaDoc } from '../schema.ts';
import type { SplitFormula } from '../scale/split.ts';

/** One number of two formulas side by side; null where one has not got it. */
export interface ComparedRow {
  readonly key: string;
  readonly name: string;
  readonly unit: string;
  readonly a: number | null;
  readonly b: number | null;
  readonly changed: boolean;
}

export interface ComparedStage {
  readonly key: string;
  readonly name: string;
  readonly rows: readonly ComparedRow[];
}

export interface Comparison {
  readonly stages: readonly ComparedStage[];
  /** How many numbers differ. */
  readonly differences: number;
}

/** Differences that no scale and no thermometer shows. */
const SAME = 1e-6;

interface Side {
  readonly doc: FormulaDoc;
  readonly split: SplitFormula;
}

/**
 * Puts two formulas, or two versions of one, side by side: percentages of all flour by stage, read-outs, process.
 * Stages are matched by slug, ingredients by slug.
 */
export function compareFormulas(a: Side, b: Side): Comparison {
  const slugs = (side: Side) =>
    [...side.split.parts, ...side.split.steps].map(({ slug, name }) => ({ slug, name }));
  const stageSlugs = new Map([...slugs(a), ...slugs(b)].map(({ slug, name }) => [slug, name]));
  const linesOf = (side: Side, slug: string) =>
    [...side.split.parts, ...side.split.steps].find((stage) => stage.slug === slug)?.lines ?? [];
  const stages: ComparedStage[] = [
    { key: 'overall', name: 'Overall', rows: percentRows(a.split.overall, b.split.overall) },
    ...[...stageSlugs]
      .filter(([slug]) => slug !== 'mix' || stageSlugs.size > 1)
      .map(([slug, name]) => ({ key: slug, name, rows: percentRows(linesOf(a, slug), linesOf(b, slug)) })),
    { key: 'facts', name: 'Read-outs', rows: factRows(a, b) },
    { key: 'process', name: 'Process', rows: processRows(a.doc, b.doc) },
    { key: 'products', name: 'Scaled weights', rows: productRows(a.doc, b.doc) },
  ];
  const differences = stages
    .filter(({ key }) => key !== 'facts')
    .reduce((sum, stage) => sum + stage.rows.filter((row) => row.changed).length, 0);
  return { stages: stages.filter((stage) => stage.rows.length > 0), differences };
}

const row = (key: string, name: string, unit: string, a: number | null, b: number | null): ComparedRow => ({
  key,
  name,
  unit,
  a,
  b,
  changed: a === null || b === null ? a !== b : Math.abs(a - b) > SAME,
});

function percentRows(a: readonly FormulaLine[], b: readonly FormulaLine[]): ComparedRow[] {
  const names = new Map([...a, ...b].map(({ ingredient }) => [ingredient.slug, ingredient.name]));
  const of = (lines: readonly FormulaLine[], slug: string) =>
    lines.some((line) => line.ingredient.slug === slug) ? percentOf(lines, slug) : null;
  return [...names].map(([slug, name]) => row(slug, name, '%', of(a, slug), of(b, slug)));
}

function factRows(a: Side, b: Side): ComparedRow[] {
  const [ofA, ofB] = [a, b].map((side) => factsOf(side.split));
  if (!ofA || !ofB) return [];
  return [
    row('hydration', 'Water added', '%', ofA.hydration, ofB.hydration),
    row('trueHydration', 'True hydration', '%', ofA.trueHydration, ofB.trueHydration),
    row('prefermentedFlour', 'Prefermented flour', '%', ofA.prefermentedFlour, ofB.prefermentedFlour),
    row('salt', 'Salt', '%', ofA.salt, ofB.salt),
    row('fat', 'Fat', '%', ofA.fat, ofB.fat),
    row('sugar', 'Sugar', '%', ofA.sugar, ofB.sugar),
    row('wholeGrain', 'Whole grain', '%', ofA.wholeGrain, ofB.wholeGrain),
    row('yield', 'Yield', '%', ofA.yield, ofB.yield),
  ];
}

/** How the oven is set when a bake is over. */
const endOf = (bake: FormulaDoc['process']['bake']) => settingAt(bake, bake.minutes);

function processRows(
  { process: a, processLoss: lossA }: FormulaDoc,
  { process: b, processLoss: lossB }: FormulaDoc,
) {
  return [
    row('ddt', 'Dough temperature', '°C', a.ddt, b.ddt),
    row('bulk', 'Bulk, best rise', 'volumes', a.bulk.best, b.bulk.best),
    row('folds', 'Folds', '', a.folds.count, b.folds.count),
    row('benchRest', 'Bench rest', 'min', a.benchRest, b.benchRest),
    row('proof', 'Proof, best rise', 'volumes', a.proof.rise.best, b.proof.rise.best),
    row('around', 'Proof at', '°C', a.proof.around, b.proof.around),
    row('minutes', 'Bake', 'min', a.bake.minutes, b.bake.minutes),
    row('loadAt', 'Load at', '°C', a.bake.loadAt, b.bake.loadAt),
    row('steam', 'Steam', 'min', a.bake.steam, b.bake.steam),
    row('look', 'First look', 'min', a.bake.look, b.bake.look),
    row('turn', 'Turned round', 'min', a.bake.turn, b.bake.turn),
    row('endTop', 'From above at the end', '°C', endOf(a.bake).top, endOf(b.bake).top),
    row('endBottom', 'From below at the end', '°C', endOf(a.bake).bottom, endOf(b.bake).bottom),
    row('core', 'Done at a core of', '°C', a.bake.core, b.bake.core),
    row('bakeLoss', 'Bake loss', '%', a.bake.loss, b.bake.loss),
    row('processLoss', 'Process loss', '%', lossA, lossB),
  ];
}

function productRows(a: FormulaDoc, b: FormulaDoc): ComparedRow[] {
  const names = new Map([...a.products, ...b.products].map(({ slug, name }) => [slug, name]));
  const of = (doc: FormulaDoc, slug: string) =>
    doc.products.find((product) => product.slug === slug)?.scaledWeight ?? null;
  return [...names].map(([slug, name]) => {
    const [inA, inB] = [of(a, slug), of(b, slug)];
    return row(slug, name, 'g', inA === null ? null : inA * 1000, inB === null ? null : inB * 1000);
  });
}
