export { Customer, OrderLine, StandingOrder } from './schema.ts';
export { isOff, ordersOn, totalsOf, type DayOrder, type Total } from './day.ts';
