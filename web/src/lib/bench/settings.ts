import { getContext, setContext } from 'svelte';
import { formatMass, formatNumber, formatTemperature, type TemperatureUnit } from '@jovet/core/units';

/** How this reader likes to read. */
export interface Units {
  readonly temperature: TemperatureUnit;
  readonly mass: 'g' | 'lb';
}

const KEY = Symbol('units');

export const provideUnits = (units: () => Units): void => void setContext(KEY, units);

/** The reader's units, with the words for a mass and a temperature in them. */
export function useUnits() {
  const units = getContext<() => Units>(KEY);
  return {
    get unit(): TemperatureUnit {
      return units().temperature;
    },
    /** Grams to the step of the scale, thousands apart; or pounds and ounces. */
    mass(kilograms: number, step = 0.001): string {
      if (units().mass === 'lb') return formatMass(kilograms, 'lb', 1);
      const decimals = step < 0.001 ? 1 : 0;
      return `${formatNumber(kilograms * 1000, decimals).replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f')} g`;
    },
    temperature: (celsius: number): string => formatTemperature(celsius, units().temperature),
  };
}
