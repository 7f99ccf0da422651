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
  /** What of it says where: ` into Fan oven`; plans of before do not say. */
  readonly where?: string;
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

/** What it is done in, where there was a choice, and of several ovens always: ` in Big mixer`. */
function placeWords({ mixers }: DayInput, { instance }: Network, task: number, mode: number): string {
  const { modes = [] } = instance.tasks[task] ?? {};
  const thing = modes[mode]?.thing;
  const oven = instance.ovens.find(({ id }) => id === thing);
  const several = new Set(modes.map((each) => each.thing)).size > 1;
  if (!several && !(oven && instance.ovens.length > 1 && instance.tasks[task]?.kind === 'load')) return '';
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
      const where = placeWords(input, network, index, placed.mode);
      return [
        {
          index, id, start, note: thingOf(instance, index, placed.mode) === null ? note : { ...note, thing: thingOf(instance, index, placed.mode) ?? '' },
          what: `${taskWords(network, index)}${where}`,
          ...(where === '' ? {} : { where }),
          end: instance.origin + endOf(instance, index, placed) * SLOT,
          local: `${date} ${time}`,
          people: placed.people.map((person) => instance.people[person]?.name ?? 'nobody'),
        },
      ]; // prettier-ignore
    })
    .sort((a, b) => a.start - b.start || a.index - b.index);
}
