export { parseTimeOfDay } from './entry.ts';
export {
  addDays,
  formatDate,
  isZone,
  localHours,
  localTime,
  nextLocal,
  resolveLocal,
  WEEKDAYS,
  weekdayOf,
  type LocalTime,
} from './local.ts';
