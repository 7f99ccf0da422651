import { readFileSync } from 'node:fs';
import type { z } from 'zod';
import type { Floor } from '@jovet/core/bakehouse';
import { Thing } from '@jovet/core/equipment';
import { bakeDough, type DoughAsk } from '@jovet/core/plan';
import { DayInput } from '@jovet/core/plan/demand';
import { mixesByHand, type DoughToMix } from '@jovet/core/plan/explain';
import type { MixDoc } from '@jovet/core/mix';
import { vigoursOf, type Learned } from '@jovet/core/learned';
import { readBakeryFile, type BakeryFile } from '@jovet/core/formats';
import { namedIngredients } from '@jovet/core/formula/scale';
import { ddtOf, mainMix } from '@jovet/core/formula/way';
import type { Formula, FormulaDoc, Ingredient, PieceOrder } from '@jovet/core/formula';
import type { Result } from '@jovet/core/problem';
import { eventsOfActual, type Actual, type Event } from '@jovet/core/run';

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

/** People and things of a bakehouse with one thing changed; or with one more, where there is none of that name. */
export function withThing(floor: Floor, slug: string, changes: Partial<z.input<typeof Thing>>): Floor {
  const known = floor.equipment.some((each) => each.slug === slug);
  const more = known ? [] : [Thing.parse({ slug, name: slug, ...changes })];
  const equipment = floor.equipment.map((each) => (each.slug === slug ? Thing.parse({ ...each, ...changes }) : each));
  return { ...floor, equipment: [...equipment, ...more] };
} // prettier-ignore

function demoFile<K extends BakeryFile['jovet']>(name: string, kind: K): Extract<BakeryFile, { jovet: K }> {
  const file = must(readBakeryFile(readFileSync(new URL(`../../${name}`, import.meta.url), 'utf8')));
  if (file.jovet !== kind) throw new Error(`${name} holds ${file.jovet}`);
  return file as Extract<BakeryFile, { jovet: K }>;
}

const bakery = demoFile('demo/bakehouse.json', 'bakehouse');

export const demoCultures = demoFile('demo/cultures.json', 'cultures').cultures;

const prices = new Map(
  demoFile('demo/prices.json', 'prices').prices.map(({ ingredient, ...price }) => [ingredient, price]),
);

/** The starting larder, with the prices of the demo bakery. */
export const larder: readonly Ingredient[] = demoFile(
  'larder/ingredients.json',
  'ingredients',
).ingredients.map((each) => ({ ...each, ...prices.get(each.slug) }));

/** A formula with those ingredients of the larder that it names. */
export function withLarder(doc: FormulaDoc): Formula {
  const named = namedIngredients(doc);
  return { doc, ingredients: larder.filter(({ slug }) => named.has(slug)) };
}

/** A formula of the demo bakery, by its slug. */
export const demoFormula = (slug: string): Formula =>
  withLarder(demoFile(`demo/formulas/${slug}.json`, 'formula').formula);

export const DEMO_FORMULAS = [
  'anchor-pot', 'beacon-durum', 'butter-crescents', 'cardamom-knots', 'lantern-baguette', 'oat-tin', 'quay-country', 'skipper-twists',
  'sorrel-ring', 'tidewater-rye',
] as const; // prettier-ignore

export const quayCountry = demoFormula('quay-country');

export const thirtySixLoaves: PieceOrder[] = [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }];

/** The demo bakery: its settings, mixers and tubs, the first of each beside them. */
export function demoHouse() {
  const { bakehouse, mixers, tubs } = bakery;
  const [mixer] = mixers;
  const [tub] = tubs;
  if (!mixer || !tub) throw new Error('the demo bakery has a mixer and a tub');
  return { bakehouse, mixers, tubs, mixer, tub };
}

/** 36 loaves of Quay Country for seven o'clock, by themselves. */
export const quayAsk = (changes: Partial<DoughAsk> = {}): DoughAsk => ({
  pieces: thirtySixLoaves, date: '2026-11-24', time: '07:00', room: 20, flour: 19, bowl: 20,
  stands: { levain: 23 }, ddt: 25, mixer: 'big-mixer', ...changes,
}); // prettier-ignore

/** A dough that the demo bakery bakes by itself. */
export const baked = (
  changes: Partial<DoughAsk> = {},
  slug: (typeof DEMO_FORMULAS)[number] = 'quay-country',
) => must(bakeDough(slug, demoFormula(slug), quayAsk(changes), demoHouse()));

