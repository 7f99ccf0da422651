import {
  GAS_SCALE,
  RISE_SCALE,
  YEAST_CAPACITY,
  bakersYeastRate,
  cultureYeastRate,
} from '../../../fermentation/rates/index.ts';
import { resolveLocal } from '../../../time/index.ts';
import {
  input,
  quantity,
  type Quantity,
  type Working,
  type WorkingInput,
  type Workings,
} from '../../../working/index.ts';
import { learnedWorkings } from '../../../learned/index.ts';
import type { Followed, FollowedRise } from '../../checker/index.ts';
import type { DayInput } from '../../demand/index.ts';
import { bulkEnd, SLOT } from '../../../dough/index.ts';
import { endOf, type Schedule } from '../../instance/index.ts';
import type { Network } from '../../network/index.ts';
import { waitsOf, type TaskWait } from '../waits.ts';
import { taskWords } from '../words.ts';

const PLAN = 'The plan: each task after what it waits for';
const RISE = 'Growth of leaven in thermal time; constants fitted for Jovet to practice';
const number = (value: number, digits = 4) => quantity(value, '', digits);

/** The sums behind a task, opened, with all that they name: to be sent from where the plan is to where it is shown. */
export function openedFor(workings: Workings, task: string): Readonly<Record<string, Working>> {
  const keys = ['', '.earliest', '.best', '.latest'].map((which) => `task.${task}${which}`);
  return openedOf(workings, [...keys, `rise.${task}`]);
}

/** Some workings, opened, with all that they name. */
export function openedOf(workings: Workings, wanted: readonly string[]): Readonly<Record<string, Working>> {
  const opened: Record<string, Working> = {};
  const keys = [...wanted];
  for (const key of keys) {
    const working = opened[key] ? undefined : workings[key]?.();
    if (!working) continue;
    opened[key] = working;
    keys.push(...working.inputs.flatMap((each) => (each.key === undefined ? [] : [each.key])));
  }
  return opened;
}

/**
 * The workings of a plan, by key: `task.ID` when a task begins, `task.ID.earliest` (`best`, `latest`) when it could,
 * `rise.ID` how far a dough has risen when the task finds it, and what is behind that (`theta.ID`, `mean.ID`).
 */
export function dayWorkings(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  followed: Followed,
): Workings {
  const waits = waitsOf(network.instance, schedule);
  const opened: Record<string, () => Working> = { ...learnedWorkings(input.learned) };
  const of = new PlanOpened(input, network, schedule);
  network.instance.tasks.forEach(({ id }, task) => {
    if (!schedule.tasks[task]) return;
    const wait = waits[task];
    opened[`task.${id}`] = () => of.start(task, wait, waits);
    if (!wait) return;
    for (const which of ['earliest', 'best', 'latest'] as const)
      opened[`task.${id}.${which}`] = () => of.couldBe(task, wait, which);
  });
  for (const rise of followed.rises) {
    const id = network.instance.tasks[rise.task]?.id ?? '';
    opened[`rise.${id}`] = () => riseWorking(rise, id);
    opened[`theta.${id}`] = () => thetaWorking(rise, id, paceBehind(input, network, rise.task));
    opened[`mean.${id}`] = () => meanWorking(rise, rateOf(rise));
  }
  return opened;
}

/** Times of a plan as sums of what comes before them. */
class PlanOpened {
  private readonly midnight: number;

  constructor(
    input: DayInput,
    private readonly network: Network,
    private readonly schedule: Schedule,
  ) {
    const midnight = resolveLocal(input.date, '00:00', input.bakehouse.zone);
    this.midnight = midnight.ok ? midnight.value : network.instance.origin;
  }

  start(task: number, wait: TaskWait | undefined, waits: readonly (TaskWait | undefined)[]): Working {
    const label = `${taskWords(this.network, task)} begins`;
    const result = this.clock(this.startOf(task));
    if (wait)
      return {
        label,
        symbol: 'start',
        result,
        equation: 'before + d + w',
        inputs: [
          ...this.before(wait),
          input('w', 'it waits', this.minutes(this.startOf(task) - wait.end), 'computed'),
        ],
        source: PLAN,
        note: 'Its wait lies between its earliest and its latest; people and things decide where.',
      };
    const after = waits.findIndex((each) => each?.from === task);
    if (after < 0)
      return {
        label,
        symbol: 'start',
        result,
        equation: 'start',
        inputs: [input('start', 'where the plan has it', result, 'computed')],
        source: PLAN,
      };
    return {
      label,
      symbol: 'start',
      result,
      equation: 'after - w - d',
      inputs: [
        input(
          'after',
          `${taskWords(this.network, after)} begins`,
          this.clock(this.startOf(after)),
          'computed',
          `task.${this.id(after)}`,
        ),
        input('w', 'until then', this.minutes(this.startOf(after) - this.endOf(task)), 'computed'),
        input('d', 'it takes', this.minutes(this.endOf(task) - this.startOf(task)), 'bakehouse'),
      ],
      source: 'The plan: what is first begins in time for what waits for it',
    };
  }

