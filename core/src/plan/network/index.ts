export { inTurn } from './in-turn.ts';
export { held, type Network, networkOf } from './network.ts';
export { type TaskKind, type TaskNote, TWO } from './task-list.ts';
