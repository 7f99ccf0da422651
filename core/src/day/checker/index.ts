export { checkSchedule, type Fault } from './check.ts';
