export {
  draftOfFloor,
  type FloorDraft,
  type House,
  newThing,
  parseFloor,
  type ThingDraft,
} from './floor-draft.ts';
export type { HandDraft } from './hand-draft.ts';
export { RATES } from './rates.ts';
export {
  HOUSE_FIELDS,
  PIECE_FIELDS,
  OWN_ROWS,
  THING_ROWS,
  THING_TYPES,
  thingFields,
  type ThingType,
} from './thing-fields.ts';
export { warmestProof } from './floor-facts.ts';
export { DayWeights, Floor, Room } from './floor.ts';
export { takenTwice } from './names.ts';
export { ClockSpan, Hand, shiftsOn, WEEK } from './people.ts';
export { Bakehouse, Tub } from './schema.ts';
export { type Skill, SKILL_LEVELS, SKILLS } from './skills.ts';
export { boutsText, draftOfWaterHouse, parseWaterHouse, type WaterHouseDraft } from './water-house.ts';
export { type Amount, handsOf, machinesOf, skillOf, TEND, workOf } from './work.ts';
