export { forecast, tooSlow } from './forecast.ts';
export { forecastRetarder, type RetarderLoad, USUAL_RETARDER } from './retarder.ts';
export { Around, Body, Scenario } from './scenario.ts';
export { aroundAt, placeOf } from './stays.ts';
