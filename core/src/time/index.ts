export { parseTimeOfDay } from './entry.ts';
export {
  addDays,
  formatDate,
  isZone,
  localHours,
  localTime,
  nextLocal,
  resolveLocal,
  weekdayOf,
  WEEKDAYS,
} from './local.ts';
