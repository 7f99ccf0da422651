import { formulaWorkings } from '../formula/index.ts';
import {
  cultureYeastRate,
  RIPE_POPULATION,
  RISE_SCALE,
  riseAt,
  thetaForRise,
  type DoughState,
} from '../fermentation/index.ts';
import { CORE_AT_UNLOADING, coolingTimeConstant, BREAD_DENSITY } from '../oven/index.ts';
import { localTime } from '../time/index.ts';
import {
  input,
  quantity,
  type Quantity,
  type Working,
  type WorkingInput,
  type Workings,
} from '../working/index.ts';
import { waterWorkings } from '../water/index.ts';
import type { Step, StepKey } from './clock.ts';
import type { DoughPlan } from './plan.ts';
import type { PlanInput, Programme } from './schema.ts';
import { windowWorkings } from './window-working.ts';

const MODEL = 'Growth of culture yeast in thermal time; constants fitted for Jovet to practice';
const COUNTING = 'Counted back from the dispatch';
const number = (value: number, digits = 4) => quantity(value, '', digits);
const hours = (value: number) => quantity(value, 'h', 3);
const minutes = (inHours: number) => quantity(inHours * 60, 'min', 1);
const celsius = (value: number, digits = 2) => quantity(value, '°C', digits);
const perHour = (value: number) => quantity(value, '1/h', 5);

/** How many equal slices of time stand for the course of the dough's temperature in a working. */
const SLICES = 24;

/** Every number of a plan by its key, each opening its own sum. */
export function planWorkings(plan: DoughPlan, given: PlanInput): Workings {
  const { order, formula, bakehouse } = given;
  const programme = bakehouse.programmes.find(({ slug }) => slug === order.programme);
  if (!programme) throw new Error('a plan has a known programme');
  return {
    ...formulaWorkings(formula, order.order, plan.scaled),
    'mix.levain': () => ({
      label: 'Levain for the final mix',
      symbol: 'L',
      result: quantity(plan.scaled.finalMix.levain.mass, 'kg', 4),
      equation: 'B * (1 - loss / 100) - R',
      inputs: [
        input('B', 'levain built', quantity(plan.scaled.levain.build, 'kg', 4), 'computed', 'levain.build'),
        input('loss', 'lost while building', quantity(formula.doc.levain.loss, '%', 2), 'formula'),
        input('R', 'keep-back', quantity(formula.doc.levain.keepBack, 'kg', 4), 'formula'),
      ],
      source: "Baker's percentage, textbook practice",
    }),
    ...waterWorkings(
      plan.mix,
      plan.water,
      order.readings,
      bakehouse.usual,
      order.ddt,
      formula.doc.process.ddt,
    ),
    ...volumeWorkings(plan),
    ...ripeningWorkings(plan, given),
    ...riseWorkings(plan, given, programme),
    ...clockWorkings(plan, given, programme),
  };
}

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

