export { fillLine, riseAtHeight } from './fill-line.ts';
export { followBuilds, type FollowedBuild, type KeptBuild, observedHours } from './follow.ts';
export { mostRiseOf, type Standing, standingOf } from './standing.ts';
export type { Vigour } from './vigour.ts';
