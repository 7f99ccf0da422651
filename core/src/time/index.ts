export { parseTimeOfDay } from './entry.ts';
export {
  addDays,
  formatDate,
  isZone,
  localHours,
  localTime,
  nextLocal,
  resolveLocal,
  type LocalTime,
} from './local.ts';
