export { DIARY, DIARY_CAUTION, DIARY_SIGNS, nurseryOf } from './diary.ts';
export { type CultureDraft, draftOfCulture, parseCultureDraft, usualRipenessOf } from './draft.ts';
export { Build, Culture, LoggedSign, Sign, Vessel } from './schema.ts';
export { buildWorkings, feedingWorkings } from './working.ts';
