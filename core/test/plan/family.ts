import { addDays } from '@jovet/core/time';
import { Floor, type Hand } from '@jovet/core/bakehouse';
import type { FormulaDoc } from '@jovet/core/formula';
import { Mixer } from '@jovet/core/mix';
import { DayInput } from '@jovet/core/plan/demand';
import { parseWith } from '@jovet/core/problem';
import { demoDay, demoHouse, must } from '../demo.ts';

/** Bakeries of five sizes, made up: each has people and things for its orders, and ten days of them. */
export const FAMILY = ['home', 'corner', 'village', 'town', 'factory'] as const;
export type Size = (typeof FAMILY)[number];

type Product = readonly [formula: string, product: string, share: number];
type Shift = readonly [from: string, to: string, people: number, skills: readonly Hand['skills'][number][]];

interface Bakery {
  /** On a day at full load. */
  readonly pieces: number;
  readonly products: readonly Product[];
  /** When vans leave; formulas that cannot be ready so early take later ones. */
  readonly drops: readonly string[];
  readonly shifts: readonly Shift[];
  readonly mixers: readonly (readonly [kilograms: number, count: number])[];
  readonly equipment: readonly object[];
  readonly tubs: number;
  readonly tub: number;
}

const deck = (slug: string, decks: number, width: number, depth: number, more: object = {}) => ({
  kind: 'oven',
  slug,
  name: slug,
  decks,
  width,
  depth,
  ...more,
});
const rack = (slug: string, decks: number) => ({
  kind: 'oven',
  slug,
  name: slug,
  decks,
  width: 0.6,
  depth: 0.8,
  stone: 1,
  shared: true,
  fan: true,
});
const holder = (slug: string, count: number) => ({
  kind: 'holder',
  slug,
  name: slug,
  count,
  ...HELD[slug as keyof typeof HELD],
});
const cold = (slug: string, dough: number) => ({ kind: 'retarder', slug, name: slug, dough, temperature: 4 });
const HELD = {
  'round-baskets': {}, couches: {},
  'large-tins': { bakes: true, size: { length: 0.3, width: 0.13 } },
  'small-tins': { bakes: true, size: { length: 0.26, width: 0.11 } },
  trays: { bakes: true, size: { length: 0.6, width: 0.4 } },
}; // prettier-ignore
const holders = (baskets: number, couches: number, large: number, small: number, trays: number) => [
  holder('round-baskets', baskets), holder('couches', couches), holder('large-tins', large), holder('small-tins', small), holder('trays', trays),
]; // prettier-ignore

const ALL = ['mix', 'shape', 'oven', 'pack'] as const;

const BAKERIES: Readonly<Record<Exclude<Size, 'corner'>, Bakery>> = {
  home: {
    pieces: 40, drops: ['14:00'], tubs: 4, tub: 8, mixers: [[8, 1]],
    products: [['oat-tin', 'oat-tin', 0.25], ['cardamom-knots', 'cardamom-knot', 0.75]],
    shifts: [['05:00', '14:00', 1, ALL]],
    equipment: [deck('oven', 2, 0.8, 0.6), cold('retarder', 30), { kind: 'bench', slug: 'bench', name: 'bench', metres: 2 }, ...holders(0, 0, 0, 10, 6)],
  },
  village: {
    pieces: 600, drops: ['06:30', '08:00', '09:30'], tubs: 20, tub: 14, mixers: [[60, 1], [20, 1]],
    products: [
      ['quay-country', 'quay-loaf', 0.12], ['lantern-baguette', 'lantern-baguette', 0.2], ['oat-tin', 'oat-tin', 0.08], ['cardamom-knots', 'cardamom-knot', 0.2],
      ['skipper-twists', 'skipper-twist', 0.35], ['tidewater-rye', 'tidewater-tin', 0.05],
    ],
    shifts: [['22:00', '06:00', 2, ALL], ['00:30', '09:00', 2, ALL], ['13:00', '21:00', 1, ALL]],
    equipment: [
      deck('oven', 6, 1.4, 1), cold('retarder', 300), { kind: 'proof-box', slug: 'proof-box', name: 'box', dough: 200 },
      { kind: 'bench', slug: 'bench', name: 'bench', metres: 9 }, ...holders(120, 24, 50, 70, 60),
    ],
  },
  town: {
    pieces: 2000, tubs: 50, tub: 25, mixers: [[130, 2], [45, 1]],
    drops: ['04:30', '04:45', '05:00', '05:15', '05:30', '05:45', '06:00', '06:15', '06:30', '06:45', '07:00', '07:15', '07:30', '07:45', '08:00', '08:15', '08:30', '08:45', '09:00', '09:15', '09:30', '09:45', '10:00', '10:30'],
    products: [
      ['quay-country', 'quay-loaf', 0.1], ['quay-dark', 'quay-loaf', 0.05], ['lantern-baguette', 'lantern-baguette', 0.16], ['oat-tin', 'oat-tin', 0.06], ['oat-soft', 'oat-tin', 0.04],
      ['cardamom-knots', 'cardamom-knot', 0.14], ['skipper-twists', 'skipper-twist', 0.22], ['tidewater-rye', 'tidewater-tin', 0.05], ['beacon-durum', 'beacon-loaf', 0.05],
      ['butter-crescents', 'butter-crescent', 0.1], ['sorrel-ring', 'tea-ring', 0.02], ['lantern-small', 'lantern-half', 0.01],
    ],
    shifts: [['20:00', '05:00', 3, ALL], ['23:00', '08:00', 4, ALL], ['01:30', '10:30', 2, ALL], ['12:00', '21:00', 2, ALL]],
    equipment: [
      deck('oven', 4, 2.4, 1.8, { loader: true }), deck('second', 4, 2.4, 1.8, { loader: true }), rack('rack', 18), cold('retarder', 900), cold('chamber', 500),
      { kind: 'proof-box', slug: 'proof-box', name: 'box', dough: 700 }, { kind: 'bench', slug: 'bench', name: 'bench', metres: 24 },
      { kind: 'divider', slug: 'divider', name: 'divider', heads: 24 }, { kind: 'moulder', slug: 'moulder', name: 'moulder', each: 2 }, ...holders(400, 90, 150, 250, 220),
    ],
  },
  factory: {
    pieces: 5000, tubs: 120, tub: 40, mixers: [[160, 3], [80, 2]],
    drops: ['03:30', '04:00', '04:30', '05:00', '05:30', '06:00', '07:00', '08:00'],
    products: [
      ['quay-country', 'quay-loaf', 0.1], ['quay-dark', 'quay-loaf', 0.05], ['lantern-baguette', 'lantern-baguette', 0.22], ['oat-tin', 'oat-tin', 0.06], ['oat-soft', 'oat-tin', 0.04],
      ['cardamom-knots', 'cardamom-knot', 0.12], ['skipper-twists', 'skipper-twist', 0.24], ['tidewater-rye', 'tidewater-tin', 0.05], ['beacon-durum', 'beacon-loaf', 0.04], ['butter-crescents', 'butter-crescent', 0.08],
    ],
    shifts: [['16:00', '01:00', 6, ALL], ['19:00', '04:00', 7, ALL], ['22:00', '07:00', 8, ALL], ['08:00', '17:00', 4, ALL]],
    equipment: [
      deck('oven', 8, 2.4, 2, { loader: true }), deck('stone', 4, 2.4, 2, { loader: true, stone: 10 }), rack('rack', 36),
      cold('retarder', 1200), cold('chamber', 1200), cold('north', 800), cold('south', 800),
      { kind: 'proof-box', slug: 'proof-box', name: 'box', dough: 1500 }, { kind: 'bench', slug: 'bench', name: 'bench', metres: 50 },
      { kind: 'divider', slug: 'divider', name: 'divider', heads: 24 }, { kind: 'divider', slug: 'divider-2', name: 'divider 2', heads: 24 }, { kind: 'moulder', slug: 'moulder', name: 'moulder', each: 1.5 },
      ...holders(900, 240, 400, 600, 500),
    ],
  },
}; // prettier-ignore

