import type { Bakehouse, Tub } from '../bakehouse/index.ts';
import { bakersYeastRate, cultureYeastRate } from '../fermentation/rates/index.ts';
import type { Formula } from '../formula/index.ts';
import { partsOfWay } from '../formula/way/index.ts';
import { ferments, splitFormula } from '../formula/scale/index.ts';
import type { MixDoc } from '../mix/index.ts';
import type { KeptMix, LoggedMix } from '../mix/record/index.ts';
import { formatDuration, formatNumber, formatTemperature, type TemperatureUnit } from '../units/index.ts';
import { heatTo, type DoughBody } from './course/body.ts';
import { mixedFront, waited } from './course/front.ts';
import { leavenDough } from './leavening.ts';
import type { RoomBySlot } from './models.ts';
import { SLOT_MINUTES } from './table.ts';
import { askOf } from './course/wait.ts';

/** What a dough that came out warmer or colder than wanted does to its bulk. */
export interface BulkShift {
  /** Came out warmer (+) or colder (−) than wanted, K. */
  readonly off: number;
  /** Bulk in hours, as planned and as it is now; null where only the rates of the yeast are known. */
  readonly planned: number | null;
  readonly now: number | null;
  /** Longer (+) or shorter (−): minutes, or for each hour of bulk where its length is not known. */
  readonly minutes: number;
  readonly each: 'bulk' | 'hour';
  /** Surroundings at which bulk takes as long as planned all the same, °C; null if none does. */
  readonly keepAt: number | null;
}

/** Within this a dough is as wanted, K: thermometers are no better. */
const AS_WANTED = 0.3;
/** Where a tub can stand: a cold cellar to a proof box, °C. */
const COLDEST_PLACE = 2;
const WARMEST_PLACE = 36;

/** A batch in the tub that it rises in. */
export interface BatchInTub {
  readonly doc: Pick<MixDoc, 'formula' | 'dough' | 'programme' | 'ddt'>;
  readonly tub: Tub;
  /** v of the cultures of the bakehouse. */
  readonly vigour: number;
}

/**
 * What the dough temperature does to bulk: the course of the dough from the temperature wanted and from the one it has.
 *
 * @param fdt dough temperature as it was read, °C
 * @param room °C around the tub
 */
export function bulkShift(batch: BatchInTub, fdt: number, room: number): BulkShift {
  const change = bulkChange(batch, fdt, room);
  const { off, planned } = change;
  return planned === null || Math.abs(off) < AS_WANTED
    ? change
    : { ...change, keepAt: placeFor(batch, fdt, planned) };
}

/** The change of bulk alone, without looking for a place where it takes as long as planned. */
function bulkChange(batch: BatchInTub, fdt: number, room: number): BulkShift {
  const { formula, ddt } = batch.doc;
  const off = fdt - ddt;
  const planned = bulkHours(batch, ddt, room);
  const now = bulkHours(batch, fdt, room);
  return planned === null || now === null
    ? changeByRates(formula, ddt, fdt)
    : { off, planned, now, minutes: (now - planned) * 60, each: 'bulk', keepAt: null };
}

/** What the temperature of each logged mix did to its bulk, by the id of the mix. */
export function bulkOfLog(
  mixes: readonly KeptMix[],
  log: readonly LoggedMix[],
  { vigour }: Bakehouse,
  tub: Tub,
): ReadonlyMap<string, BulkShift> {
  const docs = new Map(mixes.map(({ id, state }) => [id, state.doc]));
  return new Map(
    log.flatMap(({ id, temperatures, outcome }) => {
      const doc = docs.get(id);
      return doc ? [[id, bulkChange({ doc, tub, vigour }, outcome.fdt, temperatures.room)] as const] : [];
    }),
  );
}

