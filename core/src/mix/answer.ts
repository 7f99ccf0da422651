import type { Formula } from '../formula/index.ts';
import { ddtOf } from '../formula/way/index.ts';
import type { ScaledFormula } from '../formula/scale/index.ts';
import { good, type Result } from '../problem/index.ts';
import {
  doughTemperature,
  frictionFactor,
  solveMix,
  temperatureOfPortions,
  waterForMix,
  type Mix,
  type MixWater,
  type Temperatures,
  type WaterQuestion,
  type WaterSource,
} from '../water/index.ts';
import type { MixDoc } from './schema.ts';
import { frictionFor, loadOf, type Friction, type FrictionRecord } from './record/friction.ts';
import {
  factorsOfMix,
  HOLD_BACK,
  massesOfMix,
  massesWith,
  mixAt,
  scaleBatch,
  sourceFactor,
  sourcesOf,
  sumFactors,
  type MixMasses,
} from './masses.ts';
import {
  celsiusOf,
  effectiveReadings,
  temperaturesOf,
  type KnownTemperature,
  type MixState,
} from './readings.ts';

/** A mix with everything that is reckoned of it. */
export interface MixAnswer {
  readonly doc: MixDoc;
  readonly formula: Formula;
  readonly scaled: ScaledFormula;
  readonly masses: MixMasses;
  /** What is read for it, in order. */
  readonly factors: readonly string[];
  readonly known: ReadonlyMap<string, KnownTemperature>;
  readonly temperatures: Temperatures;
  readonly friction: Friction;
  readonly mix: Mix;
  readonly question: WaterQuestion;
  readonly water: MixWater;
  /** Where it may come from, as warm as each was read. */
  readonly sources: readonly WaterSource[];
  /** What the programme and the warmth of the dough cost beside minutes. */
  readonly cautions: readonly string[];
  /** Once the jug was read: its temperature and the dough that it gives, °C. */
  readonly jug: { readonly temperature: number; readonly fdt: number } | null;
}

/**
 * Reckons a mix from its readings, the mixes of the day before it, and what is logged of its mixer.
 *
 * @param earlier mixes of the day before this one, in order
 * @param history logged mixes of the bakehouse, oldest first, without this one
 * @param now epoch seconds
 * @returns the answer, or the problem that stands in its way
 *
 * @example
 * const answer = answerMix({ doc: demoMix(), readings: [] }, [], [], 0);
 * assert.ok(answer.ok && answer.value.water.fdt.toFixed(1) === '25.0');
 */
export function answerMix(
  state: MixState,
  earlier: readonly MixState[],
  history: readonly FrictionRecord[],
  now: number,
): Result<MixAnswer> {
  const { doc, readings } = state;
  const { formula, mixer, programme, ddt } = doc;
  const scaled = scaleBatch(formula, doc.dough);
  if (!scaled.ok) return scaled;
  const own = effectiveReadings(readings);
  const masses = massesOfMix(scaled.value, formula, own.has(HOLD_BACK));
  const factors = factorsOfMix(masses);
  const from = sourcesOf(masses, doc.sources);
  const apart = new Set([...RESULTS, ...from.map(sourceFactor)]);
  const extra = [...own.keys()].filter((factor) => !factors.includes(factor) && !apart.has(factor));
  const { known, temperatures } = temperaturesOf(state, earlier, [...factors, ...extra], now);
  const usualSources = Object.fromEntries(from.map((each) => [sourceFactor(each), each.temperature]));
  const sourceReadings = temperaturesOf(
    { doc: { ...doc, usual: { ...doc.usual, ...usualSources } }, readings },
    earlier,
    from.map(sourceFactor),
    now,
  );
  const sources = from.map((each) => ({
    ...each,
    temperature: sourceReadings.known.get(sourceFactor(each))?.celsius ?? each.temperature,
  }));
  const friction = frictionFor(history, mixer, programme, loadOf(doc.dough, mixer));
  const at = mixAt(masses, mixer, programme, friction.value, ddt);
  const usual = (factor: string) => doc.usual[factor] ?? doc.usual['room'] ?? 20;
  const question: WaterQuestion = {
    mixAt: at,
    now: temperatures,
    ddt,
    usual: {
      ...Object.fromEntries(factors.map((factor) => [factor, usual(factor)])),
      flour: usual('flour'),
      room: usual('room'),
      bowl: usual('room'),
    },
    usualDdt: ddtOf(formula.doc),
    factors: sumFactors(masses),
    sources,
    method: doc.method,
    learned: friction.learned,
    frictionSpread: friction.spread,
  };
  const water = waterForMix(question);
  if (!water.ok) return water;
  const mix = at(temperatures);
  const jug = own.get('water');
  return good({
    doc,
    formula,
    scaled: scaled.value,
    masses,
    factors,
    known: new Map([...known, ...sourceReadings.known]),
    temperatures,
    sources,
    friction,
    mix,
    question,
    water: water.value,
    cautions: oxidationOf(doc, water.value.fdt),
    jug: jug ? { temperature: celsiusOf(jug), fdt: doughTemperature(mix, celsiusOf(jug)) } : null,
  });
}

