export { skinHere } from './air.ts';
export { type DoughBody, heatTo, timeConstantIn } from './body.ts';
export { type Front, mixedFront, type Sample, type Waited, waited, type WaitAsk, worked } from './front.ts';
export {
  type PlaceHere,
  placesHere,
  type RoomHere,
  roomsOf,
  type StandsHere,
  type Store,
  storesOf,
} from './place.ts';
export { askOf, type Mixed, paceOf } from './wait.ts';
export { FROZEN, type WayCourse, wayCourse, type WayKnot, type WayLine, type WayStay } from './way-course.ts';
