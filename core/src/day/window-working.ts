import {
  input,
  quantity,
  type Quantity,
  type Working,
  type WorkingInput,
  type Workings,
} from '../working/index.ts';
import type { Step } from './clock.ts';
import { shapingHours } from './course.ts';
import type { DoughPlan } from './plan.ts';
import type { PlanInput } from './schema.ts';

/** The two ends of a window as expressions: how the dough sets them, and how the van does. */
interface Ends {
  readonly earliest: string;
  readonly byDough?: string;
  readonly byVan?: string;
}

/** The expressions of `clockOf`, over the symbols below; times in minutes, waits in hours. */
const ENDS: Readonly<Record<string, Ends>> = {
  feed: {
    earliest: 'mix - 60 * past',
    byDough: 'mix - 60 * young',
    byVan: 'load + spare - 60 * chain - 60 * young',
  },
  weigh: {
    earliest: 'feed + 60 * young - w',
    byDough: 'feed + 60 * past - w',
    byVan: 'load + spare - 60 * chain - w',
  },
  mix: { earliest: 'feed + 60 * young', byDough: 'feed + 60 * past', byVan: 'load + spare - 60 * chain' },
  divide: { earliest: 'mix + 60 * d_e', byDough: 'mix + 60 * d_l', byVan: 'load + spare - 60 * p_e - d - h' },
  shape: {
    earliest: 'mix + 60 * d_e + d',
    byDough: 'mix + 60 * d_l + d',
    byVan: 'load + spare - 60 * p_e - h',
  },
  proof: {
    earliest: 'mix + 60 * d_e + d + h',
    byDough: 'mix + 60 * d_l + d + h',
    byVan: 'load + spare - 60 * p_e',
  },
  preheat: { earliest: 'mix + 60 * l_e - o', byDough: 'mix + 60 * l_l - o', byVan: 'load + spare - o' },
  load: { earliest: 'mix + 60 * l_e', byDough: 'mix + 60 * l_l', byVan: 'load + spare' },
  fold: { earliest: 'best - f / 3', byDough: 'best + f / 3' },
  out: { earliest: 'best', byVan: 'best + spare' },
  cool: { earliest: 'best', byVan: 'best + spare' },
  pack: { earliest: 'best', byVan: 'best + spare' },
};

/** The workings of the earliest and latest times, by key: `clock.load.earliest`, `clock.load.latest`. */
export function windowWorkings(
  plan: DoughPlan,
  given: PlanInput,
  clock: (epoch: number) => Quantity,
): Workings {
  const symbols = symbolsOf(plan, given, clock);
  const working = (step: Step, label: string, at: number, equation: string, note: string): Working => ({
    label,
    symbol: step.key,
    result: clock(at),
    equation,
    inputs: [
      input('best', 'its best time', clock(step.at), 'computed', `clock.${step.id}`),
      ...symbols,
    ].filter(({ symbol }) => new RegExp(`\\b${symbol}\\b`).test(equation)),
    source: 'Windows of the dough, and the last moment that meets the van',
    note,
  });
  return Object.fromEntries(
    plan.steps.flatMap((step) => {
      const ends = ENDS[step.key];
      if (!ends) return [];
      const latest = [ends.byDough, ends.byVan].filter((each) => each !== undefined);
      const bound = latest.length === 2 ? `min(${latest.join(', ')})` : (latest[0] ?? 'best');
      return [
        [
          `clock.${step.id}.earliest`,
          () =>
            working(
              step,
              'Earliest',
              step.earliest,
              ends.earliest,
              'What comes before is at its best; the dough is just usable.',
            ),
        ],
        [
          `clock.${step.id}.latest`,
          () =>
            working(
              step,
              'Latest',
              step.latest,
              `max(best, ${bound})`,
              step.limit === 'dough'
                ? 'The dough would be past its best before the van is missed.'
                : 'Later than this the van is missed, even if all that follows is done as early as the dough allows.',
            ),
        ],
      ];
    }),
  );
}

function symbolsOf(
  { dough, levain, steps }: DoughPlan,
  { bakehouse, formula }: PlanInput,
  clock: (epoch: number) => Quantity,
): WorkingInput[] {
  const { work, divide, load } = dough;
  const { process } = formula.doc;
  const from = (key: string, label: string) =>
    steps
      .filter((step) => step.key === key)
      .map((step) => input(key, label, clock(step.at), 'computed', `clock.${key}`));
  const wait = (symbol: string, label: string, hours: number) =>
    input(symbol, label, quantity(hours, 'h', 3), 'computed');
  const minutes = (symbol: string, label: string, hours: number) =>
    input(symbol, label, quantity(hours * 60, 'min', 1), 'bakehouse');
  return [
    ...from('feed', 'feeding the culture'),
    ...from('mix', 'mixing begins'),
    ...from('load', 'loading begins, at best'),
    input('spare', 'spare time before the van', quantity(bakehouse.spare, 'min', 0), 'bakehouse'),
    wait('young', 'from feed until the levain is usable', levain.ripe.earliest),
    wait('past', 'from feed until the levain is past', levain.ripe.latest),
    wait('chain', 'shortest way from mix to loading', dough.soonestLoad),
    wait('d_e', 'from mix until the dough may be divided', divide.earliest),
    wait('d_l', 'from mix until it must be divided', divide.latest),
    wait('l_e', 'from mix until it may be loaded', load.earliest),
    wait('l_l', 'from mix until it must be loaded', load.latest),
    wait('p_e', 'shortest proof', load.earliest - dough.proofStart),
    minutes('w', 'weighing', work.weigh),
    minutes('d', 'dividing, pre-shape and bench rest', shapingHours(work, process.benchRest) - work.shape),
    minutes('h', 'shaping', work.shape),
    input('o', 'preheat', quantity(bakehouse.preheat, 'min', 0), 'bakehouse'),
    input('f', 'time between folds', quantity(process.folds.every, 'min', 0), 'formula'),
  ];
}
