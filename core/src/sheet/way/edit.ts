import type { StepKind } from '../../formula/way/index.ts';
import type { StepDraft } from './draft.ts';

/** A slug that no step of some lists has yet. */
export function freeStepSlug(kind: string, lists: readonly (readonly StepDraft[])[]): string {
  const taken = new Set(lists.flat().map(({ slug }) => slug));
  let slug = kind;
  for (let n = 2; taken.has(slug); n += 1) slug = `${kind}-${n}`;
  return slug;
}

/** Minutes that a new rest takes, and the windows that new waits begin with. */
const REST = { by: 'minutes', earliest: '15', best: '20', latest: '40' } as const;
const PROOF = { by: 'rise', earliest: '0.9', best: '1.2', latest: '1.5' } as const;

/** What a new step of a kind begins with. */
const BEGINS: Readonly<Partial<Record<StepKind, Pick<StepDraft, 'fields' | 'rows'>>>> = {
  rest: { fields: { ...REST, cover: 'cloth' }, rows: [{ place: 'room' }] },
  thaw: { fields: { by: 'minutes', earliest: '120', best: '180', latest: '240' }, rows: [{ place: 'room' }] },
  proof: { fields: { ...PROOF, cover: 'cloth' }, rows: [{ way: '1', place: 'room' }] },
  fold: { fields: { fold: 'stretch', when: 'minutes', at: '30' }, rows: [] },
  turn: { fields: { turn: 'single' }, rows: [] },
  shape: { fields: { shape: 'round' }, rows: [] },
  dip: { fields: { solution: 'lye', percent: '4', per: 'solution' }, rows: [] },
  bake: { fields: { mass: '500 g', minutes: '30', loadAt: '230 °C', steam: '0', loss: '13' }, rows: [] },
  cool: { fields: { below: '35 °C' }, rows: [] },
};

/**
 * A new step of a kind, with its usual values.
 *
 * @param lists in which its slug is to be its own
 *
 * @example
 * const first = newStep('rest', []);
 * assert.deepEqual([first.slug, newStep('rest', [[first]]).slug], ['rest', 'rest-2']);
 */
export const newStep = (kind: StepKind, lists: readonly (readonly StepDraft[])[]): StepDraft => ({
  kind,
  slug: freeStepSlug(kind, lists),
  ...(BEGINS[kind] ?? { fields: {}, rows: [] }),
});

export const addStep = (steps: readonly StepDraft[], at: number, step: StepDraft): StepDraft[] =>
  steps.toSpliced(at, 0, step);

export const removeStep = (steps: readonly StepDraft[], at: number): StepDraft[] => steps.toSpliced(at, 1);

/** @param to its place once it is taken out */
export function moveStep(steps: readonly StepDraft[], from: number, to: number): StepDraft[] {
  const step = steps[from];
  return step
    ? steps.toSpliced(from, 1).toSpliced(Math.max(0, Math.min(steps.length - 1, to)), 0, step)
    : [...steps];
}

/** Minutes that an autolyse stands, where nothing is said. */
const WETTED = { by: 'minutes', earliest: '23', best: '30', latest: '45' } as const;

const addsOf = ({ fields }: StepDraft): string[] =>
  (fields.adds ?? '').split(/[,;]/).map((each) => each.trim()).filter(Boolean); // prettier-ignore

/** A way in which an addition is wetted before the main mix, and rests. */
export function withWetting(way: readonly StepDraft[], addition: string): StepDraft[] {
  const main = Math.max(0, way.findIndex(({ kind, fields }) => kind === 'mix' && (fields.programme ?? '') !== ''));
  const slug = freeStepSlug('autolyse', [way]);
  return way.toSpliced(
    main, 0,
    { kind: 'mix', slug, fields: { adds: addition }, rows: [] },
    { kind: 'rest', slug: freeStepSlug(`${slug}-rest`, [way]), fields: { ...WETTED, cover: 'cloth' }, rows: [{ place: 'room' }] },
  );
} // prettier-ignore

/** A way without an addition; what was wetted of nothing else is not wetted, and does not rest. */
export function withoutAddition(way: readonly StepDraft[], addition: string): StepDraft[] {
  const gone = new Set<StepDraft>();
  const left = way.map((step, index) => {
    const adds = addsOf(step);
    if (step.kind !== 'mix' || !adds.includes(addition)) return step;
    const others = adds.filter((slug) => slug !== addition);
    const after = way[index + 1];
    if (others.length === 0 && (step.fields.programme ?? '') === '') {
      gone.add(step);
      if (after?.kind === 'rest') gone.add(after);
    }
    return { ...step, fields: { ...step.fields, adds: others.join(', ') } };
  });
  return left.filter((_, index) => {
    const own = way[index];
    return !own || !gone.has(own);
  });
}

/** Index of the rest after an addition is wetted; −1 where it is not wetted by itself. */
export function wettedRest(way: readonly StepDraft[], addition: string): number {
  const wetting = way.findIndex((step) => step.kind === 'mix' && addsOf(step).includes(addition));
  return wetting >= 0 && way[wetting + 1]?.kind === 'rest' ? wetting + 1 : -1;
}

/** Shares of its minutes that an autolyse may take at least and at most. Chosen for Jovet. */
const PLAY = { least: 0.75, most: 1.5 } as const;

/** A way whose rest takes about so many minutes, as typed; what is no number stands at its best as it is. */
export const restingFor = (way: readonly StepDraft[], rest: number, text: string): StepDraft[] =>
  way.map((step, index) => {
    if (index !== rest) return step;
    const minutes = Number(text.replace(',', '.'));
    const about =
      text.trim() !== '' && Number.isFinite(minutes)
        ? {
            earliest: String(Math.round(minutes * PLAY.least)),
            latest: String(Math.round(minutes * PLAY.most)),
          }
        : {};
    return { ...step, fields: { ...step.fields, ...about, best: text } };
  });
