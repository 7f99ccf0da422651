import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { judge } from '@jovet/core/plan/checker';
import type { Schedule } from '@jovet/core/plan/instance';
import { DayInput, type Pin, ordersOn, type Total, totalsOf } from '@jovet/core/plan/demand';
import { faultWords, plannedDay, type ShownPlan } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { percentOver } from '@jovet/core/formula/way';
import type { Remedy } from '@jovet/core/plan';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';
import { eventsOfDay } from './event.ts';
import { readHouse } from './house.ts';
import { digestOf } from './ingredient.ts';
import { learnedFor } from './learned.ts';
import { type Orderable, readOrderBook } from './orders.ts';
import type { DayPlanDoc } from './schema.ts';
import { holdBakehouse } from './bakehouse.ts';
import { inTransaction, type Kept } from './kept.ts';

/** A saved plan of a day. */
export interface SavedPlan {
  readonly date: string;
  readonly n: number;
  readonly verdict: 'planned' | 'not-found';
  readonly cost: number;
  readonly chosen: boolean;
  readonly savedBy: string;
  /** Epoch seconds. */
  readonly savedAt: number;
  readonly doc: DayPlanDoc;
  readonly input: DayInput;
  /** What it showed when it was saved. */
  readonly shown: ShownPlan | null;
}

/** A saved plan in a list: all but its input, its schedule and what it showed. */
export type PlanLine = Omit<SavedPlan, 'input' | 'doc' | 'shown'> & {
  readonly doc: Omit<DayPlanDoc, 'schedule'>;
};

/** Gathers everything that a plan of a day depends on, as it stands now. */
export async function dayInputFor(
  db: Db | Tx,
  actor: Actor,
  date: string,
  pins: readonly Pin[] = [],
): Promise<Result<DayInput>> {
  const { bakehouse, mixers, tubs, formulas } = await readHouse(db, actor);
  const { customers, standing, said, products } = await readOrderBook(db, actor, date);
  const events = await eventsOfDay(db, actor, date);
  const [tub] = tubs;
  if (!tub || mixers.length === 0)
    return bad(problem('mixers', 'This bakehouse has no mixer or no tub.', 'Enter them in Bakehouse.'));
  const overOf = (product: string) =>
    percentOver(
      formulas.map(({ formula }) => formula.doc),
      product,
      bakehouse.floor.over,
    );
  const totals = totalsOf(ordersOn(date, customers, standing, said), overOf, customers);
  const makes = new Map(products.map((each) => [each.slug, each]));
  const unmade = totals.flatMap((total) => unmadeAs(total, makes.get(total.product)));
  if (unmade.length > 0) return bad(...unmade);
  const demand = totals.map(({ product, drop, baked, first, last }) => {
    const { formula = '', scaledWeight = 0 } = makes.get(product) ?? {};
    return {
      formula,
      product,
      pieces: baked,
      scaledWeight,
      drop,
      ...(first > 0 ? { first } : {}),
      ...(last > 0 ? { last } : {}),
    };
  });
  const wanted = new Set(demand.map(({ formula }) => formula));
  const made = formulas
    .filter(({ slug }) => wanted.has(slug))
    .map(({ slug, formula }) => ({ slug, formula }));
  return good(
    DayInput.parse({
      schema: 1,
      date,
      bakehouse,
      mixers,
      tub,
      formulas: made,
      demand,
      learned: await learnedFor(db, actor, date, mixers, made),
      pins: [...pins],
      events,
      fullOvens: true,
    }),
  );
}

/** What is wrong with an order that no formula in use makes. */
function unmadeAs({ product, drop, ordered }: Total, known: Orderable | undefined): Problem[] {
  if (known?.made) return [];
  return [
    problem(
      `demand.${product}`,
      `${ordered} × ${known?.name ?? product} are ordered for ${drop}, and no formula in use makes them.`,
      known
        ? `Take ${known.dough} into use again with this product, or take the order away in Orders.`
        : 'Take the order away in Orders.',
    ),
  ];
}

export type PlanSaved = Kept<{ readonly date: string; readonly n: number }, PlanLine>;

/**
 * Saves a plan of a day as its newest and chosen one. It is checked here again, from its input on.
 *
 * @param base number of the plan that it was made on; 0 for the first of a day
 */
