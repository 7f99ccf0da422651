import {
  cultureYeastRate,
  RIPE_POPULATION,
  RISE_SCALE,
  modifiersOf,
  riseAt,
  thermalTimeForRise,
} from '../fermentation/rates/index.ts';
import { stateAtTime, type DoughState } from '../fermentation/index.ts';
import {
  input,
  quantity,
  type Quantity,
  type Working,
  type WorkingInput,
  type Workings,
} from '../working/index.ts';
import { buildOf } from './leaven.ts';
import type { DoughPlan } from './plan.ts';
import type { PlanInput } from './schema.ts';
import type { Programme } from '../mix/index.ts';

const MODEL = 'Growth of culture yeast in thermal time; constants fitted for Jovet to practice';
const number = (value: number, digits = 4) => quantity(value, '', digits);
const hours = (value: number) => quantity(value, 'h', 3);
const perHour = (value: number) => quantity(value, '1/h', 5);

/** How many equal slices of time stand for the course of the dough's temperature in a working. */
const SLICES = 24;

/** The workings of everything that rises, by key: `levain.ripe`, `bulk.hours`, `proof.hours` and what is behind them. */
export const risingWorkings = (plan: DoughPlan, given: PlanInput, programme: Programme): Workings => ({
  ...volumeWorkings(plan),
  ...ripeningWorkings(plan, given),
  ...riseWorkings(plan, given, programme),
});

/** Litres at the start of the dough and at its fullest: what the ribbon is thick by. */
function volumeWorkings({ scaled, ribbon }: DoughPlan): Workings {
  const volumes = ribbon.dough.map((point) => point.volume);
  const [start = 0] = volumes;
  const working = (label: string, litres: number) => () => ({
    label,
    symbol: 'V',
    result: quantity(litres, 'l', 1),
    equation: 'D / rho * (1 + G)',
    inputs: [
      input('D', 'dough', quantity(scaled.dough, 'kg', 4), 'computed', 'formula.dough'),
      input('rho', 'density without gas', quantity(scaled.dough / start, 'kg/l', 2), 'default'),
      input('G', 'gas held, in volumes of the dough', number(litres / start - 1), 'computed'),
    ],
    source: MODEL,
  });
  return {
    'volume.start': working('Volume when mixed', start),
    'volume.most': working('Volume at its fullest', Math.max(...volumes)),
  };
}

function ripeningWorkings(plan: DoughPlan, { order, bakehouse }: PlanInput): Workings {
  const { levain, leaven } = plan;
  const { ripeness } = leaven;
  const built = buildOf(plan.scaled, plan.leaven.stage.slug);
  const theta = levain.ripe.best * levain.rate;
  const scale = input('c_w', 'scale of the rise', number(RISE_SCALE, 2), 'default');
  return {
    'levain.ripe': () => ({
      label: 'From feed to ripe levain',
      symbol: 't',
      result: hours(levain.ripe.best),
      equation: 'theta / (v * mu)',
      inputs: [
        input('theta', 'thermal time to ripe', number(theta, 4), 'computed', 'levain.theta'),
        input('v', 'vigour of the culture', number(bakehouse.vigour, 2), 'bakehouse'),
        input(
          'mu',
          `growth rate at ${order.readings.levain} °C`,
          perHour(cultureYeastRate(order.readings.levain)),
          'default',
        ),
      ],
      source: MODEL,
    }),
    'levain.theta': () => ({
      label: 'Thermal time to a ripe levain',
      symbol: 'theta',
      result: number(theta, 4),
      equation: 'log(1 + (exp(G / c_w) - 1) / y0)',
      inputs: [
        input('G', 'rise at which it is ripe', number(ripeness.best, 2), 'formula'),
        scale,
        input('y0', 'starting population', number(levain.y0, 6), 'computed', 'levain.y0'),
      ],
      source: MODEL,
    }),
    'levain.y0': () => ({
      label: 'Starting population of the levain',
      symbol: 'y0',
      result: number(levain.y0, 6),
      equation: 's / P',
      inputs: [
        input(
          's',
          'ripe seed, percent of all flour',
          quantity(built.stage.seed?.percent ?? 0, '%', 5),
          'formula',
        ),
        input('P', `${built.name}, percent of all flour`, quantity(built.stage.total, '%', 5), 'formula'),
      ],
      source: MODEL,
    }),
    'levain.population': () => ({
      label: 'Population of the ripe levain',
      symbol: 'N',
      result: number(levain.population, 5),
      equation: 'y0 * exp(theta) / (1 + y0 * (exp(theta) - 1))',
      inputs: [
        input('y0', 'starting population', number(levain.y0, 6), 'computed', 'levain.y0'),
        input('theta', 'thermal time to ripe', number(theta, 4), 'computed', 'levain.theta'),
      ],
      source: MODEL,
    }),
  };
}

