export { type Block, blockOf, passes, turned } from './block.ts';
export {
  areaOf,
  coilAcross,
  type CutPlan,
  cutPlan,
  outlinesOf,
  trianglesOf,
  type Wanted,
} from './cut-plan.ts';
export {
  lyingHeats,
  type ProductSheets,
  type Rolling,
  rollingOf,
  type SheetAtStep,
  type TopSheet,
} from './of-way.ts';
export {
  densityOf,
  type Laminate,
  layersOf,
  layerThickness,
  sheetLength,
  type Turn,
  volumeOf,
} from './sheet.ts';
export { minutesUntil, PLASTIC, plasticOf, sheetHeat } from './warming.ts';
