import { formulaWorkings } from '../../../formula/workings/index.ts';
import { input, quantity, within, type Working, type Workings } from '../../../working/index.ts';
import { bulkEnd } from '../../../dough/index.ts';
import type { Followed } from '../../checker/index.ts';
import type { Schedule } from '../../instance/index.ts';
import type { Dough } from '../../demand/index.ts';
import type { Network } from '../../network/index.ts';
import { labelsOf, type TubLabel } from '../labels.ts';

const kg = (value: number) => quantity(value, 'kg', 4);
/** As it is told of a task. */
const weighed = (value: number) => quantity(value, 'kg', 2);
const cm = (value: number) => quantity(value, 'cm', 1);
const number = (value: number, digits: number) => quantity(value, '', digits);
const PRACTICE = "Baker's percentage, textbook practice";
const TUB = 'Dough of 1.1 kg a litre in an upright tub; gas as the dough was followed';

/** How much there is of what a plan makes, and how high it stands: `mass.ID`, `filled.ID` and `ready.ID` of its tasks. */
export const amountWorkings = (network: Network, schedule: Schedule, followed: Followed): Workings => ({
  ...massWorkings(network),
  ...heightWorkings(network, labelsOf(network, followed, schedule)),
});

/**
 * How much tasks have in hand, opened: `mass.ID` of each that has a mass, and what is behind it in its formula, by
 * `DOUGH/KEY`.
 */
function massWorkings({ instance, notes, doughs }: Network): Workings {
  const opened: Record<string, () => Working> = {};
  for (const dough of doughs)
    Object.assign(opened, within(dough.key, formulaWorkings(dough.formula, dough.order, dough.scaled)));
  instance.tasks.forEach(({ id }, task) => {
    const note = notes[task];
    const dough = doughs.find(({ key }) => key === note?.dough);
    if (!note || !dough || note.mass === null) return;
    const { name, mass, pieces, batch, done } = note;
    opened[`mass.${id}`] = () => {
      if (pieces !== null) return piecesWorking(name, pieces, mass);
      if (batch !== null) return batchWorking(dough, batch, mass, done);
      return buildWorking(opened, dough, name, mass, done);
    };
  });
  return opened;
}

const piecesWorking = (name: string, pieces: number, mass: number): Working => ({
  label: `Dough of ${name}`,
  symbol: 'M',
  result: weighed(mass),
  equation: 'n * w',
  inputs: [
    input('n', 'pieces', number(pieces, 0), 'computed'),
    input('w', 'scaled weight', quantity(mass / Math.max(1, pieces), 'kg', 5), 'formula'),
  ],
  source: PRACTICE,
});

/** What was begun is what was told of it: no order changes it any more. */
const asMade = (label: string, mass: number): Working => ({
  label,
  symbol: 'M',
  result: kg(mass),
  equation: 'M',
  inputs: [input('M', 'as it was made', kg(mass), 'logged')],
  source: 'The plan that it was made by, and what was noted',
});

function batchWorking(dough: Dough, n: number, mass: number, done: boolean): Working {
  const label = dough.thawed ? `${dough.name} out of the freezer` : `Dough of ${dough.name}, batch ${n}`;
  if (dough.thawed) return asMade(label, mass);
  const own = dough.batches.find((each) => each.n === n);
  const cut = (own?.lots ?? []).reduce((sum, lot) => sum + lot.pieces * lot.scaledWeight, 0);
  const all = dough.order.reduce((sum, each) => sum + each.pieces * each.scaledWeight, 0);
  const share = cut / all;
  if (done && Math.abs(dough.scaled.dough * share - mass) > 1e-6) return asMade(label, mass);
  return {
    label,
    symbol: 'M',
    result: weighed(mass),
    equation: 'D * B / A',
    inputs: [
      input('D', 'dough to mix in all', kg(dough.scaled.dough), 'computed', `${dough.key}/formula.dough`),
      input('B', 'pieces of this batch', kg(cut), 'computed'),
      input('A', 'all pieces', kg(all), 'computed', `${dough.key}/formula.pieces`),
    ],
    source: PRACTICE,
  };
}

function buildWorking(opened: Workings, dough: Dough, name: string, mass: number, done: boolean): Working {
  const part = dough.scaled.parts.find((each) => each.name === name);
  if (!part || (done && Math.abs(part.build - mass) > 1e-6)) return asMade(`${name} to build`, mass);
  return opened[`${dough.key}/part.${part.slug}.build`]?.() ?? asMade(`${name} to build`, mass);
}

/** How high a dough stands in its tub, opened: `filled.MIX` when it is mixed, `ready.MIX` when it is cut. */
function heightWorkings(network: Network, labels: readonly TubLabel[]): Workings {
  const opened: Record<string, () => Working> = {};
  const { instance, models } = network;
  for (const label of labels) {
    const model = models.find(({ key }) => key === label.key);
    const batch = model?.batches.find(({ n }) => n === label.batch);
    if (!model || !batch) continue;
    const [mix, end] = [batch.mix, bulkEnd(batch)].map((task) => instance.tasks[task]?.id ?? '');
    opened[`filled.${mix}`] = () => ({
      label: `${label.dough} in its tub, as it is mixed`,
      symbol: 'h_0',
      result: cm(label.start),
      equation: 'M / N / d / (l * w) * 100',
      inputs: [
        input('M', 'dough of the batch', kg(batch.dough), 'computed', `mass.${mix}`),
        input('N', 'tubs', number(batch.tubs, 0), 'computed'),
        input('d', 'kilograms of a cubic metre of dough', number(1100, 0), 'default'),
        input('l', 'length of a tub', quantity(model.tub.length, 'm', 3), 'bakehouse'),
        input('w', 'width of a tub', quantity(model.tub.width, 'm', 3), 'bakehouse'),
      ],
      source: TUB,
    });
    opened[`ready.${mix}`] = () => ({
      label: `${label.dough} in its tub, as it is cut`,
      symbol: 'h',
      result: cm(label.height),
      equation: 'h_0 * (1 + G * s)',
      inputs: [
        input('h_0', 'height as it is mixed', quantity(label.start, 'cm', 3), 'computed', `filled.${mix}`),
        input('G', 'gas in what ferments, in volumes', number(label.gas ?? 0, 5), 'computed', `rise.${end}`),
        input('s', 'share of the dough that ferments', number(label.share ?? 1, 5), 'formula'),
      ],
      source: TUB,
    });
  }
  return opened;
} // prettier-ignore
