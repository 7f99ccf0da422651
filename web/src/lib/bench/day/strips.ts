import type { DayView } from '@jovet/core/plan/explain';

/** px that a strip takes down the picture. */
export const STRIP = 21;
/** Share of a thing in use from which on it is shown. */
const SCARCE = 0.85;

export type Strip = Omit<DayView['strips'][number], 'oven'> & { readonly oven: number | null };

/** The hands, the mixers, the ovens, what is counted by the kg, and whatever else is nearly used up. */
export const stripsShown = ({ strips }: DayView): Strip[] =>
  strips
    .map((strip) => ({ ...strip, oven: strip.oven ?? (strip.name === 'decks' ? 0 : null) }))
    .filter(({ name, oven, unit, used, there }) => {
      const peak = Math.max(...used.map((each, slot) => each / Math.max(1, there[slot] ?? 1)));
      return name === 'hands' || oven !== null || unit === 'kg' || /mixer/i.test(name) || peak > SCARCE;
    });
