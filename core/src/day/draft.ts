import { z } from 'zod';
import type { Formula } from '../formula/index.ts';
import { parseWith, place, problem, type Problem, type Result } from '../problem/index.ts';
import { parseTimeOfDay } from '../time/index.ts';
import {
  formatMass,
  formatTemperature,
  parseCount,
  parseMass,
  parseTemperature,
  type TemperatureUnit,
} from '../units/index.ts';
import { DoughOrder } from './schema.ts';

const Text = z.string().max(200);

/** An order as it stands in the fields, half-typed or wrong: nothing that was typed is lost. */
export const DoughDraft = z.strictObject({
  formula: Text,
  order: z.array(z.strictObject({ product: Text, pieces: Text, scaledWeight: Text })).max(20),
  date: Text,
  time: Text,
  flour: Text,
  room: Text,
  levain: Text,
  bowl: Text,
  ddt: Text,
  mixer: Text,
  programme: Text,
});
export type DoughDraft = z.infer<typeof DoughDraft>;

const READINGS = ['flour', 'room', 'levain', 'bowl'] as const;

/**
 * Parses what stands in the fields into an order.
 *
 * @param unit the unit of a bare temperature
 * @returns the order, or one problem for each field that cannot be read, at the path of the field in the draft
 */
export function parseDraft(draft: DoughDraft, unit: TemperatureUnit): Result<DoughOrder> {
  const problems: Problem[] = [];
  const read = <T>(path: string, result: Result<T>): T | undefined => {
    if (result.ok) return result.value;
    problems.push(...result.problems.map((each) => place(path, each)));
    return undefined;
  };
  const candidate = {
    schema: 1,
    formula: draft.formula,
    order: draft.order.map((line, index) => ({
      product: line.product,
      pieces: read(`order.${index}.pieces`, parseCount(line.pieces === '' ? '0' : line.pieces)),
      scaledWeight: read(`order.${index}.scaledWeight`, parseMass(line.scaledWeight)),
    })),
    dispatch: { date: draft.date, time: read('time', parseTimeOfDay(draft.time)) },
    readings: Object.fromEntries(
      READINGS.map((name) => [name, read(name, parseTemperature(draft[name], unit))]),
    ),
    ddt: read('ddt', parseTemperature(draft.ddt, unit)),
    mixer: draft.mixer,
    programme: draft.programme,
  };
  if (problems.length > 0) return { ok: false, problems };
  const parsed = parseWith(DoughOrder, candidate);
  if (parsed.ok) return parsed;
  return { ok: false, problems: parsed.problems.map((each) => inTheFields(each, unit)) };
}

const RANGES: Readonly<Record<string, readonly [low: number, high: number]>> = {
  ddt: [5, 40],
  ...Object.fromEntries(READINGS.map((name) => [name, [-30, 60] as const])),
};

/** A problem of the order, told at the field of the draft and in the unit that the baker reads. */
export function inTheFields(each: Problem, unit: TemperatureUnit): Problem {
  const path = each.path.replace(/^(readings|dispatch)\./, '');
  const range = RANGES[path];
  if (path === 'date')
    return problem(path, 'This is not a day of the calendar.', 'Choose the day of the dispatch.');
  if (path.endsWith('.scaledWeight') && /too (small|large)/.test(each.problem)) {
    return problem(path, 'A piece of this weight cannot be made.', 'Use more than 0 g and at most 20 kg.');
  }
  if (!range || !/too (small|large)/.test(each.problem)) return { ...each, path };
  const [low, high] = range.map((celsius) => formatTemperature(celsius, unit, 0));
  return problem(path, each.problem.replace('This', 'This temperature'), `Use ${low} to ${high}.`);
}

/** Writes an order into fields, with a line for each product of its formula, ordered or not. */
export function draftOf(order: DoughOrder, unit: TemperatureUnit, formula?: Formula): DoughDraft {
  const warm = (celsius: number) =>
    formatTemperature(celsius, unit, 1)
      .replace(/ °[CF]$/, '')
      .replace(/\.0$/, '');
  const { readings, dispatch } = order;
  return {
    formula: order.formula,
    order: withUnordered(order.order, formula).map((line) => ({
      product: line.product,
      pieces: line.pieces === 0 ? '' : String(line.pieces),
      scaledWeight: formatMass(line.scaledWeight, 'g', 1).replace('.0 g', ' g'),
    })),
    date: dispatch.date,
    time: dispatch.time,
    flour: warm(readings.flour),
    room: warm(readings.room),
    levain: warm(readings.levain),
    bowl: warm(readings.bowl),
    ddt: warm(order.ddt),
    mixer: order.mixer,
    programme: order.programme,
  };
}

function withUnordered(order: DoughOrder['order'], formula: Formula | undefined): DoughOrder['order'] {
  const products = formula?.doc.products ?? [];
  const unordered = products.filter(({ slug }) => !order.some((line) => line.product === slug));
  return [
    ...order,
    ...unordered.map(({ slug, scaledWeight }) => ({ product: slug, pieces: 0, scaledWeight })),
  ];
}

/** The fields for a formula that has not been ordered yet: its products with their scaled weights, nothing counted. */
export function draftForFormula(
  slug: string,
  formula: Formula,
  before: DoughDraft,
  unit: TemperatureUnit,
): DoughDraft {
  return {
    ...before,
    formula: slug,
    order: formula.doc.products.map((product) => ({
      product: product.slug,
      pieces: before.order.find((line) => line.product === product.slug)?.pieces ?? '',
      scaledWeight: formatMass(product.scaledWeight, 'g', 0),
    })),
    ddt: formatTemperature(formula.doc.process.ddt, unit, 1)
      .replace(/ °[CF]$/, '')
      .replace(/\.0$/, ''),
    programme: formula.doc.process.programme,
  };
}