function ripeningWorkings({ levain }: DoughPlan, { formula, order, bakehouse }: PlanInput): Workings {
  const { ratio, ripeness } = formula.doc.levain;
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
      equation: '1 / (1 + a + b)',
      inputs: [
        input('a', 'parts of flour to 1 of ripe seed', number(ratio.flour, 2), 'formula'),
        input('b', 'parts of water to 1 of ripe seed', number(ratio.water, 2), 'formula'),
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
  const scale = input('c_w', 'scale of the rise', number(RISE_SCALE, 2), 'default');
  const y0 = input('y0', 'starting population of the dough', number(dough.y0, 5), 'computed', 'dough.y0');
  const vigour = input('v', 'vigour of the culture', number(bakehouse.vigour, 2), 'bakehouse');
  const mixed = dough.mixed;
  const bulkEnd = plan.dough.bulk.findLast((state) => state.time <= dough.divide.best) ?? mixed;
  const thetaDivided = Math.log1p(Math.expm1((process.bulk.best + dough.foldLoss) / RISE_SCALE) / dough.y0);
  const proofFirst = dough.proof[0] ?? bulkEnd;
  const thetaLoaded = thetaForRise(proofFirst, dough.y0, process.proof.rise.best);
  const gained = process.proof.rise.best - proofFirst.rise + riseAt(proofFirst.theta, dough.y0);
  const bulkCourse = dough.bulk.filter((state) => state.time <= dough.divide.best);
  const proofCourse = dough.proof.filter((state) => state.time <= dough.load.best);

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
    equation: '(theta_2 - theta_1) / (v * mu)',
    inputs: [
      to,
      from,
      vigour,
      input('mu', 'mean growth rate over this time', perHour(mean), 'computed', meanKey),
    ],
    source: MODEL,
    note: 'The dough follows the temperature around it, so its growth rate changes on the way; the mean is taken over time.',
  });
  const bulkHours = dough.divide.best - mixed.time;
  const proofHours = dough.load.best - dough.proofStart;
  const bulkMean = (thetaDivided - mixed.theta) / (bulkHours * bakehouse.vigour);
  const proofMean = (thetaLoaded - proofFirst.theta) / (proofHours * bakehouse.vigour);
  const theta = (symbol: string, label: string, value: number, key?: string) =>
    input(symbol, label, number(value, 4), 'computed', key);
  return {
    'dough.y0': () => ({
      label: 'Starting population of the dough',
      symbol: 'y0',
      result: number(dough.y0, 5),
      equation: 'L / D * N / N_ripe',
      inputs: [
        input(
          'L',
          'levain in the dough',
          quantity(scaled.levain.needed, 'kg', 4),
          'computed',
          'levain.needed',
        ),
        input('D', 'dough', quantity(scaled.dough, 'kg', 4), 'computed', 'formula.dough'),
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
    'bulk.hours': () =>
      waiting(
        'Bulk, from the end of the mix to the divide',
        bulkHours,
        theta('theta_2', 'thermal time at the divide', thetaDivided, 'bulk.theta'),
        theta('theta_1', 'thermal time passed in the mix', mixed.theta, 'mix.theta'),
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
      result: number(mixed.theta, 4),
      equation: 'v * mu * t / 60',
      inputs: [
        vigour,
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
        theta('theta_1', 'thermal time when shaped', proofFirst.theta),
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
        input('G_made', 'gas made until shaped', number(riseAt(proofFirst.theta, dough.y0), 5), 'computed'),
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
    note: `The dough goes from ${first.temperature.toFixed(1)} to ${final.temperature.toFixed(1)} °C in surroundings of ${around} °C. The plan itself takes steps of three minutes.`,
  };
}

const celsiusSeries = (values: readonly number[]): Quantity => quantity(values, '°C', 1);

function clockWorkings(plan: DoughPlan, given: PlanInput, programme: Programme): Workings {
  const { dough, levain, steps } = plan;
  const { work } = dough;
  const { bakehouse, order, formula } = given;
  const midnight = plan.dispatch - localMinutes(plan.dispatch, bakehouse.zone) * 60;
  const clock = (epoch: number): Quantity => quantity((epoch - midnight) / 60, 'clock', 0);
  const stepOf = (key: StepKey): Step => {
    const found = steps.find((step) => step.key === key);
    if (!found) throw new Error(`a plan has the step ${key}`);
    return found;
  };
  const from = (key: StepKey, label: string) =>
    input(key, label, clock(stepOf(key).at), 'computed', `clock.${key}`);
  const hands = (symbol: string, label: string, inHours: number) =>
    input(symbol, label, minutes(inHours), 'bakehouse');
  const time = (
    label: string,
    step: Step,
    equation: string,
    inputs: WorkingInput[],
    note?: string,
  ): Working => ({
    label,
    symbol: step.key,
    result: clock(step.at),
    equation,
    inputs,
    source: COUNTING,
    ...(note === undefined ? {} : { note }),
  });
  const benchRest = formula.doc.process.benchRest;
  const dispatch = input('dispatch', 'the van leaves', clock(plan.dispatch), 'entered');
  return {
    'clock.pack': () =>
      time('Packing begins', stepOf('pack'), 'dispatch - spare - p', [
        dispatch,
        input('spare', 'spare time before the van', quantity(bakehouse.spare, 'min', 0), 'bakehouse'),
        hands('p', 'packing all pieces', work.pack),
      ]),
    'clock.cool': () =>
      time('Cooling begins', stepOf('cool'), 'pack - 60 * c', [
        from('pack', 'packing begins'),
        input('c', 'cooling', hours(dough.coolHours), 'computed', 'cool.hours'),
      ]),
    'clock.out': () =>
      time('Out of the oven', stepOf('out'), 'cool - u', [
        from('cool', 'cooling begins'),
        hands('u', 'unloading', work.unload),
      ]),
    'clock.load': () =>
      time('Loading begins', stepOf('load'), 'out - b - l', [
        from('out', 'out of the oven'),
        input('b', 'bake', minutes(dough.bakeHours), 'computed', 'bake.minutes'),
        hands('l', 'scoring and loading', work.load),
      ]),
    'clock.preheat': () =>
      time('Oven on', stepOf('preheat'), 'load - h', [
        from('load', 'loading begins'),
        input('h', 'preheat', quantity(bakehouse.preheat, 'min', 0), 'bakehouse'),
      ]),
    'clock.proof': () =>
      time('Proof begins', stepOf('proof'), 'load - 60 * t', [
        from('load', 'loading begins'),
        input('t', 'proof', hours(dough.load.best - dough.proofStart), 'computed', 'proof.hours'),
      ]),
    'clock.shape': () =>
      time('Shaping begins', stepOf('shape'), 'proof - s', [
        from('proof', 'proof begins'),
        hands('s', 'shaping', work.shape),
      ]),
    'clock.divide': () =>
      time(
        'Dividing begins',
        stepOf('divide'),
        'shape - r - d',
        [
          from('shape', 'shaping begins'),
          input('r', 'pre-shape and bench rest', minutes(Math.max(work.preshape, benchRest / 60)), 'formula'),
          hands('d', 'dividing', work.divide),
        ],
        'The first piece rests while the others are pre-shaped.',
      ),
    'clock.mix': () =>
      time('Mixing begins', stepOf('mix'), 'divide - 60 * t - m', [
        from('divide', 'dividing begins'),
        input(
          't',
          'bulk after the mix',
          hours(dough.divide.best - dough.mixed.time),
          'computed',
          'bulk.hours',
        ),
        input('m', 'mixing and resting', quantity(programme.minutes, 'min', 0), 'bakehouse'),
      ]),
    'clock.weigh': () =>
      time('Weighing begins', stepOf('weigh'), 'mix - w', [
        from('mix', 'mixing begins'),
        hands('w', 'weighing', work.weigh),
      ]),
    'clock.feed': () =>
      time('Feed the culture', stepOf('feed'), 'mix - 60 * t', [
        from('mix', 'mixing begins'),
        input('t', 'from feed to ripe', hours(levain.ripe.best), 'computed', 'levain.ripe'),
      ]),
    ...windowWorkings(plan, given, clock),
    'clock.dispatch.earliest': () =>
      time('All is packed', { ...stepOf('dispatch'), at: stepOf('dispatch').earliest }, 'pack + p', [
        from('pack', 'packing begins'),
        hands('p', 'packing all pieces', work.pack),
      ]),
    ...foldWorkings(plan, given, programme, clock, from),
    'bake.minutes': () => ({
      label: 'Bake',
      symbol: 'b',
      result: minutes(dough.bakeHours),
      equation: 'b0 * (m / m0) ^ 0.67',
      inputs: [
        input(
          'b0',
          'bake of the piece that is known',
          quantity(formula.doc.process.bake.minutes, 'min', 0),
          'formula',
        ),
        input('m', 'heaviest piece', quantity(dough.heaviest, 'kg', 4), 'entered'),
        input('m0', 'the piece that is known', quantity(formula.doc.process.bake.mass, 'kg', 4), 'formula'),
      ],
      source: 'Bake time of the same shape goes with mass to the power 0.67; default',
    }),
    'cool.hours': () => ({
      label: `Cooling to ${formula.doc.process.packBelow} °C at the core`,
      symbol: 'c',
      result: hours(dough.coolHours),
      equation: 'tau * log((T_out - T_room) / (T_pack - T_room))',
      inputs: [
        input(
          'tau',
          'time constant of the heaviest loaf',
          hours4(coolingTimeConstant(bakedMass(given, dough.heaviest), BREAD_DENSITY.hearth)),
          'default',
        ),
        input('T_out', 'core when it comes out', celsius(CORE_AT_UNLOADING, 0), 'default'),
        input('T_room', 'room', celsius(order.readings.room), 'entered'),
        input(
          'T_pack',
          'core at which it may be packed',
          celsius(formula.doc.process.packBelow, 0),
          'formula',
        ),
      ],
      source: 'Lumped cooling on a rack (any text); constants chosen for Jovet',
    }),
  };
}

const hours4 = (value: number) => quantity(value, 'h', 4);

const bakedMass = ({ formula }: PlanInput, scaledWeight: number) =>
  scaledWeight * (1 - formula.doc.process.bake.loss / 100);

function localMinutes(epoch: number, zone: string): number {
  const { time } = localTime(epoch, zone);
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
}

function foldWorkings(
  { steps }: DoughPlan,
  { formula }: PlanInput,
  programme: Programme,
  clock: (epoch: number) => Quantity,
  from: (key: StepKey, label: string) => WorkingInput,
): Workings {
  const folds = steps.filter((step) => step.key === 'fold');
  return Object.fromEntries(
    folds.map((fold, index) => [
      `clock.${fold.id}`,
      () => ({
        label: `Fold ${index + 1}`,
        symbol: 'fold',
        result: clock(fold.at),
        equation: 'mix + m + n * f',
        inputs: [
          from('mix', 'mixing begins'),
          input('m', 'mixing and resting', quantity(programme.minutes, 'min', 0), 'bakehouse'),
          input('n', 'number of the fold', number(index + 1, 0), 'formula'),
          input('f', 'time between folds', quantity(formula.doc.process.folds.every, 'min', 0), 'formula'),
        ],
        source: 'Folds by the clock, from the end of the mix',
      }),
    ]),
  );
}
