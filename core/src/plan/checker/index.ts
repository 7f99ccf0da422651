export { verifyCertificate } from './certificate.ts';
export { checkSchedule, type Fault } from './check.ts';
export { followDoughs, type Followed, type Moment, type RiseFault } from './follow.ts';
