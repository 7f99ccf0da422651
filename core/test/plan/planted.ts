import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { gunzipSync, gzipSync } from 'node:zlib';
import type { Instance, Schedule } from '@jovet/core/plan/instance';
import type { Size } from './family.ts';

/** Start, mode, people of a task, or nothing: it has no place. */
type Planted = readonly [start: number, mode: number, ...people: number[]] | null;

/** A plan by the ids of its tasks, so that it stays what it is when they come in another order. */
interface PlantedPlan {
  readonly tasks: Readonly<Record<string, Planted>>;
  readonly ways: readonly number[];
}

/** The best plan of each day of the family that was ever found. */
export type Plants = Partial<Record<Size, readonly PlantedPlan[]>>;

const FILE = new URL('./planted.json.gz', import.meta.url);

export const plants = (): Plants =>
  existsSync(FILE) ? (JSON.parse(gunzipSync(readFileSync(FILE)).toString()) as Plants) : {};

export const plantAll = (all: Plants): void =>
  writeFileSync(FILE, gzipSync(JSON.stringify(all), { level: 9 }));

/** A plan as it is planted. */
export const plantOf = ({ tasks }: Instance, schedule: Schedule): PlantedPlan => ({
  tasks: Object.fromEntries(
    tasks.map(({ id }, index) => {
      const placed = schedule.tasks[index];
      return [id, placed ? [placed.start, placed.mode, ...placed.people] : null];
    }),
  ),
  ways: schedule.ways,
});

/** A planted plan as the plan of a day. */
export const asPlanted = ({ tasks }: Instance, plan: PlantedPlan): Schedule => ({
  tasks: tasks.map(({ id }) => {
    const [start, mode, ...people] = plan.tasks[id] ?? [];
    return start === undefined || mode === undefined ? null : { start, mode, people };
  }),
  ways: plan.ways,
});
