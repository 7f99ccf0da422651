import {
  ferments,
  massOfKind,
  scaleFormula,
  specificHeatOf,
  type ScaledFormula,
  type ScaledPart,
} from '../formula/index.ts';
import { CULTURE_RATE_SURE_BELOW, riseAt } from '../fermentation/index.ts';
import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';
import { resolveLocal } from '../time/index.ts';
import { formatMass, formatNumber } from '../units/index.ts';
import { waterForMix, type Mix, type MixWater, type Readings } from '../water/index.ts';
import { clockOf, type Step } from './clock.ts';
import { courseOfDough, courseOfLevain, type DoughCourse, type LevainCourse } from './course.ts';
import { buildOf, leavenOf, type Leaven } from './leaven.ts';
import type { PlanInput, Programme } from './schema.ts';

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
  readonly water: MixWater;
  readonly leaven: Leaven;
  readonly levain: LevainCourse;
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

  const mixAt = mixOf(input, scaled.value, programme);
  const water = waterForMix(mixAt, order.readings, order.ddt, bakehouse.usual, formula.doc.process.ddt);
  if (!water.ok) return water;
  const levain = courseOfLevain(input, leaven.value);
  if (!levain.ok) return levain;
  const dough = courseOfDough(input, scaled.value, leaven.value, levain.value, programme);
  if (!dough.ok) return dough;
  const steps = clockOf(input, levain.value, dough.value, programme, dispatch.value);
  return good({
    scaled: scaled.value,
    mix: mixAt(order.readings),
    water: water.value,
    leaven: leaven.value,
    levain: levain.value,
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

/** The mix of the final dough as a function of the readings: the masses stay, the temperatures change. */
function mixOf(
  { mixer }: PlanInput,
  scaled: ScaledFormula,
  programme: Programme,
): (readings: Readings) => Mix {
  const { lines, flour, holds } = scaled.finalMix;
  const held = scaled.parts.filter(({ slug }) => holds.some((hold) => hold.slug === slug));
  const rest = lines.filter(({ ingredient }) => ingredient.kind !== 'flour' && ingredient.kind !== 'water');
  return (readings) => ({
    parts: [
      {
        name: 'flour',
        mass: flour,
        specificHeat: heatOf(lines.filter(isFlour)),
        temperature: readings.flour,
      },
      ...rest.map((line) => ({
        name: line.ingredient.slug,
        mass: line.mass,
        specificHeat: specificHeatOf(line.ingredient),
        temperature: readings.flour,
      })),
      ...held.map((part) => ({
        name: ferments(part.kind) ? 'levain' : part.slug,
        mass: part.needed,
        specificHeat: heatOf(part.stage.content.map((line) => ({ ...line, mass: line.percent }))),
        temperature: ferments(part.kind) ? readings.levain : readings.room,
      })),
    ],
    water: massOfKind(lines, 'water'),
    newFlour: flour,
    bowl: { mass: mixer.bowlMass, temperature: readings.bowl },
    room: readings.room,
    friction: programme.friction,
    minutes: programme.minutes,
  });
}

const isFlour = ({ ingredient }: { ingredient: { kind: string } }) => ingredient.kind === 'flour';

/** Specific heat of a mixture, by mass, kJ/kg·K. */
function heatOf(
  lines: readonly { ingredient: Parameters<typeof specificHeatOf>[0]; mass: number }[],
): number {
  const mass = lines.reduce((sum, line) => sum + line.mass, 0);
  const heat = lines.reduce((sum, line) => sum + line.mass * specificHeatOf(line.ingredient), 0);
  return mass > 0 ? heat / mass : SPECIFIC_HEAT_OF_NOTHING;
}

/** Of no flour at all; any figure would do. */
const SPECIFIC_HEAT_OF_NOTHING = 1;

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
  // Every sixth minute is finer than a screen shows, but the two sides of a fold or cut must both stay.
  const kept = risen.filter((state, index) => {
    const next = risen[index + 1];
    const before = risen[index - 1];
    return index % 2 === 0 || !next || !before || next.rise < state.rise || state.rise < before.rise;
  });
  return {
    levain: fed,
    dough: kept.map((state) => ({
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
