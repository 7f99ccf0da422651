export { draftOfFloor, type FloorDraft, parseFloor, RATES, type ThingKey } from './floor-draft.ts';
export { warmestProof } from './floor-facts.ts';
export { ClockSpan, DayWeights, Floor, Hand, Holder, WallClock } from './floor.ts';
export { Bakehouse, ReadingsSchema, Tub, type WorkRates } from './schema.ts';
export { type Skill, SKILLS } from './skills.ts';
export {
  boutsText,
  draftOfWaterHouse,
  parseWaterHouse,
  WaterHouse,
  type WaterHouseDraft,
} from './water-house.ts';
export { type Amount, handsOf, skillOf, TEND, workOf, type WorkStep } from './work.ts';
