import { afterMishaps } from '../mishaps/index.ts';
import type { RisingDough } from '../../run/index.ts';
import { judge } from '../checker/index.ts';
import { SLOT } from '../../dough/index.ts';
import type { Schedule } from '../instance/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import type { Working } from '../../working/index.ts';
import { type Parting, partings, shortWords } from '../changes/index.ts';
import { planCostWorkings } from './workings/cost.ts';
import { openedOf } from './workings/day.ts';
import { notBetter, type NotBetter } from './better.ts';
import { planCautions } from './cautions.ts';
import { labelsOf, type TubLabel } from './labels.ts';
import { ovenDay, type OvenDay } from './oven/oven-day.ts';
import { sumsOf, sumWorkings, type DaySums } from './sums.ts';
import { remindersOf, type Reminder } from './reminders.ts';
import { risingOf } from './rising.ts';
import { viewOf, type DayView } from './view.ts';

/** What a plan shows: kept with it when it is saved, so that it opens the same under any later model. */
export interface ShownPlan {
  readonly view: DayView;
  readonly people: readonly string[];
  readonly labels: readonly TubLabel[];
  readonly reminders: readonly Reminder[];
  /** What rises until something is done with it; plans of before there was a floor do not have it. */
  readonly rising?: readonly RisingDough[];
  /** What was ordered and is not made, since too little of it was begun. */
  readonly short?: readonly string[];
  /** Mixes that were split or joined since people were told of them. */
  readonly partings?: readonly Parting[];
  /** What it would do badly though it holds, each with its remedy; plans of before it was looked at do not have it. */
  readonly cautions?: readonly string[];
  /** What is furthest from its best, and why; plans of before do not say. */
  readonly notBetter?: readonly NotBetter[];
  /** What it takes of people and of the meter; plans of before do not say. */
  readonly sums?: DaySums;
  /** What it costs, opened: by key, as `cost.total`. */
  readonly costs?: Readonly<Record<string, Working>>;
  /** For a room that asks for it. */
  readonly oven: OvenDay | null;
}

/** A plan with everything that its picture needs. */
export interface PlannedDay extends ShownPlan {
  readonly input: DayInput;
  readonly schedule: Schedule;
}

/** Who is on shift at some time between the first hands of a plan and its last van. */
function atWork({ instance: { people, origin } }: Network, { firstHands, lastDrop }: DayView): string[] {
  const slot = (at: number) => (at - origin) / SLOT;
  const there = people.filter(({ free }) => free.some(([from, to]) => from < slot(lastDrop) && slot(firstHands) < to));
  return there.map(({ name }) => name);
} // prettier-ignore

/** A plan, followed and made ready to be shown. @param oven it comes with what stands on which deck */
export function plannedDay(said: DayInput, network: Network, schedule: Schedule, oven: boolean): PlannedDay {
  const input = afterMishaps(said);
  const { followed, cost } = judge(network, schedule);
  const view = viewOf(input, network, schedule, cost, followed);
  const ovens = ovenDay(input, network, schedule, followed);
  const sums = sumsOf(said, network, schedule, ovens);
  const known = input.told.flatMap(({ task, note }) => (note ? [{ id: task, note }] : []));
  return {
    input: said,
    schedule,
    view,
    people: atWork(network, view),
    labels: labelsOf(network, followed, schedule),
    reminders: remindersOf(input, network, schedule, followed),
    rising: risingOf(network, followed, schedule),
    short: shortWords(said, network),
    partings: partings(known, view.tasks),
    sums,
    notBetter: notBetter(input, network, schedule),
    costs: {
      ...(cost ? openedOf(planCostWorkings(input, network, schedule, cost), ['cost.total']) : {}),
      ...openedOf(sumWorkings(input, sums), ['cost.work', 'cost.energy']),
    },
    cautions: planCautions(input, network, schedule, ovens),
    oven: oven ? ovens : null,
  };
}
