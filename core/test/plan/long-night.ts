import { Floor, type Hand } from '@jovet/core/bakehouse';
import type { FormulaDoc } from '@jovet/core/formula';
import { Mixer } from '@jovet/core/mix';
import { DayInput } from '@jovet/core/plan/demand';
import { parseWith } from '@jovet/core/problem';
import { weekdayOf } from '@jovet/core/time';
import { demoDay, demoFormula, demoHouse, madeSo, must } from '../demo.ts';

const SLUG = 'lantern-baguette';
/** They work on the day before, and nobody on the one before that. */
const EVE = [weekdayOf('2026-11-24')];
/** Hours that a baguette of the afternoon may lie until the van. */
const LIES = 12;

/** The dough without its poolish and with little yeast, in the cold between the hands and the oven. */
const slow = (doc: FormulaDoc, byHand: boolean): FormulaDoc => ({
  ...doc,
  parts: [],
  additions: [],
  lines: doc.lines.map((line) => (line.ingredient === 'instant-yeast' ? { ...line, percent: 0.25 } : line)),
  way: doc.way
    .filter(({ slug }) => !slug.startsWith('autolyse'))
    .map((step) => (step.kind === 'divide' && !byHand ? { ...step, tool: 'divider' as const } : step)),
  pieces: doc.pieces.map((step) => {
    if (step.kind === 'proof') return { ...step, ways: [[{ place: 'cold' as const, celsius: null, minutes: null, rise: null, only: null }]] };
    return step.kind === 'cool' ? { ...step, most: LIES } : step;
  }),
  products: doc.products.filter(({ slug }) => slug === SLUG).map((product) => ({ ...product, way: null })),
}); // prettier-ignore

/**
 * Baguettes for one van at 05:00: mixed from 08:00 on the day before and shaped by the day, baked by those who come in the
 * afternoon, through the night.
 *
 * @param byHand without the divider, and in small tubs: nearly more than these people can do
 */
export function longNight(pieces: number, byHand = false): DayInput {
  const base = demoDay({ date: '2026-11-25' });
  const { bakehouse } = demoHouse();
  const shift = (name: string, skills: Hand['skills'], from: string, to: string) => ({ name, skills, rota: [{ from, to, days: EVE }] });
  const hands = [
    ...[1, 2, 3, 4].map((n) => shift(`day ${n}`, ['mix', 'shape'], '08:00', '17:00')),
    ...[1, 2, 3].map((n) => shift(`evening ${n}`, ['mix', 'shape', 'oven', 'pack'], '16:30', '01:30')),
    ...[1, 2, 3].map((n) => shift(`night ${n}`, ['shape', 'oven', 'pack'], '22:00', '06:00')),
  ];
  const equipment = [
    { kind: 'oven', slug: 'oven', name: 'Oven', decks: 4, width: 2.4, depth: 1.8, loader: true },
    { kind: 'retarder', slug: 'retarder', name: 'Retarder', dough: 900, temperature: 4 },
    { kind: 'bench', slug: 'bench', name: 'Bench', metres: 16 },
    { kind: 'divider', slug: 'divider', name: 'Divider', heads: 24 },
    { kind: 'holder', slug: 'couches', name: 'couches', count: 260 },
  ];
  const floor = must(parseWith(Floor, { ...bakehouse.floor, hands, equipment, tubs: 40, quiet: null }));
  const { scaledWeight = 0 } = demoFormula(SLUG).doc.products.find(({ slug }) => slug === SLUG) ?? {};
  const day = must(parseWith(DayInput, {
    ...base, formulas: base.formulas.filter(({ slug }) => slug === SLUG),
    bakehouse: { ...bakehouse, floor }, tub: byHand ? base.tub : { ...base.tub, maxDough: 25, length: 0.8, width: 0.6 },
    demand: [{ formula: SLUG, product: SLUG, scaledWeight, drop: '05:00', pieces }],
    mixers: [1, 2].map((n) => must(parseWith(Mixer, { schema: 1, slug: `mixer-${n}`, name: `Mixer ${n}`, kind: 'spiral', bowlMass: 30, minDough: 10, maxDough: 100 }))),
  }));
  return must(parseWith(DayInput, madeSo(day, SLUG, (doc) => slow(doc, byHand))));
} // prettier-ignore