  couldBe(task: number, wait: TaskWait, which: 'earliest' | 'best' | 'latest'): Working {
    return {
      label: `${taskWords(this.network, task)}: ${WHEN[which]}`,
      symbol: 'start',
      result: this.clock(wait.window[which]),
      equation: 'before + d + w',
      inputs: [
        ...this.before(wait),
        input('w', `${WHEN[which]} after that`, this.minutes(wait.window[which] - wait.end), 'computed'),
      ],
      source: PLAN,
      note: 'A wait by the forecast of the dough at that time of day and place, in steps of five minutes.',
    };
  }

  private before({ from, end }: TaskWait): WorkingInput[] {
    const start = this.startOf(from);
    return [
      input(
        'before',
        `${taskWords(this.network, from)} begins`,
        this.clock(start),
        'computed',
        `task.${this.id(from)}`,
      ),
      input('d', 'it takes', this.minutes(end - start), 'bakehouse'),
    ];
  }

  private id(task: number): string {
    return this.network.instance.tasks[task]?.id ?? '';
  }

  private startOf(task: number): number {
    const { origin } = this.network.instance;
    return origin + (this.schedule.tasks[task]?.start ?? 0) * SLOT;
  }

  private endOf(task: number): number {
    const { instance } = this.network;
    const placed = this.schedule.tasks[task];
    return placed ? instance.origin + endOf(instance, task, placed) * SLOT : this.startOf(task);
  }

  private clock(epoch: number): Quantity {
    return quantity((epoch - this.midnight) / 60, 'clock', 0);
  }

  private minutes(seconds: number): Quantity {
    return quantity(seconds / 60, 'min', 0);
  }
}

const WHEN = { earliest: 'at the earliest', best: 'at best', latest: 'at the latest' } as const;

const hoursOf = ({ course }: FollowedRise): number =>
  ((course.at(-1)?.at ?? 0) - (course[0]?.at ?? 0)) / 3600;

/** Gas held: what culture and yeast have made, less what folds and hands have let go. */
function riseWorking({ name, rise, leavening, thetas, window }: FollowedRise, id: string): Working {
  const { culture, yeast } = leavening;
  const byCulture = culture > 0 ? RISE_SCALE * Math.log1p(culture * Math.expm1(thetas.culture)) : 0;
  const byYeast =
    yeast > 0
      ? GAS_SCALE * YEAST_CAPACITY * Math.log1p((yeast / YEAST_CAPACITY) * Math.expm1(thetas.yeast))
      : 0;
  const terms = [
    ...(culture > 0 ? ['c_w * log(1 + y0 * (exp(theta) - 1))'] : []),
    ...(yeast > 0 ? ['c_b * K * log(1 + y / K * (exp(theta_y) - 1))'] : []),
  ];
  return {
    label: `${name}: how far it has risen`,
    symbol: 'G',
    result: number(rise, 2),
    equation: `${terms.join(' + ')} - lost`,
    inputs: [
      ...(culture > 0
        ? [
            input('c_w', 'scale of the rise of a culture', number(RISE_SCALE, 2), 'default'),
            input('y0', 'culture in it at first', number(culture, 5), 'formula'),
            input('theta', 'thermal time of the culture', number(thetas.culture), 'computed', `theta.${id}`),
          ]
        : []),
      ...(yeast > 0
        ? [
            input('c_b', 'scale of the rise of yeast', number(GAS_SCALE, 2), 'default'),
            input('K', 'yeast that a dough can feed', number(YEAST_CAPACITY, 0), 'default'),
            input('y', 'yeast in it at first, percent instant of flour', number(yeast, 5), 'formula'),
            input(
              'theta_y',
              'thermal time of the yeast',
              number(thetas.yeast),
              'computed',
              ...(culture > 0 ? [] : [`theta.${id}`]),
            ),
          ]
        : []),
      input('lost', 'gas let go by folds and hands', number(byCulture + byYeast - rise, 5), 'computed'),
    ],
    source: RISE,
    note: `In volumes of what ferments; wanted are ${window.earliest} to ${window.latest}, best ${window.best}.`,
  };
}

/** Mean growth rate since leaven met flour, 1/h. */
function rateOf(rise: FollowedRise): number {
  const { leavening, thetas } = rise;
  const cultured = leavening.culture > 0;
  const pace = (cultured ? leavening.vigour : 1) * leavening.modifier * hoursOf(rise);
  return pace > 0 ? (cultured ? thetas.culture : thetas.yeast) / pace : 0;
}