/** A day on which a formula is made otherwise. */
export const madeSo = (input: DayInput, slug: string, change: (doc: FormulaDoc) => FormulaDoc): DayInput => ({
  ...input,
  formulas: input.formulas.map((each) =>
    each.slug === slug ? { ...each, formula: { ...each.formula, doc: change(each.formula.doc) } } : each,
  ),
});

/** The mix of those 36 loaves, outside a plan. */
export function demoMix(changes: Partial<DoughToMix> = {}): MixDoc {
  const { bakehouse, mixer } = demoHouse();
  const formula = changes.formula ?? quayCountry;
  const programme = bakehouse.programmes.find(({ slug }) => slug === mainMix(formula.doc).programme);
  if (!programme) throw new Error('the demo bakery has the programmes of its formulas');
  const ddt = ddtOf(formula.doc);
  const dough = { slug: 'quay-country', formula, order: thirtySixLoaves, mixer, programme, ddt, ...changes };
  const [doc] = must(mixesByHand(dough, bakehouse));
  if (!doc) throw new Error('a dough is mixed at least once');
  return doc;
}

/** What happened to tasks as events of the demo day. */
export function eventsOf(
  actuals: readonly (Pick<Actual, 'task' | 'start' | 'end'> & Partial<Actual>)[],
): Event[] {
  let made = 0;
  const makeId = () => `00000000-0000-7000-9000-${String((made += 1)).padStart(12, '0')}`;
  const blank = { temperature: null, seen: null, longer: 0, mass: null, confirmed: [] };
  return actuals.flatMap((actual) => eventsOfActual({ ...blank, ...actual }, '2026-11-26', makeId));
}

/** An ordinary Thursday of the demo bakery: all eight doughs. */
export function demoDay(changes: Partial<DayInput> = {}): DayInput {
  const { bakehouse, tub } = demoHouse();
  return DayInput.parse({
    schema: 1,
    fullOvens: true,
    date: '2026-11-26',
    bakehouse,
    mixers: bakery.mixers,
    tub,
    formulas: DEMO_FORMULAS.map((slug) => ({ slug, formula: demoFormula(slug) })),
    demand: ORDERS.map(([formula, product, pieces, drop]) => {
      const { doc } = demoFormula(formula);
      const scaledWeight = doc.products.find(({ slug }) => slug === product)?.scaledWeight;
      return { formula, product, pieces, drop, scaledWeight };
    }),
    ...changes,
  });
}

const ORDERS = [
  ['quay-country', 'quay-loaf', 38, '08:00'],
  ['quay-country', 'quay-small', 12, '08:00'],
  ['lantern-baguette', 'lantern-baguette', 54, '07:30'],
  ['tidewater-rye', 'tidewater-tin', 18, '11:00'],
  ['oat-tin', 'oat-tin', 28, '09:00'],
  ['beacon-durum', 'beacon-loaf', 24, '10:00'],
  ['cardamom-knots', 'cardamom-knot', 60, '09:30'],
  ['cardamom-knots', 'cocoa-knot', 24, '09:30'],
  ['skipper-twists', 'skipper-twist', 80, '06:30'],
  ['butter-crescents', 'butter-crescent', 90, '07:30'],
] as const;

/** What might be learned of the demo bakery: Quay culture is tired, Quay Country was twice slower than forecast, packing takes longer. */
export const demoLearned = (vigour = 0.8): Learned => ({
  friction: [],
  rates: [
    {
      kind: 'pack',
      value: 1.137,
      spread: 0.1,
      records: [{ day: '2026-11-20', task: 'quay-country.1.quay-loaf.pack', reckoned: 300, real: 345 }],
    },
  ],
  vigour: vigoursOf(
    demoCultures.map((culture) => ({ culture, builds: [] })),
    () => 12,
  ).map((each) =>
    each.slug === 'quay-culture'
      ? {
          ...each,
          value: vigour,
          least: vigour * 0.9,
          most: vigour * 1.1,
          builds: ['00000000-0000-7000-8000-000000000001', '00000000-0000-7000-8000-000000000002'],
          history: [1, vigour],
        }
      : each,
  ),
  pace: [
    {
      formula: 'quay-country',
      name: 'Quay Country',
      value: 0.9,
      spread: 0.1,
      records: [26, 27].map((day) => ({ day: `2026-11-${day}`, task: 'quay-country.1.mix', pace: 0.85 })),
    },
  ],
});

/** A formula of the demo bakery as it was kept before there were steps. */
export function beforeSteps(slug: string): { readonly schema: 2; readonly process: unknown } {
  const url = new URL(`./formula/before-steps/${slug}.json`, import.meta.url);
  const file = JSON.parse(readFileSync(url, 'utf8')) as { formula: { schema: 2; process: unknown } };
  return file.formula;
}
