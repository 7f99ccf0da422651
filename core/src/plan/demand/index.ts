export { Customer, OrderLine, StandingOrder } from './customers.ts';
export { type Dough, type DoughBatch, doughsOf, type Lot, piecesOf } from './doughs.ts';
export { DayInput, DayInputNow, HandLaid, Pin, Stand } from './input.ts';
export { type DayOrder, isOff, ordersOn, type Total, totalsOf } from './orders.ts';
export { pullListOf } from './pull.ts';
