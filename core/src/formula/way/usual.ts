import type { z } from 'zod';
import type { DoughType } from '../kinds.ts';
import { USUAL_WINDOWS } from '../windows.ts';
import type { Shape } from './kinds.ts';
import { Step } from './step.ts';

type Unread = z.input<typeof Step>;

/** What is usual for a type of dough. Windows: domain section 6; the rest chosen for Jovet from practice. */
interface Usual {
  readonly ddt: number;
  readonly shape: Shape;
  readonly mass: number;
  readonly minutes: number;
  readonly loadAt: number;
  readonly loss: number;
  readonly keeps: number;
  readonly bench: number;
  readonly steam: number;
  readonly folds: number;
}

const LEAN = { keeps: 0.7, bench: 20, steam: 10, folds: 2 } as const;
const SOFT = { keeps: 0.3, bench: 20, steam: 0, folds: 0 } as const;
const USUAL: Readonly<Record<DoughType, Usual>> = {
  hearth: { ...LEAN, ddt: 25, shape: 'round', mass: 0.84, minutes: 42, loadAt: 245, loss: 14 },
  baguette: { ...LEAN, ddt: 24, shape: 'baguette', mass: 0.34, minutes: 24, loadAt: 250, loss: 21 },
  durum: { ...LEAN, ddt: 25, shape: 'long', mass: 0.62, minutes: 34, loadAt: 240, loss: 15 },
  tin: { ...SOFT, ddt: 26, shape: 'tin', mass: 0.78, minutes: 36, loadAt: 220, loss: 11 },
  enriched: { ...SOFT, ddt: 26, shape: 'roll', mass: 0.085, minutes: 14, loadAt: 200, loss: 12 },
  laminated: { ...SOFT, ddt: 22, shape: 'crescent', mass: 0.066, minutes: 18, loadAt: 195, loss: 16 },
  rye: {
    ...SOFT,
    bench: 0,
    steam: 10,
    ddt: 29,
    shape: 'long',
    mass: 1.05,
    minutes: 62,
    loadAt: 240,
    loss: 11,
  },
  rolls: { ...SOFT, ddt: 24, shape: 'roll', mass: 0.09, minutes: 15, loadAt: 230, loss: 14 },
};
/** Minutes from fold to fold, of a rest in the cold between turns, and that rests may go on. */
const [FOLD, SHEET, BENCH] = [40, 30, 15] as const;
/** °C of a proof of laminated dough: its fat must not melt. Domain section 8. */
const LAMINATED_PROOF = 26;

const minutes = (best: number, latest: number) => ({ by: 'minutes', earliest: best, best, latest }) as const;

/** The way that a new formula of a type begins with, up to the cut. @param programme of the bakehouse */
export function usualWay(type: DoughType, programme: string): Step[] {
  const { ddt, keeps, folds } = USUAL[type];
  const laminated = type === 'laminated';
  const rests = (n: number): Unread => ({ kind: 'rest', slug: `rest-${n}`, until: minutes(SHEET, SHEET + 60), stands: [{ place: 'cold' }] });
  const way: Unread[] = [
    { kind: 'weigh', slug: 'weigh' },
    { kind: 'mix', slug: 'mix', programme, to: ddt },
    ...Array.from({ length: folds }, (_, n): Unread => ({ kind: 'fold', slug: `fold-${n + 1}`, at: { by: 'minutes', at: (n + 1) * FOLD } })),
    { kind: 'rest', slug: 'bulk', until: { by: 'rise', ...USUAL_WINDOWS[type].bulk }, stands: [{ place: 'room' }] },
    ...(laminated
      ? [
          { kind: 'lock-in', slug: 'lock-in' } satisfies Unread,
          ...[1, 2, 3].flatMap((n): Unread[] => [rests(n), { kind: 'turn', slug: `turn-${n}` }]),
          rests(4),
        ]
      : []),
    { kind: 'divide', slug: 'divide', keeps },
  ];
  return way.map((step) => Step.parse(step));
} // prettier-ignore

/** The way that the pieces of a new formula of a type begin with. */
export function usualPieces(type: DoughType): Step[] {
  const { shape, mass, minutes: baked, loadAt, loss, bench, steam } = USUAL[type];
  const laminated = type === 'laminated';
  const way: Unread[] = [
    ...(laminated ? [] : [{ kind: 'pre-shape', slug: 'pre-shape' } satisfies Unread]),
    ...(bench > 0 && !laminated
      ? [{ kind: 'rest', slug: 'bench', until: minutes(bench, bench + BENCH), stands: [{ place: 'room' }] } satisfies Unread]
      : []),
    { kind: 'shape', slug: 'shape', shape },
    {
      kind: 'proof', slug: 'proof', until: { by: 'rise', ...USUAL_WINDOWS[type].loading },
      ways: [[laminated ? { place: 'warm', celsius: LAMINATED_PROOF } : { place: 'room' }]],
    },
    laminated || type === 'enriched' ? { kind: 'wash', slug: 'wash' } : { kind: 'score', slug: 'score' },
    { kind: 'bake', slug: 'bake', mass, minutes: baked, loadAt, loss, steam },
    ...(type === 'tin' ? [{ kind: 'unmould', slug: 'unmould' } satisfies Unread] : []),
    { kind: 'cool', slug: 'cool', below: 35 },
    { kind: 'pack', slug: 'pack' },
  ];
  return way.map((step) => Step.parse(step));
} // prettier-ignore
