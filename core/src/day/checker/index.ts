export { checkSchedule, type Fault } from './check.ts';
export {
  followDoughs,
  type BatchCourse,
  type Followed,
  type Moment,
  type PrefermentCourse,
  type RiseFault,
} from './follow.ts';
export { verifyCertificate } from './certificate.ts';
