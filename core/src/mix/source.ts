import { bad, good, problem, type Result } from '../problem/index.ts';
import { formatDuration, parseTemperature, type TemperatureUnit } from '../units/index.ts';
import type { MixReading } from './schema.ts';

/** What a source gives: a temperature as the instrument shows it, and when. °C, epoch seconds. */
export interface Taken {
  readonly value: number;
  readonly at: number;
}

/** Whether what an instrument says can be taken: just now, a while ago, or nothing at all. */
export type Freshness = 'fresh' | 'stale' | 'silent';

/** Where readings come from: a person who types, or a device. All the rooms take readings through this. */
export interface ReadingSource {
  readonly instrument: string;
  readonly spot: MixReading['spot'];
  freshness: (now: number) => Freshness;
  /** The reading, or why there is none and what to do. */
  take: (now: number) => Result<Taken>;
}

/** Name of the instrument of what a person read and typed. */
export const TYPED = 'typed';

/** What a person typed, just now. */
export const typedSource = (
  text: string,
  unit: TemperatureUnit,
  spot: MixReading['spot'] = 'core',
): ReadingSource => ({
  instrument: TYPED,
  spot,
  freshness: () => 'fresh',
  take: (now) => {
    const celsius = parseTemperature(text, unit);
    if (!celsius.ok) return celsius;
    return celsius.value >= -40 && celsius.value <= 110
      ? good({ value: celsius.value, at: now })
      : bad(problem('', `“${text}” is no temperature of a bakehouse.`, 'Read it again, and mind the unit.'));
  },
});

/** What a device said last, as it is passed on. */
export interface DeviceReport {
  readonly instrument: string;
  readonly spot: MixReading['spot'];
  /** Null if it has said nothing. */
  readonly last: Taken | null;
}

/** A device that said something within this time is taken at its word, seconds. */
const FRESH = 15;
/** After this long without a word a device is silent, seconds. */
const SILENT = 300;

/** A device by what it said last. */
export const deviceSource = ({ instrument, spot, last }: DeviceReport): ReadingSource => {
  const freshness = (now: number): Freshness => {
    if (last === null || now - last.at > SILENT) return 'silent';
    return now - last.at > FRESH ? 'stale' : 'fresh';
  };
  return {
    instrument,
    spot,
    freshness,
    take: (now) => {
      const state = freshness(now);
      if (state === 'fresh' && last !== null) return good(last);
      const said =
        state === 'silent' || last === null
          ? `${instrument} is silent.`
          : `${instrument} last said something ${formatDuration(now - last.at)} ago.`;
      return bad(problem('', said, 'Wake it, or read it yourself and type the temperature.'));
    },
  };
};
