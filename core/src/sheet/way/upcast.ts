import { z } from 'zod';
import { piecesOfProcess, Process, wayOfProcess, type Stood } from '../../formula/index.ts';
import type { TemperatureUnit } from '../../units/index.ts';
import { draftOfStep, type StepDraft } from './draft.ts';

const Text = z.string();
const Rise = z.strictObject({ earliest: Text, best: Text, latest: Text });

/** What of a draft of before there were steps is not as it is today. */
const DraftTwo = z.looseObject({
  stages: z.array(z.looseObject({ slug: Text, kind: Text, minutes: Text.default('') })),
  products: z.array(z.looseObject({ slug: Text })),
  process: z.looseObject({
    ddt: Text, programme: Text, bulk: Rise, folds: Text, foldEvery: Text, gasKept: Text, benchRest: Text, shape: Process.shape.shape,
    proof: Rise, around: Text, bakeMass: Text, bakeMinutes: Text, loadAt: Text, steam: Text, bakeLoss: Text, packBelow: Text,
    look: Text.default(''), turn: Text.default(''), core: Text.default(''),
    stages: z.array(z.record(z.string(), Text)).default([]),
  }),
}); // prettier-ignore

/** A process of which nothing but its shape counts: what was typed is put into its steps. */
const BLANK = {
  ddt: 24, programme: 'gentle', gasKept: 0.7, packBelow: 35,
  bulk: { earliest: 1, best: 1, latest: 1 }, proof: { rise: { earliest: 1, best: 1, latest: 1 }, around: null },
  bake: { mass: 1, minutes: 1, loadAt: 200, steam: 0, loss: 0 },
}; // prettier-ignore

/** Reads a draft of any schema as one of today, with what was typed, readable or not. @param stood what its bakehouse said of it */
export function upcastDraft(data: unknown, slug = '', stood: Stood | null = null): unknown {
  const second = DraftTwo.safeParse(data);
  if (!second.success) return data;
  const { process, stages, products, ...rest } = second.data;
  const wetted = stages.find(({ kind, minutes }) => kind === 'autolyse' && minutes.trim() !== '');
  const number = (text: string, least: number, most: number) => {
    const value = Number(text.replace(',', '.'));
    return text.trim() !== '' && Number.isFinite(value) ? Math.min(most, Math.max(least, value)) : null;
  };
  const count = number(process.folds, 0, 8);
  const every = number(process.foldEvery, 5, 180);
  const known = Process.parse({
    ...BLANK,
    shape: process.shape,
    folds: { count: Math.round((every === null ? null : count) ?? 0), every: every ?? 40 },
    benchRest: number(process.benchRest, 0, 120) ?? 20,
  });
  const dough = stood?.doughs.find(({ formula }) => formula === slug) ?? null;
  const autolyse = wetted ? { slug: wetted.slug, minutes: number(wetted.minutes, 0, 2880) ?? 30 } : null;
  const unread = (text: string, value: number | null, what: string) => (value === null && text.trim() !== '' ? [`${what}: ${text}`] : []);
  const lost = [...unread(process.folds, count, 'folds'), ...unread(process.foldEvery, every, 'every'), ...unread(process.benchRest, number(process.benchRest, 0, 120), 'bench rest')];
  const typed: Record<string, Record<string, string>> = {
    mix: { programme: process.programme, to: process.ddt },
    bulk: { ...process.bulk, words: lost.join('; ') },
    divide: { keeps: process.gasKept },
    proof: process.proof,
    bake: {
      mass: process.bakeMass, minutes: process.bakeMinutes, loadAt: process.loadAt, steam: process.steam, loss: process.bakeLoss,
      look: process.look, turn: process.turn, core: process.core,
    },
    cool: { below: process.packBelow },
  };
  const withTyped = (step: StepDraft): StepDraft => ({
    ...step,
    fields: { ...step.fields, ...typed[step.slug] },
    rows:
      step.kind === 'bake'
        ? process.stages
        : step.kind === 'proof' && process.around.trim() !== ''
          ? step.rows.map((row) => (row.place === 'room' ? { ...row, place: 'warm', celsius: process.around } : row))
          : step.rows,
  });
  const drafted = (steps: ReturnType<typeof wayOfProcess>) => steps.map((step) => withTyped(draftOfStep(step, UNIT)));
  const own = products.map((product) => {
    const said = stood?.products.find((each) => each.formula === slug && each.product === product.slug) ?? null;
    return { said, way: drafted(piecesOfProcess(known, said)) };
  });
  const pieces = own[0]?.way ?? drafted(piecesOfProcess(known, null));
  return {
    ...rest,
    stages: stages.map(({ minutes: _, ...stage }) => stage),
    way: drafted(wayOfProcess(known, autolyse, dough)),
    pieces,
    products: products.map((product, index) => {
      const { said = null, way = pieces } = own[index] ?? {};
      return { ...product, way: JSON.stringify(way) === JSON.stringify(pieces) ? null : way, over: said?.over ? String(said.over) : '' };
    }),
  };
} // prettier-ignore

/** What is written anew here holds no temperature. */
const UNIT: TemperatureUnit = '°C';
