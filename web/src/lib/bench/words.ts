import type { StepKey } from '@jovet/core/day';

/** What a baker calls each step. */
export const STEP_WORDS: Readonly<Record<StepKey, string>> = {
  feed: 'Feed culture',
  weigh: 'Weigh',
  mix: 'Mix',
  fold: 'Fold',
  divide: 'Divide',
  shape: 'Shape',
  proof: 'Into proof',
  preheat: 'Oven on',
  load: 'Load',
  out: 'Out',
  cool: 'On racks',
  pack: 'Pack',
  dispatch: 'Van leaves',
};

/** `fold.2` → `Fold 2`. */
export const stepWords = (id: string): string => {
  const [key = '', number] = id.split('.');
  const word = STEP_WORDS[key as StepKey];
  return number === undefined ? word : `${word} ${number}`;
};
