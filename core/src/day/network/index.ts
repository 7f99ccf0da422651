export { Actual, DayInput, Demand, Pin } from './input.ts';
export { doughsOf, type Dough, type DoughBatch, type Lot } from './doughs.ts';
export type { Frame } from './frame.ts';
export { networkOf, pinned, type Network, type TaskKind, type TaskNote } from './network.ts';
export { pullListOf, type PullLine, type PullList, type PullPart } from './pull.ts';
