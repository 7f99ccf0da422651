export {
  densityOf,
  type Laminate,
  layersOf,
  layerThickness,
  sheetLength,
  type TrianglePlan,
  trianglePlan,
  trianglesOf,
  type Turn,
  volumeOf,
} from './sheet.ts';
export { minutesUntil, PLASTIC } from './warming.ts';
export { laminateOf, sheetAt, type SheetAtStep } from './of-way.ts';
