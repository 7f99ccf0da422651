import { equalBatches, scaleFormula, type ScaledFormula, type ScaledPart } from '../formula/scale/index.ts';
import { CULTURE_RATE_SURE_BELOW, riseAt } from '../fermentation/rates/index.ts';
import { frictionFor, loadOf } from '../mix/record/index.ts';
import { massesOfMix, mixAt, sourcesOf, sumFactors, type Programme } from '../mix/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import { resolveLocal } from '../time/index.ts';
import { formatMass, formatNumber } from '../units/index.ts';
import {
  waterForMix,
  type Mix,
  type MixWater,
  type Temperatures,
  type WaterQuestion,
} from '../water/index.ts';
import { clockOf, type Step } from './clock.ts';
import { courseOfDough, courseOfLevain, type DoughCourse, type LevainCourse } from './course.ts';
import { buildOf, leavenOf, type Leaven } from './leaven.ts';
import { leavenDough, type LeavenedDough } from '../dough/index.ts';
import type { PlanInput } from './schema.ts';

/** A point of the ribbon: epoch seconds, litres, °C. */
export interface RibbonPoint {
  readonly at: number;
  readonly volume: number;
  readonly temperature: number;
}

/** One dough from culture feed to dispatch. */
export interface DoughPlan {
  readonly scaled: ScaledFormula;
  readonly mix: Mix;
  readonly question: WaterQuestion;
  readonly water: MixWater;
  readonly leaven: Leaven;
  readonly levain: LevainCourse;
  readonly leavened: LeavenedDough;
  readonly dough: DoughCourse;
  readonly dispatch: number;
  readonly steps: readonly Step[];
  readonly ribbon: { readonly levain: readonly RibbonPoint[]; readonly dough: readonly RibbonPoint[] };
  readonly cautions: readonly string[];
}

/**
 * Plans one dough: weights, water and the clock, backwards from dispatch to the feed of the culture.
 *
 * @returns the plan, or the problems of the entry, each at its field
 */
export function planDough(input: PlanInput): Result<DoughPlan> {
  const { order, formula, bakehouse } = input;
  const scaled = scaleFormula(formula, order.order);
  if (!scaled.ok) return scaled;
  const leaven = leavenOf(formula, scaled.value.split);
  if (!leaven.ok) return leaven;
  const programme = bakehouse.programmes.find(({ slug }) => slug === order.programme);
  if (!programme) return bad(unknownProgramme(order.programme));
  const dispatch = resolveLocal(order.dispatch.date, order.dispatch.time, bakehouse.zone);
  if (!dispatch.ok) return bad(...dispatch.problems.map((each) => ({ ...each, path: 'dispatch.date' })));

  const question = waterQuestion(input, scaled.value, programme);
  const water = waterForMix(question);
  if (!water.ok) return water;
  const levain = courseOfLevain(input, leaven.value);
  if (!levain.ok) return levain;
  const leavened = leavenDough(formula, scaled.value.split, bakehouse.vigour);
  const dough = courseOfDough(input, scaled.value, leavened.leavening, programme);
  if (!dough.ok) return dough;
  const steps = clockOf(input, levain.value, dough.value, programme, dispatch.value);
  return good({
    scaled: scaled.value,
    mix: question.mixAt(question.now),
    question,
    water: water.value,
    leaven: leaven.value,
    levain: levain.value,
    leavened,
    dough: dough.value,
    dispatch: dispatch.value,
    steps,
    ribbon: ribbonOf(
      scaled.value,
      buildOf(scaled.value, leaven.value.stage.slug),
      levain.value,
      dough.value,
      steps,
      order.readings.levain,
    ),
    cautions: [
      ...cautionsOf(input, scaled.value, dough.value),
      ...water.value.cautions,
      ...scaled.value.drift,
    ],
  });
}

const unknownProgramme = (slug: string): Problem =>
  problem(
    'programme',
    `The mixer programme “${slug}” is not known in this bakehouse.`,
    'Choose one of its programmes.',
  );

/** What the water of the dough depends on. The one reading of a levain stands for every pre-ferment in the mix. */
function waterQuestion(
  { order, formula, bakehouse, mixer, logged }: PlanInput,
  scaled: ScaledFormula,
  programme: Programme,
): WaterQuestion {
  const masses = massesOfMix(scaled, formula);
  const rising = masses.holds.filter((hold) => hold.ferments);
  const batches = equalBatches(scaled.dough, mixer);
  const batch = batches.ok ? batches.value.each : scaled.dough;
  const friction = frictionFor(logged, mixer, programme, loadOf(batch, mixer));
  const temperatures = ({ flour, room, levain, bowl }: PlanInput['order']['readings']): Temperatures => ({
    flour,
    room,
    bowl,
    ...Object.fromEntries(rising.map(({ slug }) => [slug, levain])),
  });
  return {
    mixAt: mixAt(masses, mixer, programme, friction.value, order.ddt),
    now: temperatures(order.readings),
    ddt: order.ddt,
    usual: temperatures(bakehouse.usual),
    usualDdt: formula.doc.process.ddt,
    factors: sumFactors(masses),
    sources: sourcesOf(masses, bakehouse.sources),
    method: bakehouse.waterMethod,
    learned: friction.learned,
    frictionSpread: friction.spread,
  };
}

const LITRES_PER_KILOGRAM = 1 / 1.1;

function ribbonOf(
  scaled: ScaledFormula,
  built: ScaledPart,
  levain: LevainCourse,
  dough: DoughCourse,
  steps: readonly Step[],
  levainTemperature: number,
): DoughPlan['ribbon'] {
  const mixAt = steps.find((step) => step.key === 'mix')?.at ?? 0;
  const points = 48;
  const fed = Array.from({ length: points + 1 }, (_, index) => {
    const hours = (levain.ripe.best * index) / points;
    return {
      at: mixAt - (levain.ripe.best - hours) * 3600,
      volume: built.build * LITRES_PER_KILOGRAM * (1 + riseAt(hours * levain.rate, levain.y0)),
      temperature: levainTemperature,
    };
  });
  const start = { time: 0, rise: 0, temperature: dough.mixed.temperature };
  const risen = [
    start,
    ...dough.bulk.filter((state) => state.time <= dough.divide.best),
    ...dough.bench,
    ...dough.proof.filter((state) => state.time <= dough.load.best),
  ];
  return {
    levain: fed,
    dough: risen.map((state) => ({
      at: mixAt + state.time * 3600,
      volume: scaled.dough * LITRES_PER_KILOGRAM * (1 + state.rise),
      temperature: state.temperature,
    })),
  };
}

function cautionsOf({ mixer, order }: PlanInput, scaled: ScaledFormula, dough: DoughCourse): string[] {
  const cautions: string[] = [];
  if (scaled.dough > mixer.maxDough) {
    const batches = Math.ceil(scaled.dough / mixer.maxDough);
    cautions.push(
      `${formatMass(scaled.dough, 'kg', 1)} of dough is more than ${mixer.name} takes (${formatMass(mixer.maxDough, 'kg', 0)}). Mix ${batches} equal batches of ${formatMass(scaled.dough / batches, 'kg', 1)}.`,
    );
  }
  const warmest = Math.max(
    order.readings.levain,
    ...dough.bulk.map((state) => state.temperature),
    ...dough.proof.map((state) => state.temperature),
  );
  if (warmest > CULTURE_RATE_SURE_BELOW) {
    cautions.push(
      `It reaches ${formatNumber(warmest, 1)} °C. Above ${CULTURE_RATE_SURE_BELOW} °C the rise of a culture is known only roughly: look at the dough, not at the clock.`,
    );
  }
  return cautions;
}
