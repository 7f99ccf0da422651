import { input as term, quantity, type Working, type Workings } from '../../../working/index.ts';
import type { Cost, Schedule } from '../../instance/index.ts';
import type { DayInput } from '../../demand/index.ts';
import type { Network } from '../../network/index.ts';
import { awayFromBest } from '../better.ts';
import { clockWords, taskWords } from '../words.ts';

const SOURCE = 'Prices of this bakehouse, in Goals: what is not as it should be, five minutes at a time';
const price = (value: number) => quantity(value, '', 3);

/** What each term of a cost is called. */
export const COST_WORDS = {
  waits: 'doughs and pre-ferments away from their best',
  early: 'bread ready before it has to be',
  night: 'work in the quiet hours',
  ovenIdle: 'oven on and empty',
  hot: 'stones hotter than their bread wants them',
  begin: 'work begun sooner than it must',
  ways: 'the cold instead of the warm',
  told: 'tasks moved after people were told',
} as const satisfies Record<Exclude<keyof Cost, 'total'>, string>;

/** So many tasks are named in a note. */
const NAMED = 4;

/** What a plan costs, opened: `cost.total`, and `cost.TERM` for each of its terms. */
export function planCostWorkings(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  cost: Cost,
): Workings {
  const { weights } = network.instance;
  const terms = Object.keys(COST_WORDS) as (keyof typeof COST_WORDS)[];
  const counted = (key: 'night' | 'early' | 'told' | 'begin' | 'ovenIdle', of: string) => (): Working => ({
    label: `What ${COST_WORDS[key]} costs`,
    symbol: 'cost',
    result: quantity(cost[key], '', 1),
    equation: 'p * n',
    inputs: [
      term('p', 'price of five minutes of it', price(weights[key]), 'bakehouse'),
      term('n', of, quantity(weights[key] > 0 ? cost[key] / weights[key] : 0, '', 2), 'computed'),
    ],
    source: SOURCE,
  });
  const plain = (key: 'hot' | 'ways', label: string, note: string) => (): Working => ({
    label: `What ${COST_WORDS[key]} costs`,
    symbol: 'cost',
    result: quantity(cost[key], '', 1),
    equation: 'cost',
    inputs: [term('cost', label, quantity(cost[key], '', 2), 'computed')],
    source: SOURCE,
    note,
  });
  return {
    'cost.total': () => ({
      label: 'What this plan costs',
      symbol: 'cost',
      result: quantity(cost.total, '', 1),
      equation: terms.join(' + '),
      inputs: terms.map((key) => term(key, COST_WORDS[key], quantity(cost[key], '', 2), 'computed', `cost.${key}`)),
      source: SOURCE,
      note: 'Of plans that hold the cheapest is looked for. Vans on time, windows and hands are never traded for it.',
    }),
    'cost.waits': () => waitsWorking(input, network, schedule, cost),
    'cost.night': counted('night', 'five minutes of a person in the quiet hours'),
    'cost.early': counted('early', 'five minutes that bread is ready too soon, of all tasks'),
    'cost.told': counted('told', 'five minutes that tasks are from where people were told'),
    'cost.begin': counted('begin', 'five minutes that work begins sooner than the longest dough needs it'),
    'cost.ovenIdle': counted('ovenIdle', 'five minutes that the oven is on with nothing in it'),
    'cost.hot': plain('hot', 'kelvin that stones are too hot for their load, ten of them at the price in Goals', 'Each load by the stones as they were left by the load before.'),
    'cost.ways': plain('ways', 'what the places cost in which pieces wait', 'A night in the cold instead of a proof in the room or the box has a price of its own.'),
  };
} // prettier-ignore

/** Each wait with what it is away from its best, the dearest named. */
function waitsWorking(input: DayInput, network: Network, schedule: Schedule, cost: Cost): Working {
  const { instance } = network;
  const named = awayFromBest(network, schedule).slice(0, NAMED).map(({ task, off }) => {
    const clock = clockWords(input, instance.origin, schedule.tasks[task]?.start ?? 0);
    return `${taskWords(network, task)} at ${clock}, ${Math.abs(off)} min ${off > 0 ? 'after' : 'before'} its best`;
  });
  const { dough, preferment } = input.bakehouse.floor.weights;
  return {
    label: `What ${COST_WORDS.waits} cost`,
    symbol: 'cost',
    result: quantity(cost.waits, '', 1),
    equation: 'cost',
    inputs: [
      term('cost', 'each wait’s distance from its best in five minutes, times its price', quantity(cost.waits, '', 2), 'computed'),
      term('p_d', 'price of five minutes of a dough', price(dough), 'bakehouse'),
      term('p_p', 'price of five minutes of a pre-ferment', price(preferment), 'bakehouse'),
    ],
    source: SOURCE,
    note: named.length > 0 ? `Furthest away: ${named.join('; ')}.` : 'Everything is at its best.',
  };
} // prettier-ignore
