export { parseTimeOfDay } from './entry.ts';
export { addDays, formatDate, isZone, localHours, localTime, resolveLocal, type LocalTime } from './local.ts';
