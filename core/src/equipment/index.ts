export { Dial, settingFor } from './dial.ts';
export { LocalMoment, type Missing, missingOf, Outage, placed, spanOf, thing } from './outage.ts';
export {
  type Holder,
  HOT_SIDES,
  ofKind,
  type Oven,
  type Retarder,
  STEAM,
  Thing,
  type ThingKind,
  type ThingOf,
  WallClock,
  withThing,
} from './things.ts';
