import type { RiseWindow } from '../rise-window.ts';
import type { Step, StepOf } from './step.ts';

/** What of a formula says how it is made. */
export interface MadeBy {
  readonly way: Step[];
  readonly pieces: Step[];
  readonly products: {
    readonly slug: string;
    readonly way: Step[] | null;
    readonly bakeLoss: number | null;
  }[];
}

/** The steps of a product from the cut on: its own, else those of all pieces. */
export const piecesOf = (doc: MadeBy, product: string): readonly Step[] =>
  doc.products.find(({ slug }) => slug === product)?.way ?? doc.pieces;

const isKind =
  <K extends Step['kind']>(kind: K) =>
  (step: Step): step is StepOf<K> =>
    step.kind === kind;

/** The first step of a kind in a list. */
export const firstOf = <K extends Step['kind']>(steps: readonly Step[], kind: K): StepOf<K> | null =>
  steps.find(isKind(kind)) ?? null;

/** The mix at which flour, water and leaven meet; what is mixed before it is only wetted. */
export function mainMix({ way }: Pick<MadeBy, 'way'>): StepOf<'mix'> & { programme: string; to: number } {
  const main = way.find((step) => step.kind === 'mix' && step.programme !== null && step.to !== null);
  if (main?.kind !== 'mix' || main.programme === null || main.to === null)
    throw new Error('a formula is checked to have a mix before it is kept');
  return { ...main, programme: main.programme, to: main.to };
}

/** Desired dough temperature, °C. */
export const ddtOf = (doc: Pick<MadeBy, 'way'>): number => mainMix(doc).to;

/** The rest before the cut that is ended by a rise; null where the dough is cut by the clock or at once. */
export function bulkOf({ way }: Pick<MadeBy, 'way'>): RiseWindow | null {
  const bulk = way.find((step) => step.kind === 'rest' && step.until.by === 'rise');
  if (bulk?.kind !== 'rest' || bulk.until.by !== 'rise') return null;
  const { earliest, best, latest } = bulk.until;
  return { earliest, best, latest };
}

/** How a product is baked; null where it is not. */
export const bakeOf = (doc: MadeBy, product: string): StepOf<'bake'> | null =>
  firstOf(piecesOf(doc, product), 'bake');

/** Percent of the dough of a product that is lost while it bakes. */
export const bakeLossOf = (doc: MadeBy, product: string): number =>
  doc.products.find(({ slug }) => slug === product)?.bakeLoss ?? bakeOf(doc, product)?.loss ?? 0;

/** Minutes that flour and water stand wetted before the mix; null where they do not. */
export function autolyseMinutes({ way }: Pick<MadeBy, 'way'>): number | null {
  const wetted = way.findIndex((step) => step.kind === 'mix' && step.programme === null);
  const rest = wetted < 0 ? undefined : way[wetted + 1];
  return rest?.kind === 'rest' && rest.until.by === 'minutes' ? rest.until.best : null;
}

/**
 * Where fat is locked into a dough that then never rests in the cold: it softens and runs into the dough.
 *
 * @returns the place of the lock-in in the way; null where there is none, or there is some cold after it
 */
export function warmLockIn({ way }: Pick<MadeBy, 'way'>): number | null {
  const at = way.findIndex(({ kind }) => kind === 'lock-in');
  const chilled = way
    .slice(at + 1)
    .some(
      (step) =>
        step.kind === 'rest' && step.stands.some(({ place }) => place === 'cold' || place === 'freezer'),
    );
  return at < 0 || chilled ? null : at;
}

/** Whether pieces of such a way come from the freezer. */
export const isThawed = ([first]: readonly Step[]): boolean => first?.kind === 'thaw';
