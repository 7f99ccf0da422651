import { judge } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { networkOf } from '@jovet/core/plan/network';
import type { Actor, Db } from './connection.ts';
import { digestOf } from './ingredient.ts';

/** The best plan that was found for this input of a day; null where the day has changed since. */
export async function readFoundPlan(db: Db, actor: Actor, input: DayInput): Promise<Schedule | null> {
  const row = await db
    .selectFrom('found_plan')
    .select(['schedule', 'input_digest'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('local_date', '=', input.date)
    .executeTakeFirst();
  return row?.input_digest === digestOf(input) ? row.schedule : null;
}

/**
 * Keeps a plan that was found, if it holds and is better than what is kept for this input.
 *
 * @returns whether it is the one that is kept now
 */
export async function keepFoundPlan(
  db: Db,
  actor: Actor,
  input: DayInput,
  schedule: Schedule,
): Promise<boolean> {
  const network = networkOf(input);
  if (!network.ok) return false;
  const { instance } = network.value;
  if (schedule.tasks.length !== instance.tasks.length || schedule.ways.length !== instance.arcs.length)
    return false;
  const { faults, cost } = judge(network.value, schedule);
  if (faults.length > 0 || !cost) return false;
  const found = {
    input_digest: digestOf(input),
    schedule: JSON.stringify(schedule),
    cost: cost.total,
    found_at: new Date(),
  };
  const { numInsertedOrUpdatedRows } = await db
    .insertInto('found_plan')
    .values({ bakehouse_id: actor.bakehouseId, local_date: input.date, ...found })
    .onConflict((conflict) =>
      conflict
        .columns(['bakehouse_id', 'local_date'])
        .doUpdateSet(found)
        .where((where) =>
          where.or([
            where('found_plan.input_digest', '<>', found.input_digest),
            where('found_plan.cost', '>', found.cost),
          ]),
        ),
    )
    .executeTakeFirst();
  return (numInsertedOrUpdatedRows ?? 0n) > 0n;
}
