export { carriedOver, nearestTo, planning, type Answer, type Planning } from './answer.ts';
export { remediesFor, Remedy, remedied, remedyWords } from './remedies.ts';
export { certificateWords, clockWords, faultWords, listed, scarceWords, taskWords } from './words.ts';
export { toldTasks, type ToldTask } from './tasks.ts';
