export { formatNumber, parseCount, parseNumber, parsePercent } from './number.ts';
export { formatMass, kilograms, massIn, parseMass, unitOfMass, type MassUnit } from './mass.ts';
export {
  celsiusFromFahrenheit,
  fahrenheitFromCelsius,
  formatTemperature,
  parseTemperature,
  type TemperatureUnit,
} from './temperature.ts';
export { formatDuration, parseDuration } from './duration.ts';
export { parseAmount, type Amount } from './expression.ts';