/** Formulas beside those of the demo: the same dough under another name. */
const OTHERS = [['quay-dark', 'quay-country', 'Quay Dark'], ['oat-soft', 'oat-tin', 'Oat Soft'], ['lantern-small', 'lantern-baguette', 'Lantern Small']] as const; // prettier-ignore

/** Chance from a seed, 0 to 1. */
export function chanceOf(seed: number): () => number {
  let state = (seed * 2654435761) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * One of ten days of a bakery, with 0.7 to 0.9 of what it could do.
 *
 * @param day 0 to 9
 */
export function familyDay(size: Size, day: number): DayInput {
  const chance = chanceOf(day * 97 + FAMILY.indexOf(size) + 1);
  const load = 0.7 + 0.2 * chance();
  const base = demoDay({ date: addDays('2026-11-24', day) });
  if (size === 'corner')
    return { ...base, demand: base.demand.map((line) => ({ ...line, pieces: Math.round(line.pieces * load * (0.9 + 0.2 * chance())) })) };
  const { pieces, products, drops, tubs, tub, mixers, shifts, equipment } = BAKERIES[size];
  const formulas = [
    ...base.formulas,
    ...OTHERS.flatMap(([slug, of, name]) => {
      const known = base.formulas.find((each) => each.slug === of);
      return known ? [{ slug, formula: { ...known.formula, doc: { ...known.formula.doc, name } satisfies FormulaDoc } }] : [];
    }),
  ].filter(({ slug }) => products.some(([of]) => of === slug));
  const demand = products.flatMap(([formula, product, share]) => {
    const scaledWeight = formulas.find(({ slug }) => slug === formula)?.formula.doc.products.find(({ slug }) => slug === product)?.scaledWeight ?? 0;
    const all = pieces * load * share * (0.85 + 0.3 * chance());
    // Each product goes to a few shops that lie close together.
    const first = Math.floor(chance() * Math.max(1, drops.length - 4));
    const own = drops.slice(first, first + 4);
    return own.map((drop) => ({ formula, product, scaledWeight, drop, pieces: Math.max(1, Math.round(all / own.length)) }));
  });
  const hands = shifts.flatMap(([from, to, people, skills], shift) =>
    Array.from({ length: people }, (_, index) => ({ name: `${size} ${shift + 1}.${index + 1}`, skills: [...skills], rota: [{ from, to, days: [0, 1, 2, 3, 4, 5, 6] }] })),
  );
  const { bakehouse } = demoHouse();
  const floor = must(parseWith(Floor, { ...bakehouse.floor, hands, equipment, tubs, quiet: null }));
  return must(parseWith(DayInput, {
    ...base, formulas, demand, bakehouse: { ...bakehouse, floor }, tub: { ...base.tub, maxDough: tub, length: 0.8, width: 0.6 },
    mixers: mixers.flatMap(([maxDough, count], kind) =>
      Array.from({ length: count }, (_, index) => must(parseWith(Mixer, { schema: 1, slug: `mixer-${kind + 1}-${index + 1}`, name: `Mixer ${kind + 1}.${index + 1}`, kind: 'spiral', bowlMass: 20, minDough: maxDough / 10, maxDough }))),
    ),
  }));
} // prettier-ignore
