import type { StepKind } from './kinds.ts';
import type { StepOf } from './step.ts';

/** What is done at a step, as words that follow “to”. */
const DOING: Readonly<Record<StepKind, string>> = {
  weigh: 'weigh', mix: 'mix', rest: 'rest', fold: 'fold', 'lock-in': 'lock fat in', turn: 'turn', divide: 'divide', 'pre-shape': 'pre-shape',
  shape: 'shape', assemble: 'wrap the core', fill: 'fill', proof: 'proof', score: 'score', dip: 'dip', wash: 'wash', top: 'top',
  dock: 'dock', stencil: 'stencil', bake: 'bake', unmould: 'unmould', brush: 'brush', glaze: 'glaze', syrup: 'soak with syrup', dust: 'dust',
  cover: 'cover', cool: 'cool', slice: 'slice', wrap: 'wrap', freeze: 'freeze', thaw: 'thaw', pack: 'pack',
}; // prettier-ignore

export const stepWord = (kind: StepKind): string => DOING[kind];

/** Whose way a list of steps is. */
export const listWord = (list: string): string =>
  list === 'way' ? 'the way of the dough' : 'the way of the pieces';

/** Kinds of folds, as what is done. */
export const FOLD_WORDS = {
  stretch: 'fold',
  coil: 'coil-fold',
  punch: 'knock back',
  're-round': 're-round',
} as const satisfies Record<StepOf<'fold'>['fold'], string>;
