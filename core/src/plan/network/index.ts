export { bakeLossOf, coolingOf, coreDoneOf, deckFloorOf, deckLotOf, stoneOf } from './deck-lots.ts';
export { held, type Network, networkOf } from './network.ts';
export type { TaskKind, TaskNote } from './task-list.ts';
