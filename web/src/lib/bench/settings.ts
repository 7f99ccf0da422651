import { getContext, setContext } from 'svelte';
import { formatMass, formatNumber, formatTemperature, type TemperatureUnit } from '@jovet/core/units';

/** How this reader likes to read. */
export interface Reading {
  readonly temperature: TemperatureUnit;
  readonly mass: 'g' | 'lb';
}

const KEY = Symbol('reading');

export const provideReading = (reading: () => Reading): void => void setContext(KEY, reading);

/** The reader's units, with the words for a mass and a temperature in them. */
export function useReading() {
  const reading = getContext<() => Reading>(KEY);
  return {
    get unit(): TemperatureUnit {
      return reading().temperature;
    },
    /** Grams to the step of the scale, thousands apart; or pounds and ounces. */
    mass(kilograms: number, step = 0.001): string {
      if (reading().mass === 'lb') return formatMass(kilograms, 'lb', 1);
      const decimals = step < 0.001 ? 1 : 0;
      return `${formatNumber(kilograms * 1000, decimals).replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f')} g`;
    },
    temperature: (celsius: number): string => formatTemperature(celsius, reading().temperature),
  };
}
