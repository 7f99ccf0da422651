import { followDoughs } from '../checker/index.ts';
import { costOf, type Schedule } from '../instance/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import { labelsOf, type TubLabel } from './labels.ts';
import { ovenDay, type OvenDay } from './oven-day.ts';
import { remindersOf, type Reminder } from './reminders.ts';
import { viewOf, type DayView } from './view.ts';

/** A plan with everything that its picture needs. */
export interface PlannedDay {
  readonly input: DayInput;
  readonly schedule: Schedule;
  readonly view: DayView;
  readonly people: readonly string[];
  readonly labels: readonly TubLabel[];
  readonly reminders: readonly Reminder[];
  /** For a room that asks for it. */
  readonly oven: OvenDay | null;
}

/** A plan, followed and made ready to be shown. @param oven it comes with what stands on which deck */
export function plannedDay(input: DayInput, network: Network, schedule: Schedule, oven: boolean): PlannedDay {
  const { instance, models, frame } = network;
  const followed = followDoughs(models, instance, frame.room, schedule);
  const whole = schedule.tasks.every((placed) => placed !== null);
  const cost = whole ? costOf(instance, schedule) : null;
  return {
    input,
    schedule,
    view: viewOf(input, network, schedule, cost, followed),
    people: instance.people.map(({ name }) => name),
    labels: labelsOf(network, followed, schedule),
    reminders: remindersOf(input, network, schedule),
    oven: oven ? ovenDay(input, network, schedule, followed) : null,
  };
}
