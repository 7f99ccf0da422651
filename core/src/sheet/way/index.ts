export { draftOfStep, StepDraft } from './draft.ts';
export { addStep, freeStepSlug, moveStep, newStep, removeStep, restingFor, wettedRest } from './edit.ts';
export { upcastDraft } from './upcast.ts';
