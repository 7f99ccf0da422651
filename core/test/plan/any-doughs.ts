import type { z } from 'zod';
import { FormulaDoc } from '@jovet/core/formula';
import { Step } from '@jovet/core/formula/way';
import type { DayInput } from '@jovet/core/plan/demand';
import { demoDay, madeSo, withThing } from '../demo.ts';
import { baking } from './planned.ts';

export type Said = z.input<typeof Step>;
export const steps = (...all: Said[]): Step[] => all.map((each) => Step.parse(each));
export const room = { place: 'room' } as const;
export const cold = { place: 'cold' } as const;
export const rise = (earliest: number, best: number, latest: number) =>
  ({ by: 'rise', earliest, best, latest }) as const;
export const minutes = (least: number, best: number, most: number) =>
  ({ by: 'minutes', earliest: least, best, latest: most }) as const;
export const weigh = { kind: 'weigh', slug: 'weigh' } as const satisfies Said;
export const mix = { kind: 'mix', slug: 'mix', programme: 'gentle', to: 24 } as const satisfies Said;
export const divide = { kind: 'divide', slug: 'divide' } as const satisfies Said;
export const bake = {
  kind: 'bake',
  slug: 'bake',
  mass: 0.5,
  minutes: 25,
  loadAt: 235,
  steam: 5,
  loss: 13,
} as const satisfies Said;
export const end: Said[] = [
  { kind: 'cool', slug: 'cool', below: 35 },
  { kind: 'pack', slug: 'pack' },
];

/** The demo day with nothing but one of its doughs, made another way. */
export function made(
  slug: string,
  way: Said[],
  pieces: Said[],
  products: Record<string, Said[]> = {},
  of = baking(demoDay(), slug),
): DayInput {
  return madeSo(of, slug, (doc) =>
    FormulaDoc.parse({
      ...doc,
      way: steps(...way),
      pieces: steps(...pieces),
      products: doc.products.map((product) => ({ ...product, way: products[product.slug] ? steps(...(products[product.slug] ?? [])) : null })),
    }),
  );
} // prettier-ignore

const between = (n: number): Said => ({
  kind: 'rest',
  slug: `rest-${n}`,
  until: minutes(30, 40, 90),
  stands: [cold],
});
/** Quay Country with its levain standing otherwise. */
const stood = (change: Partial<FormulaDoc['parts'][number]>): DayInput =>
  madeSo(baking(demoDay(), 'quay-country'), 'quay-country', (doc) => ({
    ...doc,
    parts: doc.parts.map((part) => ({ ...part, ...change })),
  }));
const POTS = {
  kind: 'holder',
  name: 'pots',
  count: 40,
  bakes: true,
  size: { length: 0.26, width: 0.26 },
} as const;
function potted(): DayInput {
  const day = baking(demoDay(), 'quay-country');
  return made(
    'quay-country',
    [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.4, 0.6, 0.9), stands: [room] }, divide],
    [
      { kind: 'pre-shape', slug: 'pre-shape' },
      { kind: 'rest', slug: 'bench', until: minutes(15, 20, 40), stands: [room] },
      { kind: 'shape', slug: 'shape', shape: 'round', into: 'round-baskets' },
      { kind: 'proof', slug: 'proof', until: rise(0.8, 1.1, 1.4), ways: [[room], [cold]] },
      { kind: 'score', slug: 'score' },
      { ...bake, into: 'pots', hot: 40 },
      ...end,
    ],
    {},
    { ...day, bakehouse: { ...day.bakehouse, floor: withThing(day.bakehouse.floor, 'pots', POTS) } },
  );
}

