export { draftOfStep, StepDraft } from './draft.ts';
export { addStep, freeStepSlug, moveStep, newStep, removeStep } from './edit.ts';
export { upcastDraft } from './upcast.ts';
