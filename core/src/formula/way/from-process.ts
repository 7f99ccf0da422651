import { z } from 'zod';
import { Slug } from '../ingredient.ts';
import { RiseWindow } from '../rise-window.ts';
import type { Stand } from './step.ts';
import { BakeStage, Step } from './step.ts';

/** How a dough was made before there were steps: one fixed shape. Kept for reading what was written then. */
export const Process = z.strictObject({
  ddt: z.number().min(5).max(40),
  programme: Slug,
  bulk: RiseWindow,
  folds: z.strictObject({ count: z.number().int().min(0).max(8), every: z.number().min(5).max(180) }),
  gasKept: z.number().min(0).max(1),
  benchRest: z.number().min(0).max(120),
  shape: z.enum(['round', 'long', 'baguette', 'roll']),
  proof: z.strictObject({ rise: RiseWindow, around: z.number().min(0).max(45).nullable() }),
  bake: z.strictObject({
    mass: z.number().positive().max(20),
    minutes: z.number().positive().max(240),
    loadAt: z.number().min(100).max(400),
    steam: z.number().min(0).max(240),
    loss: z.number().min(0).max(40),
    look: z.number().min(0).max(240).nullable().default(null),
    turn: z.number().min(0).max(240).nullable().default(null),
    core: z.number().min(60).max(100).nullable().default(null),
    stages: z.array(BakeStage).max(8).default([]),
  }),
  packBelow: z.number().min(20).max(60),
});
export type Process = z.infer<typeof Process>;

/** How a dough stood between its mix and its cut, as a bakehouse said it before there were steps. */
export const DoughStood = z.strictObject({
  formula: Slug,
  coldAfter: z.number().min(0).max(1440).nullable().default(null),
  folds: z
    .array(
      z.discriminatedUnion('by', [
        z.strictObject({ by: z.literal('share'), at: z.number().min(1).max(99) }),
        z.strictObject({ by: z.literal('rise'), at: z.number().min(0.05).max(6) }),
      ]),
    )
    .max(8)
    .default([]),
  turns: z
    .strictObject({ count: z.number().int().min(1).max(8), rest: z.number().min(10).max(240) })
    .nullable()
    .default(null),
});
export type DoughStood = z.infer<typeof DoughStood>;

/** How a product stood and baked, as a bakehouse said it before there were steps. */
export const ProductStood = z.strictObject({
  formula: Slug,
  product: Slug,
  holder: Slug.nullable().default(null),
  perHolder: z.number().int().min(1).max(500).default(1),
  perDeck: z.number().int().min(1).max(2000).nullable().default(null),
  retard: z.boolean().default(false),
  temper: z.number().min(5).max(600).nullable().default(null),
  over: z.number().min(0).max(100).nullable().default(null),
});
export type ProductStood = z.infer<typeof ProductStood>;

/** Shares of its minutes that an autolyse took at least and at most, and minutes that rests were open for. */
const [AUTOLYSE, BENCH, SHEET] = [{ least: 0.75, most: 1.5 }, 15, 60];

type Unread = z.input<typeof Step>;
const read = (steps: readonly Unread[]): Step[] => steps.map((step) => Step.parse(step));

/**
 * The steps of a dough of the fixed shape, up to its cut. Their slugs are those by which its tasks were always known.
 *
 * @param autolyse slug and minutes of what was wetted before the mix
 * @param stood what the bakehouse said of it; null: nothing
 */
export function wayOfProcess(
  process: Process,
  autolyse: { readonly slug: string; readonly minutes: number } | null,
  stood: Omit<DoughStood, 'formula'> | null,
): Step[] {
  const { folds, bulk, programme } = process;
  const byRise = stood?.folds ?? [];
  const cold = stood?.coldAfter ?? null;
  const at =
    byRise.length > 0
      ? byRise
      : Array.from({ length: folds.count }, (_, n) => ({ by: 'minutes' as const, at: (n + 1) * folds.every })).filter(
          (fold) => cold === null || fold.at <= cold,
        );
  const turns = stood?.turns ?? null;
  const rests = (n: number): Unread => ({
    kind: 'rest', slug: `rest-${n}`, stands: [{ place: 'cold' }],
    until: { by: 'minutes', earliest: turns?.rest ?? 0, best: turns?.rest ?? 0, latest: (turns?.rest ?? 0) + SHEET },
  });
  return read([
    { kind: 'weigh', slug: 'weigh' },
    ...(autolyse
      ? ([
          { kind: 'mix', slug: 'autolyse', adds: [autolyse.slug] },
          {
            kind: 'rest', slug: 'autolyse-rest', stands: [{ place: 'room' }],
            until: { by: 'minutes', earliest: autolyse.minutes * AUTOLYSE.least, best: autolyse.minutes, latest: autolyse.minutes * AUTOLYSE.most },
          },
        ] satisfies Unread[])
      : []),
    { kind: 'mix', slug: 'mix', programme, to: process.ddt },
    ...at.map((each, n): Unread => ({ kind: 'fold', slug: `fold-${n + 1}`, at: each })),
    {
      kind: 'rest', slug: 'bulk', until: { by: 'rise', ...bulk },
      stands: cold === null ? [{ place: 'room' }] : [{ place: 'room', minutes: cold }, { place: 'cold' }],
    },
    ...(turns
      ? [
          { kind: 'lock-in', slug: 'lock-in' } satisfies Unread,
          rests(1),
          ...Array.from({ length: turns.count }, (_, n): Unread[] => [{ kind: 'turn', slug: `turn-${n + 1}` }, rests(n + 2)]).flat(),
        ]
      : []),
    { kind: 'divide', slug: 'divide', keeps: process.gasKept },
  ]);
} // prettier-ignore

/** The steps of pieces of the fixed shape, from the cut on. @param stood what the bakehouse said of the product; null: nothing */
export function piecesOfProcess(process: Process, stood: Omit<ProductStood, 'formula' | 'product'> | null): Step[] {
  const { benchRest, proof, bake } = process;
  const warm: z.input<typeof Stand> = proof.around === null ? { place: 'room' } : { place: 'warm', celsius: proof.around };
  const cold: z.input<typeof Stand> = { place: 'cold' };
  const chilled: z.input<typeof Stand>[][] =
    stood?.temper !== null && stood?.temper !== undefined
      ? [[cold, { ...warm, minutes: stood.temper }]]
      : [[cold], [{ ...warm, rise: proof.rise.earliest }, cold]];
  return read([
    { kind: 'pre-shape', slug: 'pre-shape' },
    ...(benchRest > 0
      ? [
          {
            kind: 'rest', slug: 'bench', stands: [{ place: 'room' }],
            until: { by: 'minutes', earliest: benchRest, best: benchRest, latest: benchRest + BENCH },
          } satisfies Unread,
        ]
      : []),
    { kind: 'shape', slug: 'shape', shape: process.shape, into: stood?.holder ?? null, hold: stood?.perHolder ?? 1 },
    {
      kind: 'proof', slug: 'proof', until: { by: 'rise', ...proof.rise },
      ways: [[warm], ...(stood?.retard ? chilled : [])],
    },
    { kind: 'score', slug: 'score' },
    { kind: 'bake', slug: 'bake', ...bake, perDeck: stood?.perDeck ?? null },
    { kind: 'cool', slug: 'cool', below: process.packBelow },
    { kind: 'pack', slug: 'pack' },
  ]);
} // prettier-ignore
