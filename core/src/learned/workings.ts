import { input, quantity, type Working, type Workings } from '../working/index.ts';
import type { Learned, LearnedPace, LearnedVigour } from './learned.ts';

const TREND = {
  livelier: 'It has become livelier. ',
  steady: '',
  tiring: 'It is tiring. ',
  unknown: '',
} as const;

/** What was learned of cultures and doughs, by key: `learned.vigour.CULTURE` and `learned.pace.FORMULA`. */
export const learnedWorkings = ({ vigour, pace }: Pick<Learned, 'vigour' | 'pace'>): Workings => ({
  ...Object.fromEntries(vigour.map((each) => [`learned.vigour.${each.slug}`, () => vigourWorking(each)])),
  ...Object.fromEntries(pace.map((each) => [`learned.pace.${each.formula}`, () => paceWorking(each)])),
});

function vigourWorking({ name, value, least, most, trend, builds, history }: LearnedVigour): Working {
  return {
    label: `Vigour of ${name}`,
    symbol: 'v',
    result: quantity(value, '', 3),
    equation: 'v',
    inputs: [
      input('v', `most likely after ${builds.length} builds with signs`, quantity(value, '', 3), 'logged'),
      input('each', 'after each of them, the oldest first', quantity(history, '', 2), 'logged'),
    ],
    source: 'Bayes’ rule over every sign that was logged; constants chosen for Jovet',
    note: `${TREND[trend]}Eight times in ten it lies between ${least.toFixed(2)} and ${most.toFixed(2)}. One odd sign counts little, and old ones fade.`,
  };
}

function paceWorking({ name, value, records }: LearnedPace): Working {
  return {
    label: `Pace of ${name}`,
    symbol: 'p',
    result: quantity(value, '', 3),
    equation: 'p',
    inputs: [
      input('p', `robust mean of ${records.length} batches looked at`, quantity(value, '', 3), 'logged'),
      input(
        'r',
        'how fast each rose against its forecast, the oldest first',
        quantity(
          records.map(({ pace }) => pace),
          '',
          2,
        ),
        'logged',
      ),
    ],
    source: 'Height of each batch in its tub against the forecast; Huber’s mean, the newest weighing most',
    note: 'Until a batch was looked at a dough is taken to rise as it is forecast, which counts like one batch.',
  };
}
