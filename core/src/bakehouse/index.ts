export { draftOfFloor, type FloorDraft, parseFloor, RATES, type ThingKey } from './floor-draft.ts';
export { percentOver, warmestProof } from './floor-facts.ts';
export { ClockSpan, DayWeights, Floor, FloorDough, FloorProduct, Hand, WallClock } from './floor.ts';
export { Bakehouse, ReadingsSchema, Tub } from './schema.ts';
export { type Skill, SKILLS } from './skills.ts';
export {
  boutsText,
  draftOfWaterHouse,
  parseWaterHouse,
  WaterHouse,
  type WaterHouseDraft,
} from './water-house.ts';