function riseWorkings(
  plan: DoughPlan,
  { formula, order, bakehouse }: PlanInput,
  programme: Programme,
): Workings {
  const { dough, scaled, levain } = plan;
  const { process } = formula.doc;
  const built = buildOf(plan.scaled, plan.leaven.stage.slug);
  const scale = input('c_w', 'scale of the rise', number(RISE_SCALE, 2), 'default');
  const { culture } = dough.leavening;
  const y0 = input('y0', 'starting population of the dough', number(culture, 5), 'computed', 'dough.y0');
  const vigour = input('v', 'vigour of the culture', number(bakehouse.vigour, 2), 'bakehouse');
  const mixed = dough.mixed;
  const bulkEnd = plan.dough.bulk.findLast((state) => state.time <= dough.divide.best) ?? mixed;
  const { modifier } = dough.leavening;
  const slows = input(
    'k',
    'what the make-up of the dough does',
    number(modifier, 4),
    'computed',
    'dough.modifier',
  );
  const thetaDivided = thermalTimeForRise(process.bulk.best + dough.foldLoss, culture);
  const proofFirst = dough.proof[0] ?? bulkEnd;
  const gained = process.proof.rise.best - proofFirst.rise + riseAt(proofFirst.culture, culture);
  const thetaLoaded = thermalTimeForRise(gained, culture);
  const bulkCourse = until(dough.bulk, dough.divide.best);
  const proofCourse = until(dough.proof, dough.load.best);

  const waiting = (
    label: string,
    time: number,
    to: WorkingInput,
    from: WorkingInput,
    meanKey: string,
    mean: number,
  ): Working => ({
    label,
    symbol: 't',
    result: hours(time),
    equation: '(theta_2 - theta_1) / (v * k * mu)',
    inputs: [
      to,
      from,
      vigour,
      slows,
      input('mu', 'mean growth rate over this time', perHour(mean), 'computed', meanKey),
    ],
    source: MODEL,
    note: 'The dough follows the temperature around it, so its growth rate changes on the way; the mean is taken over time.',
  });
  const bulkHours = dough.divide.best - mixed.time;
  const proofHours = dough.load.best - dough.proofStart;
  const bulkMean = (thetaDivided - mixed.culture) / (bulkHours * bakehouse.vigour * modifier);
  const proofMean = (thetaLoaded - proofFirst.culture) / (proofHours * bakehouse.vigour * modifier);
  const theta = (symbol: string, label: string, value: number, key?: string) =>
    input(symbol, label, number(value, 4), 'computed', key);
  return {
    'dough.y0': () => ({
      label: 'Starting population of the dough',
      symbol: 'y0',
      result: number(culture, 5),
      equation: 'L / (D * s) * N / N_ripe',
      inputs: [
        input(
          'L',
          'levain in the dough',
          quantity(built.needed, 'kg', 4),
          'computed',
          `part.${built.slug}.needed`,
        ),
        input('D', 'dough', quantity(scaled.dough, 'kg', 4), 'computed', 'formula.dough'),
        input('s', 'share of the dough that ferments', number(plan.leavened.phase, 5), 'formula'),
        input(
          'N',
          'population of the ripe levain',
          number(levain.population, 5),
          'computed',
          'levain.population',
        ),
        input('N_ripe', 'a ripe culture', number(RIPE_POPULATION, 2), 'default'),
      ],
      source: MODEL,
    }),
    'dough.modifier': () => modifierWorking(plan),
    'bulk.hours': () =>
      waiting(
        'Bulk, from the end of the mix to the divide',
        bulkHours,
        theta('theta_2', 'thermal time at the divide', thetaDivided, 'bulk.theta'),
        theta('theta_1', 'thermal time passed in the mix', mixed.culture, 'mix.theta'),
        'bulk.rate',
        bulkMean,
      ),
    'bulk.theta': () => ({
      label: 'Thermal time at the divide',
      symbol: 'theta',
      result: number(thetaDivided, 4),
      equation: 'log(1 + (exp((G + g) / c_w) - 1) / y0)',
      inputs: [
        input('G', 'rise at the divide', number(process.bulk.best, 2), 'formula'),
        input('g', 'gas lost in the folds', number(dough.foldLoss, 5), 'computed'),
        scale,
        y0,
      ],
      source: MODEL,
    }),
    'mix.theta': () => ({
      label: 'Thermal time passed in the mix',
      symbol: 'theta',
      result: number(mixed.culture, 4),
      equation: 'v * k * mu * t / 60',
      inputs: [
        vigour,
        slows,
        input('mu', `growth rate at ${order.ddt} °C`, perHour(cultureYeastRate(order.ddt)), 'default'),
        input('t', 'mixing and resting', quantity(programme.minutes, 'min', 0), 'bakehouse'),
      ],
      source: MODEL,
      note: 'The clock of the dough starts when leaven meets flour.',
    }),
    'bulk.rate': () => meanRate('Mean growth rate in bulk', bulkCourse, bulkMean, order.readings.room),
    'proof.hours': () =>
      waiting(
        'Proof, from shaped to the oven',
        proofHours,
        theta('theta_2', 'thermal time at loading', thetaLoaded, 'proof.theta'),
        theta('theta_1', 'thermal time when shaped', proofFirst.culture),
        'proof.rate',
        proofMean,
      ),
    'proof.theta': () => ({
      label: 'Thermal time at loading',
      symbol: 'theta',
      result: number(thetaLoaded, 4),
      equation: 'log(1 + (exp(G / c_w) - 1) / y0)',
      inputs: [
        input(
          'G',
          'gas made by then, with what hands have let go',
          number(gained, 5),
          'computed',
          'proof.gas',
        ),
        scale,
        y0,
      ],
      source: MODEL,
    }),
    'proof.gas': () => ({
      label: 'Gas made by the time of loading',
      symbol: 'G',
      result: number(gained, 5),
      equation: 'G_load - G_held + G_made',
      inputs: [
        input('G_load', 'rise when loaded', number(process.proof.rise.best, 2), 'formula'),
        input('G_held', 'rise held when shaped', number(proofFirst.rise, 5), 'computed'),
        input('G_made', 'gas made until shaped', number(riseAt(proofFirst.culture, culture), 5), 'computed'),
      ],
      source: MODEL,
      note: `Dividing and shaping keep ${Math.round(process.gasKept * 100)} % of the gas.`,
    }),
    'proof.rate': () =>
      meanRate(
        'Mean growth rate in proof',
        proofCourse,
        proofMean,
        process.proof.around ?? order.readings.room,
      ),
  };
}

