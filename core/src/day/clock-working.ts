import { BREAD_DENSITY, CORE_AT_UNLOADING, coolingTimeConstant } from '../oven/index.ts';
import { localTime } from '../time/index.ts';
import {
  input,
  quantity,
  type Quantity,
  type Working,
  type WorkingInput,
  type Workings,
} from '../working/index.ts';
import type { Step, StepKey } from './clock.ts';
import type { DoughPlan } from './plan.ts';
import type { PlanInput } from './schema.ts';
import type { Programme } from '../mix/index.ts';
import { windowWorkings } from './window-working.ts';

const COUNTING = 'Counted back from the dispatch';
const number = (value: number, digits = 4) => quantity(value, '', digits);
const hours = (value: number) => quantity(value, 'h', 3);
const minutes = (inHours: number) => quantity(inHours * 60, 'min', 1);
const celsius = (value: number, digits = 2) => quantity(value, '°C', digits);

/** The workings of the clock, by key: `clock.load`, its window, `bake.minutes`, `cool.hours`. */
export function clockWorkings(plan: DoughPlan, given: PlanInput, programme: Programme): Workings {
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
