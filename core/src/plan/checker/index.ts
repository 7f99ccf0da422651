export { verifyCertificate } from './certificate.ts';
export { checkSchedule, type Fault } from './check.ts';
export type { Followed, FollowedRise, Moment, RiseFault } from './follow.ts';
export { judge } from './judge.ts';
