export { coinsIn } from './currency.ts';
export { formatDuration, parseDuration } from './duration.ts';
export { parseAmount } from './expression.ts';
export { type LengthUnit, lengthIn, parseLength } from './length.ts';
export { formatMass, kilograms, parseMass, unitOfMass } from './mass.ts';
export { formatNumber, parseCount, parseNumber, parsePercent } from './number.ts';
export { formatTemperature, parseTemperature, type TemperatureUnit } from './temperature.ts';
