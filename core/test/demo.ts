import { readFileSync } from 'node:fs';
import type { DoughOrder, PlanInput } from '@jovet/core/day';
import { readBakeryFile, type BakeryFile } from '@jovet/core/formats';
import type { Formula } from '@jovet/core/formula';
import type { Result } from '@jovet/core/problem';

/** The value of a result that must be good. */
export function must<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

/** The problems of a result that must be bad, by path. */
export function problemsOf(result: Result<unknown>): Record<string, string> {
  if (result.ok) throw new Error('this was expected to be refused');
  return Object.fromEntries(result.problems.map((each) => [each.path, `${each.problem} ${each.remedy}`]));
}

function demoFile<K extends BakeryFile['jovet']>(name: string, kind: K): Extract<BakeryFile, { jovet: K }> {
  const file = must(readBakeryFile(readFileSync(new URL(`../../demo/${name}`, import.meta.url), 'utf8')));
  if (file.jovet !== kind) throw new Error(`${name} holds ${file.jovet}`);
  return file as Extract<BakeryFile, { jovet: K }>;
}

const bakery = demoFile('bakehouse.json', 'bakehouse');

export const quayCountry: Formula = {
  doc: demoFile('formulas/quay-country.json', 'formula').formula,
  ingredients: demoFile('ingredients.json', 'ingredients').ingredients,
};

export const thirtySixLoaves: DoughOrder = {
  schema: 1,
  formula: 'quay-country',
  order: [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }],
  dispatch: { date: '2026-11-24', time: '07:00' },
  readings: { flour: 19, room: 20, levain: 23, bowl: 20 },
  ddt: 25,
  mixer: 'big-mixer',
  programme: 'gentle',
};

/** The demo bakery planning 36 loaves, with changes to the order. */
export function demoInput(changes: Partial<DoughOrder> = {}): PlanInput {
  const [mixer] = bakery.mixers;
  const [tub] = bakery.tubs;
  if (!mixer || !tub) throw new Error('the demo bakery has a mixer and a tub');
  return {
    order: { ...thirtySixLoaves, ...changes },
    formula: quayCountry,
    bakehouse: bakery.bakehouse,
    mixer,
    tub,
  };
}
