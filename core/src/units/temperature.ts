import { bad, good, problem, type Result } from '../problem/index.ts';
import { formatNumber, parseNumber } from './number.ts';

export type TemperatureUnit = '°C' | '°F';

export const celsiusFromFahrenheit = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;

export const fahrenheitFromCelsius = (celsius: number): number => (celsius * 9) / 5 + 32;

/**
 * Reads a temperature: `23`, `23.5 °C`, `74F`.
 *
 * @param assumed the unit of a bare number
 * @returns °C
 */
export function parseTemperature(text: string, assumed: TemperatureUnit = '°C'): Result<number> {
  const match = /^(.*?)\s*(?:°|deg|º)?\s*([cf])?$/i.exec(text.trim());
  const number = parseNumber(match?.[1] ?? '');
  if (!number.ok) {
    return text.trim() === ''
      ? bad(
          problem(
            '',
            'No temperature is entered here.',
            `Type one, such as ${assumed === '°C' ? '23' : '73'} ${assumed}.`,
          ),
        )
      : bad(problem('', `“${text}” is not a temperature.`, 'Type one as 23, 23.5 °C or 74 °F.'));
  }
  const unit = match?.[2] === undefined ? assumed : match[2].toUpperCase() === 'F' ? '°F' : '°C';
  return good(unit === '°F' ? celsiusFromFahrenheit(number.value) : number.value);
}

/** Writes a temperature given in °C: `23.5 °C`, or in °F if the reader prefers. */
export function formatTemperature(celsius: number, unit: TemperatureUnit, digits = 1): string {
  return `${formatNumber(unit === '°C' ? celsius : fahrenheitFromCelsius(celsius), digits)} ${unit}`;
}
