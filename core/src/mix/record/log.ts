import { absorptionOfLot, asMixed, type LotRecord } from './as-mixed.ts';
import { answerMix, outcomeOf, type MixOutcome } from '../answer.ts';
import { frictionFor, type FrictionRecord } from './friction.ts';
import { effectiveReadings, type MixState } from '../readings.ts';
import type { Temperatures } from '../../water/index.ts';
import type { Estimate } from '../../logbook/index.ts';

/** A mix that was kept, with its day. */
export interface KeptMix {
  readonly id: string;
  /** Local date of its bake day. */
  readonly date: string;
  readonly state: MixState;
}

/** A mix that was closed by reading its dough, and how it came out. */
export interface LoggedMix {
  readonly id: string;
  readonly date: string;
  readonly formula: string;
  readonly name: string;
  readonly mixer: string;
  readonly programme: string;
  readonly ddt: number;
  /** What it was reckoned with, °C. */
  readonly temperatures: Temperatures;
  readonly outcome: MixOutcome;
  /** Friction that was reckoned with before it, K. */
  readonly expected: number;
  readonly lot: LotRecord | null;
}

/**
 * Goes through kept mixes and says of each that was closed how it came out. Each is reckoned with what was known before
 * it, so that the forecasts can be judged. Friction is computed from the records, never stored.
 *
 * @param mixes in the order of their making
 */
export function logOf(mixes: readonly KeptMix[]): LoggedMix[] {
  const records: FrictionRecord[] = [];
  return mixes.flatMap(({ id, date, state }, index): LoggedMix[] => {
    const dough = effectiveReadings(state.readings).get('dough');
    if (!dough) return [];
    const earlier = mixes.slice(0, index).filter((each) => each.date === date);
    const answer = answerMix(
      state,
      earlier.map((each) => each.state),
      records,
      dough.at,
    );
    const outcome = answer.ok ? outcomeOf(id, state, answer.value) : null;
    if (!answer.ok || !outcome) return [];
    const { doc } = state;
    const expected = frictionFor(records, doc.mixer, doc.programme, outcome.record.load).value;
    records.push(outcome.record);
    const mixed = doc.lot === '' ? null : asMixed(answer.value.scaled, doc);
    return [
      {
        id,
        date,
        formula: doc.slug,
        name: doc.formula.doc.name,
        mixer: doc.mixer.slug,
        programme: doc.programme.slug,
        ddt: doc.ddt,
        temperatures: answer.value.temperatures,
        outcome,
        expected,
        lot: mixed?.ok
          ? {
              lot: doc.lot,
              formula: doc.slug,
              hydration: mixed.value.hydration - mixed.value.plannedHydration,
            }
          : null,
      },
    ];
  });
}

/** The friction records of logged mixes. */
export const frictionOfLog = (log: readonly LoggedMix[]): FrictionRecord[] =>
  log.map(({ outcome }) => outcome.record);

/** What the newest lots are learned to take, percent of flour beyond the formula; the newest lot first. */
export function lotsOfLog(log: readonly LoggedMix[]): { readonly lot: string; readonly takes: Estimate }[] {
  const records = log.flatMap(({ lot }) => lot ?? []);
  const names = [...new Set(records.map(({ lot }) => lot).reverse())];
  return names.flatMap((lot) => {
    const takes = absorptionOfLot(records, lot);
    return takes ? [{ lot, takes }] : [];
  });
}
