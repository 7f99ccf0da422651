import { factsOf } from '../facts/facts.ts';
import { percentOf, type FormulaLine } from '../lines.ts';
import type { FormulaDoc } from '../schema.ts';
import { type Quantity, valueAt } from '../../field/index.ts';
import { OWN_FIELDS, piecesOf } from '../way/index.ts';
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
 * Puts two formulas, or two versions of one, side by side: percentages of all flour by stage, read-outs, way.
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
    { key: 'process', name: 'Process', rows: wayRows(a.doc, b.doc) },
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

/** Every figure of the ways of two formulas, step by step; those of pieces as the first product goes. */
function wayRows(a: FormulaDoc, b: FormulaDoc): ComparedRow[] {
  const stepsOf = (doc: FormulaDoc) => [...doc.way, ...piecesOf(doc, doc.products[0]?.slug ?? '')];
  const [ofA, ofB] = [stepsOf(a), stepsOf(b)];
  const slugs = [...new Set([...ofA, ...ofB].map(({ slug }) => slug))];
  const rows = slugs.flatMap((slug) => {
    const [inA, inB] = [ofA, ofB].map((steps) => steps.find((step) => step.slug === slug));
    const kind = (inA ?? inB)?.kind;
    if (!kind) return [];
    return OWN_FIELDS[kind].flatMap(({ name, path, label, quantity }) => {
      const [x, y] = [inA, inB].map((step) => figureOf(step && valueAt(step, path), quantity));
      const unit = quantity === 'wait' ? ((inA ?? inB) as { until?: { by: string } }).until?.by === 'rise' ? 'volumes' : 'min' : UNITS[quantity];
      return unit === undefined || (x === null && y === null)
        ? []
        : [row(`${slug}.${name}`, `${sentence(slug)}: ${label.toLowerCase()}`, unit, x ?? null, y ?? null)];
    });
  });
  return [...rows, row('processLoss', 'Process loss', '%', a.processLoss, b.processLoss)];
} // prettier-ignore

/** Units of the figures that are compared. */
const UNITS: Readonly<Partial<Record<Quantity, string>>> = {
  celsius: '°C', minutes: 'min', hours: 'h', percent: '%', part: '%', mass: 'g', volumes: 'volumes', count: '', millimetres: 'mm', metres: 'm',
}; // prettier-ignore

const figureOf = (value: unknown, quantity: Quantity): number | null =>
  typeof value !== 'number'
    ? null
    : quantity === 'part'
      ? value * 100
      : quantity === 'mass'
        ? value * 1000
        : value;

const sentence = (slug: string): string => slug.charAt(0).toUpperCase() + slug.slice(1).replaceAll('-', ' ');

function productRows(a: FormulaDoc, b: FormulaDoc): ComparedRow[] {
  const names = new Map([...a.products, ...b.products].map(({ slug, name }) => [slug, name]));
  const of = (doc: FormulaDoc, slug: string) =>
    doc.products.find((product) => product.slug === slug)?.scaledWeight ?? null;
  return [...names].map(([slug, name]) => {
    const [inA, inB] = [of(a, slug), of(b, slug)];
    return row(slug, name, 'g', inA === null ? null : inA * 1000, inB === null ? null : inB * 1000);
  });
}
