import { input, quantity, type Working, type Workings } from '../working/index.ts';
import type { Learned, LearnedPace, LearnedRate, LearnedVigour } from './learned.ts';

const TREND = {
  livelier: 'It has become livelier. ',
  steady: '',
  tiring: 'It is tiring. ',
  unknown: '',
} as const;

/** What was learned, by key: `learned.vigour.CULTURE`, `learned.pace.FORMULA` and `learned.rate.KIND`. */
export const learnedWorkings = ({
  vigour,
  pace,
  rates,
}: Pick<Learned, 'vigour' | 'pace' | 'rates'>): Workings => ({
  ...Object.fromEntries(vigour.map((each) => [`learned.vigour.${each.slug}`, () => vigourWorking(each)])),
  ...Object.fromEntries(pace.map((each) => [`learned.pace.${each.formula}`, () => paceWorking(each)])),
  ...Object.fromEntries(rates.map((each) => [`learned.rate.${each.kind}`, () => rateWorking(each)])),
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

function rateWorking({ kind, value, records }: LearnedRate): Working {
  const shares = records.map(({ real, reckoned }) => real / reckoned);
  return {
    label: `Time for each ${kind}, against what Bakehouse says`,
    symbol: 'r',
    result: quantity(value, '', 3),
    equation: 'r',
    inputs: [
      input('r', `robust mean of ${records.length} times begun and ended by hand`, quantity(value, '', 3), 'logged'),
      input('each', 'what each took against what was reckoned, the oldest first', quantity(shares, '', 2), 'logged'),
    ],
    source: 'Begin and done as they were pressed; Huber’s mean, the newest weighing most',
    note: 'As Bakehouse says counts like one time. What took less than a quarter or more than four times as long does not count.',
  };
} // prettier-ignore