/** Mixing that warms a dough by this much beats in much air, K; a dough this warm takes it up fast, °C. Chosen for Jovet. */
const MUCH_MIXING = 8;
const WARM_DOUGH = 28;

/** Warm, long mixing bleaches flour and takes its flavour; it is a cost that no thermometer shows. */
function oxidationOf({ programme: { name, friction }, formula }: MixDoc, fdt: number): string[] {
  // Rye is mixed warm and short, and has little to bleach.
  const warm = fdt >= WARM_DOUGH && formula.doc.type !== 'rye';
  if (friction < MUCH_MIXING && !warm) return [];
  const why = friction < MUCH_MIXING ? 'So warm a dough' : `${name} mixing`;
  return [
    `${why} oxidises the flour: whiter crumb, less flavour. A shorter mix with folds, or a colder dough, keeps both.`,
  ];
}

/** What is read of a mix once it is done, or of its water: no part of it has this temperature. */
const RESULTS: ReadonlySet<string> = new Set(['dough', 'water']);

/** How a mix came out. */
export interface MixOutcome {
  /** Dough temperature as it was read, °C. */
  readonly fdt: number;
  /** Against what was wanted, and against the forecast of what was really poured, K. */
  readonly off: number;
  readonly forecast: number;
  readonly missed: number;
  readonly record: FrictionRecord;
}

/**
 * How a mix came out once its dough was read, and what that says of friction: the balance solved for it with the water
 * that was really poured. An iced mix counts with the water that its ice stands for.
 *
 * @returns null while the dough has not been read
 */
export function outcomeOf(id: string, { doc, readings }: MixState, answer: MixAnswer): MixOutcome | null {
  const own = effectiveReadings(readings);
  const dough = own.get('dough');
  if (!dough) return null;
  const fdt = celsiusOf(dough);
  const poured = waterPoured({ doc, readings }, answer);
  const mix = mixAsMade(answer, doc);
  const friction = solveMix(mix, { kind: 'friction' }, poured, fdt);
  if (!friction.ok) return null;
  const { flour, room } = answer.temperatures;
  const factors = answer.question.factors.map((name) => answer.temperatures[name] ?? room);
  const forecast = doughTemperature(mix, poured);
  return {
    fdt,
    off: fdt - doc.ddt,
    forecast,
    missed: fdt - forecast,
    record: {
      id,
      at: dough.at,
      mixer: doc.mixer.slug,
      programme: doc.programme.slug,
      load: loadOf(doc.dough, doc.mixer),
      friction: friction.value,
      factor: frictionFactor(fdt, factors, poured),
      baseFactor: frictionFactor(fdt, [flour, room], poured),
    },
  };
}

/** The mix with what was put in by feel: it has heat of its own. */
function mixAsMade({ doc, masses, friction, temperatures }: MixAnswer, { added }: MixDoc): Mix {
  const made = massesWith(masses, added, doc.formula);
  return mixAt(made, doc.mixer, doc.programme, friction.value, doc.ddt)(temperatures);
}

/** The water that went in: as it was read in the jug, else as its portions make it, else as the answer said, °C. */
function waterPoured({ doc }: MixState, { water, jug }: MixAnswer): number {
  if (jug) return jug.temperature;
  const portions = doc.poured === null ? null : temperatureOfPortions(doc.poured);
  return portions?.ok ? portions.value : water.pour;
}
