export { Actual, DayInput, Demand, HandLaid, Pin, Stand } from './input.ts';
export { doughsOf, type Dough, type DoughBatch, type Lot } from './doughs.ts';
export type { Frame } from './frame.ts';
export {
  bakeLossOf,
  coolingOf,
  coreDoneOf,
  deckFloorOf,
  deckLotOf,
  stoneOf,
  type BakedLot,
} from './deck-lots.ts';
export { held, networkOf, type Network } from './network.ts';
export type { TaskKind, TaskNote } from './task-list.ts';
export { pullListOf, type PullLine, type PullList, type PullPart } from './pull.ts';
