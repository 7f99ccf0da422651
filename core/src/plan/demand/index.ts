export { Customer, OrderLine, StandingOrder, WHEN_SHORT } from './customers.ts';
export {
  coolingOf,
  coreDoneOf,
  deckFloorOf,
  deckLotOf,
  holderHere,
  loadsOf,
  ovensFor,
  reheatOf,
  stoneOf,
  strandsIn,
  suitsSome,
} from './deck-lots.ts';
export { type Dough, type DoughBatch, doughsOf, piecesOf, type Short } from './doughs.ts';
export { idIn, loadIds } from './ids.ts';
export type { Lot } from './lot.ts';
export { DayInput, DayInputNow, HandLaid, Pin, Product, Stand, type Told } from './input.ts';
export { type DayOrder, isOff, ordersOn, type Total, totalsOf } from './orders.ts';
export { pullListOf } from './pull.ts';