/** A course up to a time, and its state then. */
function until(course: readonly DoughState[], time: number): DoughState[] {
  const end = stateAtTime(course, time);
  return [...course.filter((state) => state.time < time), ...(end ? [end] : [])];
}

/** What the make-up of a dough does to its leaven. */
function modifierWorking({ leavened, dough }: DoughPlan): Working {
  const { makeUp } = leavened;
  const each = modifiersOf(makeUp);
  const percent = (value: number) => `at ${Number(value.toFixed(1))} %`;
  return {
    label: 'What the make-up of the dough does to its leaven',
    symbol: 'k',
    result: number(dough.leavening.modifier, 4),
    equation: 'min(1.3, max(0.3, k_salt * k_sugar * k_grain * k_water))',
    inputs: [
      input('k_salt', `salt ${percent(makeUp.salt)}: slower over 2`, number(each.salt, 4), 'formula'),
      input('k_sugar', `sugar ${percent(makeUp.sugar)}: slower over 5`, number(each.sugar, 4), 'formula'),
      input(
        'k_grain',
        `whole grain ${percent(makeUp.wholeGrain)}: faster`,
        number(each.wholeGrain, 4),
        'formula',
      ),
      input(
        'k_water',
        `true hydration ${percent(makeUp.hydration)}: slower under 65`,
        number(each.hydration, 4),
        'formula',
      ),
    ],
    source: 'Defaults of practice, multiplied',
  };
}

/** The mean over the middles of equal slices of time, from the recorded course. */
function meanRate(label: string, course: readonly DoughState[], mean: number, around: number): Working {
  const first = course[0];
  const final = course.at(-1);
  if (!first || !final) throw new Error('a wait has a course');
  const temperatures = Array.from({ length: SLICES }, (_, slice) => {
    const time = first.time + ((slice + 0.5) / SLICES) * (final.time - first.time);
    const index = course.findIndex((state) => state.time >= time);
    const after = course[index] ?? final;
    const before = course[index - 1] ?? first;
    const share = after.time === before.time ? 0 : (time - before.time) / (after.time - before.time);
    return before.temperature + share * (after.temperature - before.temperature);
  });
  return {
    label,
    symbol: 'mu',
    result: quantity(mean, '1/h', 3),
    equation: 'mean(mu)',
    inputs: [
      input(
        'T',
        `dough temperature in ${SLICES} equal slices of the time`,
        celsiusSeries(temperatures),
        'computed',
      ),
      input('mu', 'growth rate at each', quantity(temperatures.map(cultureYeastRate), '1/h', 4), 'computed'),
    ],
    source: MODEL,
    note: `The dough goes from ${first.temperature.toFixed(1)} to ${final.temperature.toFixed(1)} °C in surroundings of ${around} °C. The plan itself takes steps of six minutes.`,
  };
}

const celsiusSeries = (values: readonly number[]): Quantity => quantity(values, '°C', 1);