/** Hours from the end of the mix to the best moment to end its bulk; null if it never gets there, or goes by the clock. */
function bulkHours({ doc, tub, vigour }: BatchInTub, ddt: number, around: number): number | null {
  const { formula, dough, programme } = doc;
  const split = splitFormula(formula);
  const bulk = partsOfWay(formula.doc.way).find(
    (part) => part.kind === 'wait' && part.wait.until.by === 'rise',
  );
  if (!split.ok || bulk?.kind !== 'wait') return null;
  const { leavening } = leavenDough(formula, split.value, () => vigour);
  const { length, width } = tub;
  const body: DoughBody = { kind: 'tub', mass: dough / Math.ceil(dough / tub.maxDough), length, width };
  const room: RoomBySlot = { slots: 1, steady: true, at: () => around, warmest: around };
  const stand = {
    place: 'room', around: null, h: heatTo(body, 'still', bulk.wait.cover), humidity: null, hours: null, untilRise: null,
  } as const; // prettier-ignore
  const front = mixedFront(leavening, ddt, programme.minutes / 60, room);
  const { samples } = waited(front, leavening, room, askOf(bulk, [stand], body), false);
  const best = samples[0]?.[0]?.wait?.[1];
  return best === undefined ? null : (best * SLOT_MINUTES) / 60;
}
/** The room in which bulk takes as long as planned, by halving; warmer is never slower within its range. */
function placeFor(batch: BatchInTub, fdt: number, planned: number): number | null {
  const takes = (room: number) => bulkHours(batch, fdt, room) ?? Infinity;
  let [cold, warm] = [COLDEST_PLACE, WARMEST_PLACE];
  // Past its optimum a culture slows down again, so the warm end is where it is fastest.
  while (warm > 28 && takes(warm - 1) <= takes(warm)) warm -= 1;
  if (takes(warm) > planned || takes(cold) < planned) return null;
  while (warm - cold > 0.05) {
    const middle = (cold + warm) / 2;
    if (takes(middle) > planned) cold = middle;
    else warm = middle;
  }
  return (cold + warm) / 2;
}

/**
 * How much slower or faster the yeast of a dough is, for each hour of bulk: of a dough that never gets there.
 *
 * @param ddt dough temperature wanted, °C
 * @param fdt as it was read, °C
 */
function changeByRates(formula: Formula, ddt: number, fdt: number): BulkShift {
  const split = splitFormula(formula);
  const yeasted = !split.ok || split.value.overall.some(({ ingredient }) => ingredient.kind === 'yeast');
  const soured = split.ok && split.value.parts.some(({ kind }) => ferments(kind));
  const rate = yeasted || !soured ? bakersYeastRate : cultureYeastRate;
  const ratio = rate(fdt) > 0 ? rate(ddt) / rate(fdt) : Infinity;
  return { off: fdt - ddt, planned: null, now: null, minutes: (ratio - 1) * 60, each: 'hour', keepAt: null };
}

/** The shift in one sentence, such as “1.8 °C cold: bulk about 35 min longer; or stand the tub at 27 °C.” */
export function bulkShiftSentence(shift: BulkShift, unit: TemperatureUnit): string {
  const { off, minutes, each, keepAt } = shift;
  if (Math.abs(off) < AS_WANTED) return 'As wanted: bulk as planned.';
  const degrees = `${formatNumber(Math.abs(unit === '°F' ? off * 1.8 : off), 1)} ${unit}`;
  const how = `${degrees} ${off < 0 ? 'cold' : 'warm'}`;
  if (!Number.isFinite(minutes)) return `${how}: at this temperature the dough does not rise.`;
  const rounded = each === 'bulk' ? Math.round(minutes / 5) * 5 : Math.round(minutes);
  if (rounded === 0) return `${how}: bulk hardly changes.`;
  const changes = `${formatDuration(Math.abs(rounded) * 60)} ${rounded > 0 ? 'longer' : 'shorter'}`;
  const bulk = each === 'bulk' ? `bulk about ${changes}` : `each hour of bulk about ${changes}`;
  const place = keepAt === null ? '' : `; or stand the tub at ${formatTemperature(keepAt, unit, 0)}`;
  return `${how}: ${bulk}${place}.`;
}