export async function saveDayPlan(
  db: Db,
  actor: Actor,
  input: DayInput,
  schedule: Schedule,
  remedies: readonly Remedy[],
  base: number,
): Promise<PlanSaved> {
  const network = networkOf(input);
  if (!network.ok) return { kind: 'refused', problems: network.problems };
  const { instance, notes } = network.value;
  if (schedule.tasks.length !== instance.tasks.length || schedule.ways.length !== instance.arcs.length)
    return {
      kind: 'refused',
      problems: [problem('schedule', 'This plan is of another day.', 'Plan the day again.')],
    };
  const { faults, cost } = judge(network.value, schedule);
  if (faults.length > 0 || !cost)
    return {
      kind: 'refused',
      problems: faults
        .slice(0, 20)
        .map((fault) => problem('schedule', faultWords(input, network.value, schedule, fault), 'Plan the day again.')),
    };
  const { input: _, schedule: __, ...shown } = plannedDay(input, network.value, schedule, true);
  const { firstHands, lastDrop, handsAtPeak, ovenHours } = shown.view;
  const doc: DayPlanDoc = {
    schedule, remedies, firstHands, lastDrop, handsAtPeak, ovenHours, waits: cost.waits,
    pieces: notes.reduce((sum, { kind, pieces }) => sum + (kind === 'pack' ? (pieces ?? 0) : 0), 0),
  }; // prettier-ignore
  return inTransaction(db, async (tx): Promise<PlanSaved> => {
    await holdBakehouse(tx, actor);
    const [newest] = await listDayPlans(tx, actor, input.date, 1);
    if ((newest?.n ?? 0) !== base && newest) return { kind: 'stale', stands: newest };
    await unchoose(tx, actor, input.date);
    await tx
      .insertInto('day_plan')
      .values({
        id: uuid(),
        bakehouse_id: actor.bakehouseId,
        local_date: input.date,
        n: (newest?.n ?? 0) + 1,
        input: JSON.stringify(input),
        input_digest: digestOf(input),
        doc: JSON.stringify(doc),
        verdict: 'planned',
        cost: cost.total,
        chosen: true,
        shown: JSON.stringify(shown satisfies ShownPlan),
        created_by: actor.personId,
      })
      .execute();
    return { kind: 'done', value: { date: input.date, n: (newest?.n ?? 0) + 1 } };
  });
} // prettier-ignore

async function unchoose(tx: Tx, actor: Actor, date: string): Promise<void> {
  await tx
    .updateTable('day_plan')
    .set({ chosen: false })
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('local_date', '=', date)
    .where('chosen', '=', true)
    .execute();
}

/**
 * Chooses one of the plans of a day.
 *
 * @param was the one that was chosen before
 */
export async function chooseDayPlan(db: Db, actor: Actor, date: string, n: number, was: number): Promise<Kept<{ readonly n: number }, PlanLine>> {
  return inTransaction(db, async (tx) => {
    await holdBakehouse(tx, actor);
    const [there] = await plans(tx, actor, date).where('n', '=', n).execute();
    const [chosen] = await listed(tx, actor, date).where('chosen', '=', true).execute();
    if (!there) return { kind: 'missing' };
    if (chosen && chosen.n !== was && chosen.n !== n) return { kind: 'stale', stands: chosen };
    await unchoose(tx, actor, date);
    await tx
      .updateTable('day_plan')
      .set({ chosen: true })
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('local_date', '=', date)
      .where('n', '=', n)
      .execute();
    return { kind: 'done', value: { n } };
  });
} // prettier-ignore

/** Plans of a day, the newest first. */
export async function listDayPlans(db: Db | Tx, actor: Actor, date: string, limit = 20): Promise<PlanLine[]> {
  return listed(db, actor, date).orderBy('n', 'desc').limit(limit).execute();
}

const listed = (db: Db | Tx, actor: Actor, date: string) =>
  plans(db, actor, date).select(sql<PlanLine['doc']>`day_plan.doc - 'schedule' - 'from'`.as('doc'));

/** The chosen plan of a day, or the one with a number. */
export async function readDayPlan(
  db: Db | Tx,
  actor: Actor,
  date: string,
  n: number | null = null,
): Promise<SavedPlan | null> {
  const query = plans(db, actor, date).select(['day_plan.doc', 'day_plan.input', 'day_plan.shown']);
  const row = await (
    n === null ? query.where('chosen', '=', true) : query.where('n', '=', n)
  ).executeTakeFirst();
  const input = DayInput.safeParse(row?.input);
  return row && input.success ? { ...row, input: input.data } : null;
}

const plans = (db: Db | Tx, actor: Actor, date: string) =>
  db
    .selectFrom('day_plan')
    .innerJoin('person', 'person.id', 'day_plan.created_by')
    .select(['day_plan.local_date as date', 'day_plan.n', 'day_plan.verdict', 'day_plan.cost', 'day_plan.chosen'])
    .select(['person.name as savedBy'])
    .select(sql<number>`floor(extract(epoch from day_plan.created_at))::int`.as('savedAt'))
    .where('day_plan.bakehouse_id', '=', actor.bakehouseId)
    .where('day_plan.local_date', '=', date); // prettier-ignore