/** What makes a dough quicker or slower than its make-up would: where it is learned, with the key of its working. */
interface PaceBehind {
  readonly fedFrom: string | null;
  readonly pace: number;
  readonly known: 'learned' | 'seen' | 'forecast';
  readonly formula: string;
}

function paceBehind(input: DayInput, { instance, models, doughs }: Network, task: number): PaceBehind | null {
  for (const [index, { batches, preferments, fedFrom }] of models.entries()) {
    const formula = doughs[index]?.slug ?? '';
    const fed = preferments.find(({ into, task: feed }) => feed === task || into.includes(task));
    const batch = batches.find((each) => [bulkEnd(each), each.divide, ...each.strands.flatMap(({ passages }) => passages.map(({ until }) => until))].includes(task));
    if (!batch && fed) return { fedFrom: fed.fedFrom, pace: 1, known: 'forecast', formula };
    if (!batch) continue;
    const seen = models[index]?.seen.some((each) => each.task === instance.tasks[batch.mix]?.id);
    const learned = input.learned.pace.some((each) => each.formula === formula);
    return { fedFrom, pace: batch.pace, known: seen ? 'seen' : learned ? 'learned' : 'forecast', formula };
  }
  return null;
} // prettier-ignore

/** How a pace is known, in words. */
const PACE = {
  learned: 'how fast this dough is known to rise',
  seen: 'how fast this batch was seen to rise',
  forecast: 'how fast it rises against its forecast',
} as const;

/** Thermal time of what works most: the culture, or else the yeast. */
function thetaWorking(rise: FollowedRise, id: string, behind: PaceBehind | null): Working {
  const { leavening, thetas, name } = rise;
  const cultured = leavening.culture > 0;
  const theta = cultured ? thetas.culture : thetas.yeast;
  const vigour = cultured ? leavening.vigour : 1;
  const { fedFrom = null, pace = 1, known = 'forecast', formula = '' } = behind ?? {};
  const paced = pace !== 1;
  return {
    label: `${name}: thermal time since leaven met flour`,
    symbol: 'theta',
    result: number(theta),
    equation: [...(cultured ? ['v'] : []), ...(paced ? ['p'] : []), 'k * mu * t'].join(' * '),
    inputs: [
      ...(cultured
        ? [
            input(
              'v',
              'vigour of the culture',
              number(vigour),
              fedFrom === null ? 'bakehouse' : 'logged',
              ...(fedFrom === null ? [] : [`learned.vigour.${fedFrom}`]),
            ),
          ]
        : []),
      ...(paced
        ? [
            input(
              'p',
              PACE[known],
              number(pace),
              'logged',
              ...(known === 'learned' ? [`learned.pace.${formula}`] : []),
            ),
          ]
        : []),
      input('k', 'what the make-up of the dough does', number(leavening.modifier / pace), 'formula'),
      input(
        'mu',
        'mean growth rate over this time',
        quantity(rateOf(rise), '1/h', 5),
        'computed',
        `mean.${id}`,
      ),
      input('t', 'hours since leaven met flour', quantity(hoursOf(rise), 'h', 4), 'computed'),
    ],
    source: RISE,
  };
}

/** Equal slices of time that stand for the course of a temperature, and moments of each. */
const [SLICES, MOMENTS] = [48, 6];

function meanWorking(rise: FollowedRise, mean: number): Working {
  const { course, name, leavening } = rise;
  const rate = leavening.culture > 0 ? cultureYeastRate : bakersYeastRate;
  const [first, final] = [course[0]?.at ?? 0, course.at(-1)?.at ?? 0];
  const temperatureAt = (at: number): number => {
    const index = Math.max(
      1,
      course.findIndex((moment) => moment.at >= at),
    );
    const [before, after] = [course[index - 1], course[index]];
    if (!before || !after) return course[0]?.temperature ?? 0;
    const share = after.at > before.at ? (at - before.at) / (after.at - before.at) : 0;
    return before.temperature + share * (after.temperature - before.temperature);
  };
  const meanOf = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
  const slices = Array.from({ length: SLICES }, (_, slice) =>
    Array.from({ length: MOMENTS }, (_, moment) =>
      temperatureAt(first + ((slice + (moment + 0.5) / MOMENTS) / SLICES) * (final - first)),
    ),
  );
  const temperatures = slices.map(meanOf);
  const rates = slices.map((each) => meanOf(each.map(rate)));
  return {
    label: `${name}: mean growth rate`,
    symbol: 'mu',
    result: quantity(mean, '1/h', 3),
    equation: 'mean(mu)',
    inputs: [
      input(
        'T',
        `dough temperature in ${SLICES} equal slices of the time`,
        quantity(temperatures, '°C', 1),
        'computed',
      ),
      input('mu', 'mean growth rate in each', quantity(rates, '1/h', 4), 'computed'),
    ],
    source: RISE,
    note: 'The dough follows what is around it and warms by its own gas; the plan itself takes finer steps.',
  };
}