/** Doughs that one fixed shape of process could not say, each as a day of its own. */
export const ANY_DOUGHS = {
  'in bouts, with second water and folds in the cold, three products three ways': () => made(
      'quay-country',
      [
        weigh, mix,
        { kind: 'rest', slug: 'chill-1', until: minutes(15, 20, 40), stands: [cold] },
        { kind: 'mix', slug: 'second-water', programme: 'gentle', minutes: 6, to: 22 },
        { kind: 'rest', slug: 'chill-2', until: minutes(15, 20, 40), stands: [cold] },
        { kind: 'mix', slug: 'oil', programme: 'gentle', minutes: 4, to: 22 },
        { kind: 'fold', slug: 'fold-1', at: { by: 'minutes', at: 60 } },
        { kind: 'fold', slug: 'fold-2', at: { by: 'minutes', at: 120 } },
        { kind: 'rest', slug: 'bulk', until: minutes(300, 480, 720), stands: [cold] },
        divide,
      ],
      [
        { kind: 'shape', slug: 'shape', shape: 'sheet' },
        { kind: 'proof', slug: 'proof', until: rise(0.3, 0.6, 1.2), ways: [[room]] },
        bake, ...end,
      ],
      {
        'quay-small': [
          { kind: 'shape', slug: 'roll-out', shape: 'sheet' },
          { kind: 'fill', slug: 'fill' },
          { kind: 'divide', slug: 'slice-raw', into: 6, keeps: 0.9 },
          { kind: 'proof', slug: 'proof', until: rise(0.3, 0.6, 1.2), ways: [[room]] },
          bake, ...end,
        ],
        'quay-roll': [
          { kind: 'shape', slug: 'press', shape: 'flat' },
          { kind: 'proof', slug: 'proof', until: rise(0.3, 0.6, 1.2), ways: [[room]] },
          { kind: 'dock', slug: 'dock' }, bake, ...end,
        ],
      },
    ),
  'divided before bulk, re-rounded, proofed warm, chilled to be cut': () => made('oat-tin', [weigh, mix, divide], [
        { kind: 'fold', slug: 're-round-1', fold: 're-round', at: { by: 'minutes', at: 30 } },
        { kind: 'rest', slug: 'balls', until: rise(1.1, 1.4, 1.8), stands: [room] },
        { kind: 'shape', slug: 'shape', shape: 'tin', into: 'small-tins' },
        { kind: 'proof', slug: 'proof', until: rise(1.5, 1.9, 2.7), ways: [[{ place: 'warm', celsius: 27 }, { ...cold, minutes: 20 }]] },
        { kind: 'score', slug: 'score' }, bake, ...end,
      ]),
  'a pre-ferment warm for hours and then in the cold': () => stood({ first: [{ celsius: 24, hours: 7 }], temperature: 8 }),
  'a pre-ferment by the clock, past on purpose': () => stood({ clock: { earliest: 15, best: 16, latest: 17 } }),
  'laminated after a night in the cold': () => made('butter-crescents', [
        weigh, { ...mix, to: 22 },
        { kind: 'rest', slug: 'night', until: minutes(600, 720, 900), stands: [{ ...room, minutes: 30 }, cold] },
        { kind: 'lock-in', slug: 'lock-in', layers: 1 }, between(1),
        { kind: 'turn', slug: 'turn-1', turn: 'double' }, between(2), { kind: 'turn', slug: 'turn-2', turn: 'half' }, between(3),
        { kind: 'divide', slug: 'divide', keeps: 0.6 },
      ], [
        { kind: 'shape', slug: 'shape', shape: 'crescent', into: 'trays', hold: 15 },
        { kind: 'proof', slug: 'proof', until: rise(1, 1.6, 2.2), ways: [[{ place: 'warm', celsius: 25 }]] },
        { kind: 'wash', slug: 'wash' }, { ...bake, mass: 0.066, minutes: 18, loadAt: 195 }, { kind: 'syrup', slug: 'syrup' }, ...end,
      ]),
  'dipped after a night in the cold': () => made('skipper-twists', [
      weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.3, 0.5, 0.9), stands: [room] }, divide,
    ], [
      { kind: 'shape', slug: 'shape', shape: 'twist', into: 'trays', hold: 15 },
      { kind: 'proof', slug: 'proof', until: rise(0.6, 1, 1.6), ways: [[cold, { ...room, minutes: 30 }]] },
      { kind: 'dip', slug: 'bath', solution: 'lye', percent: 4, cautions: ['Gloves and eye protection.'], confirm: 'gloves are on' },
      { kind: 'score', slug: 'score' }, { kind: 'top', slug: 'salt' }, { ...bake, mass: 0.09, minutes: 15, turn: 9 }, ...end,
    ]),
  'proofed in a basket, baked in a pot': potted,
  'the oven as a warm chamber first; small tins unmoulded and covered': () => made('oat-tin', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.8, 1, 1.3), stands: [{ place: 'oven', celsius: 28 }] }, divide], [
        { kind: 'shape', slug: 'shape', shape: 'tin', into: 'small-tins' },
        { kind: 'proof', slug: 'proof', until: rise(1.5, 1.9, 2.7), ways: [[{ place: 'warm', celsius: 28 }]] },
        bake, { kind: 'unmould', slug: 'unmould' }, { kind: 'brush', slug: 'brush' }, { kind: 'cover', slug: 'cover' }, ...end,
      ]),
  'direct in an hour and a half': () => made('skipper-twists', [
      weigh, mix, { kind: 'rest', slug: 'bulk', until: minutes(15, 20, 40), stands: [room] }, divide,
    ], [{ kind: 'shape', slug: 'shape', shape: 'roll', into: 'trays', hold: 15 },
      { kind: 'proof', slug: 'proof', until: minutes(30, 40, 60), ways: [[{ place: 'warm', celsius: 30 }]] }, { ...bake, mass: 0.09, minutes: 15 }, ...end]),
  'never proofed': () => made('oat-tin', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.5, 0.8, 1.3), stands: [room] }, divide],
      [{ kind: 'shape', slug: 'shape', shape: 'flat' }, bake, ...end]),
  'raw into the freezer': () => made('skipper-twists', [
      weigh, mix, { kind: 'rest', slug: 'bulk', until: minutes(15, 20, 40), stands: [room] }, divide,
    ], [{ kind: 'shape', slug: 'shape', shape: 'roll', into: 'trays', hold: 15 }, { kind: 'freeze', slug: 'freeze' }]),
  'frozen raw, thawed another day': () => made('quay-country', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.4, 0.6, 1), stands: [room] }, divide],
    [{ kind: 'shape', slug: 'shape', shape: 'round' }, { kind: 'freeze', slug: 'freeze' }], { 'quay-loaf': [
      { kind: 'thaw', slug: 'thaw', of: 'quay-small', until: minutes(60, 90, 180), stands: [room] },
      { kind: 'proof', slug: 'proof', until: rise(0.2, 0.5, 1), ways: [[{ place: 'warm', celsius: 28 }]] }, bake, ...end,
    ] }),
} as const satisfies Record<string, () => DayInput>; // prettier-ignore
