import type { Quantity } from '@jovet/core/field';
import { FOLD_WORDS, type StepKind } from '@jovet/core/formula/way';
import type { StepDraft } from '@jovet/core/sheet/way';
import { unitOfQuantity } from '../../field-words';

/** Kinds of steps as they are called on the way. */
export const STEP_WORDS: Readonly<Record<StepKind, string>> = {
  weigh: 'Weigh', mix: 'Mix', rest: 'Rest', fold: 'Fold', 'lock-in': 'Lock fat in', turn: 'Turn', divide: 'Divide', 'pre-shape': 'Pre-shape',
  shape: 'Shape', assemble: 'Wrap the core', fill: 'Fill', proof: 'Proof', score: 'Score', dip: 'Dip', wash: 'Wash', top: 'Top', dock: 'Dock',
  stencil: 'Stencil', bake: 'Bake', unmould: 'Unmould', brush: 'Brush', glaze: 'Glaze', syrup: 'Syrup', dust: 'Dust', cover: 'Cover', cool: 'Cool',
  slice: 'Slice', wrap: 'Wrap up', freeze: 'Freeze', thaw: 'Thaw', pack: 'Pack',
}; // prettier-ignore

/** The unit of a field as its step stands; temperatures and masses carry their own. */
export function unitOf(quantity: Quantity, { fields }: StepDraft): string | undefined {
  if (quantity !== 'wait') return unitOfQuantity(quantity);
  const by = fields.by ?? fields.when;
  return by === 'minutes' ? 'min' : by === 'share' ? '%' : 'volumes';
}

export const PLACE_WORDS = {
  room: 'room',
  cold: 'cold',
  warm: 'proof box',
  freezer: 'freezer',
  oven: 'warm oven',
} as const;

/** A step in a few words: `Turn, double`, `Rest 30 min`, `Shape, round`. */
export function stepTitle({ kind, fields }: StepDraft): string {
  const word = STEP_WORDS[kind];
  const about =
    fields.shape ?? fields.turn ?? (kind === 'fold' ? fields.fold : undefined) ?? fields.programme;
  return about ? `${word}, ${about.replaceAll('-', ' ')}` : word;
}

/** A work on the way in one word: `turn`, `re-round`. */
export const workWord = (kind: StepKind, step: StepDraft | undefined): string =>
  FOLD_WORDS[(kind === 'fold' ? step?.fields.fold : undefined) as keyof typeof FOLD_WORDS] ??
  STEP_WORDS[kind].toLowerCase();
