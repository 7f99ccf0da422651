import { afterMishaps } from '../mishaps/index.ts';
import { localTime } from '../../time/index.ts';
import { endOf, type Schedule } from '../instance/index.ts';
import { SLOT } from '../../dough/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network, TaskNote } from '../network/index.ts';
import { taskWords } from './words.ts';

/** A task of a plan, told with times and names. */
export interface ToldTask {
  readonly index: number;
  readonly id: string;
  readonly note: TaskNote;
  /** `shape 38 Quay loaf` */
  readonly what: string;
  /** Epoch seconds. */
  readonly start: number;
  readonly end: number;
  /** `2026-11-26 04:10` on the clock of the bakehouse. */
  readonly local: string;
  readonly people: readonly string[];
}

/** The oven or mixer of a task. */
const thingOf = ({ tasks }: Network['instance'], task: number, mode: number): string | null =>
  tasks[task]?.modes[mode]?.thing ?? null;

/** Where there was a choice, what it is done in: ` in Big mixer`. */
function placeWords({ mixers }: DayInput, { instance }: Network, task: number, mode: number): string {
  const { modes = [] } = instance.tasks[task] ?? {};
  if (new Set(modes.map(({ thing }) => thing)).size < 2) return '';
  const thing = modes[mode]?.thing;
  const oven = instance.ovens.find(({ id }) => id === thing);
  const name = oven?.name ?? mixers.find(({ slug }) => slug === thing)?.name;
  return name ? ` ${oven ? 'into' : 'in'} ${name}` : '';
}

/** The tasks of a plan in the order of time; those without a place are left out. */
export function toldTasks(said: DayInput, network: Network, schedule: Schedule): ToldTask[] {
  const input = afterMishaps(said);
  const { instance, notes } = network;
  return instance.tasks
    .flatMap(({ id }, index): ToldTask[] => {
      const [placed, note] = [schedule.tasks[index], notes[index]];
      if (!placed || !note) return [];
      const start = instance.origin + placed.start * SLOT;
      const { date, time } = localTime(start, input.bakehouse.zone);
      return [
        {
          index, id, start, note: thingOf(instance, index, placed.mode) === null ? note : { ...note, thing: thingOf(instance, index, placed.mode) ?? '' },
          what: `${taskWords(network, index)}${placeWords(input, network, index, placed.mode)}`,
          end: instance.origin + endOf(instance, index, placed) * SLOT,
          local: `${date} ${time}`,
          people: placed.people.map((person) => instance.people[person]?.name ?? 'nobody'),
        },
      ]; // prettier-ignore
    })
    .sort((a, b) => a.start - b.start || a.index - b.index);
}
