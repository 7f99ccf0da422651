export { parseTimeOfDay } from './entry.ts';
export {
  addDays,
  datesAround,
  formatDate,
  isZone,
  localHours,
  localTime,
  nearestMoment,
  nextLocal,
  resolveLocal,
  weekdayOf,
  WEEKDAYS,
} from './local.ts';
