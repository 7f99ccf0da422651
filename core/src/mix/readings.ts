import { lastCorrections } from '../record/index.ts';
import type { Temperatures } from '../water/index.ts';
import type { MixDoc, MixReading } from './schema.ts';

/**
 * The reading of each factor that counts: the newest, as it was corrected last.
 *
 * @param readings in the order in which they were kept
 */
export const effectiveReadings = (readings: readonly MixReading[]): ReadonlyMap<string, MixReading> =>
  new Map(lastCorrections(readings).map((reading) => [reading.factor, reading]));

/** What a reading says, with what its instrument is known to be off by, °C. */
export const celsiusOf = ({ value, offset }: MixReading): number => value + offset;

/** A mix with its readings, as far as it has gone. */
export interface MixState {
  readonly doc: MixDoc;
  readonly readings: readonly MixReading[];
}

/** Where a temperature comes from that a mix is reckoned with. */
export type TemperatureOrigin = 'read' | 'dough before' | 'earlier mix' | 'forecast' | 'usual';

export interface KnownTemperature {
  readonly celsius: number;
  readonly from: TemperatureOrigin;
  /** Epoch seconds; null for what is only forecast, or usual. */
  readonly at: number | null;
}

/** A reading of an earlier mix of the day stands for this long, seconds. */
const STANDS_FOR = 4 * 3600;
/** After this long an empty bowl is as warm as the room again, seconds. */
export const BOWL_STAYS_WARM = 45 * 60;

/**
 * The temperatures that a mix is reckoned with: its own readings, else those of earlier mixes of the day, else what
 * the plan expects, else the usual ones. A bowl that was just emptied is as warm as the dough was; else it is as warm as the room.
 *
 * @param earlier mixes of the day before this one, in order
 * @param factors flour, room, bowl and what else is read for this mix
 * @param now epoch seconds
 */
export function temperaturesOf(
  mix: MixState,
  earlier: readonly MixState[],
  factors: readonly string[],
  now: number,
): { readonly known: ReadonlyMap<string, KnownTemperature>; readonly temperatures: Temperatures } {
  const own = effectiveReadings(mix.readings);
  const known = new Map<string, KnownTemperature>();
  const before = (factor: string): KnownTemperature | null => {
    const last = earlier
      .flatMap(({ readings }) => effectiveReadings(readings).get(factor) ?? [])
      .filter(({ at }) => at <= now && now - at < STANDS_FOR)
      .at(-1);
    return last ? { celsius: celsiusOf(last), from: 'earlier mix', at: last.at } : null;
  };
  const forecastOf = (factor: string): KnownTemperature | null => {
    const celsius = mix.doc.forecast[factor];
    return celsius === undefined ? null : { celsius, from: 'forecast', at: null };
  };
  const usual = (factor: string): KnownTemperature =>
    forecastOf(factor) ?? {
      celsius: mix.doc.usual[factor] ?? mix.doc.usual['room'] ?? 20,
      from: 'usual',
      at: null,
    };
  for (const factor of factors) {
    const read = own.get(factor);
    if (read) known.set(factor, { celsius: celsiusOf(read), from: 'read', at: read.at });
    else if (factor === 'bowl')
      known.set(
        factor,
        bowlBefore(mix, earlier, now) ??
          forecastOf('bowl') ??
          known.get('room') ??
          before('room') ??
          usual('room'),
      );
    else known.set(factor, before(factor) ?? usual(factor));
  }
  const at = (factor: string) => known.get(factor)?.celsius ?? usual(factor).celsius;
  const all = Object.fromEntries([...known].map(([factor, { celsius }]) => [factor, celsius]));
  return { known, temperatures: { ...all, flour: at('flour'), room: at('room'), bowl: at('bowl') } };
}

/** The last dough of the same mixer, if it came out a short while ago. */
function bowlBefore(mix: MixState, earlier: readonly MixState[], now: number): KnownTemperature | null {
  const dough = earlier
    .filter(({ doc }) => doc.mixer.slug === mix.doc.mixer.slug)
    .flatMap(({ readings }) => effectiveReadings(readings).get('dough') ?? [])
    .at(-1);
  if (!dough || now - dough.at > BOWL_STAYS_WARM) return null;
  return { celsius: celsiusOf(dough), from: 'dough before', at: dough.at };
}
