import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { planDough, PlanInput, upcastPlanInput, type DoughOrder, type DoughPlan } from '@jovet/core/day';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { frictionOfLog } from '@jovet/core/mix/record';
import { formatDate } from '@jovet/core/time';
import type { Actor, Db, Tx } from './connection.ts';
import { digestOf } from './ingredient.ts';
import { houseAt, readHouse } from './house.ts';
import { logAt, readFriction } from './mix.ts';
import type { PlanDoc } from './schema.ts';

/** A saved day as it opens: its newest plan, and what it is based on. */
export interface SavedDay {
  readonly date: string;
  readonly rev: number;
  readonly plan: number;
  readonly input: PlanInput;
  /** Its orders as they were saved, the newest last: what undo goes back through. */
  readonly orders: readonly DoughOrder[];
  readonly savedBy: string;
  /** Epoch seconds. */
  readonly savedAt: number;
}

/** A line of the list of days. */
export interface DayLine {
  readonly date: string;
  readonly rev: number;
  readonly doc: Omit<PlanDoc, 'steps'>;
}

/** The day was saved by someone else since: what stands there now, and the order that was refused. */
export interface StaleDay {
  readonly stands: SavedDay;
  readonly refused: DoughOrder;
}

export type Saved =
  | { readonly kind: 'saved'; readonly day: SavedDay }
  | { readonly kind: 'refused'; readonly problems: Extract<Result<never>, { ok: false }>['problems'] }
  | { readonly kind: 'stale'; readonly stale: StaleDay };

/**
 * Gathers everything that a plan of an order depends on.
 *
 * @returns the input of the plan, or problems at `formula` or `mixer`
 */
export async function planInputFor(db: Db | Tx, actor: Actor, order: DoughOrder): Promise<Result<PlanInput>> {
  const { bakehouse, mixers, tubs, formulas } = await readHouse(db, actor);
  const formula = formulas.find(({ slug }) => slug === order.formula)?.formula;
  const mixer = mixers.find(({ slug }) => slug === order.mixer);
  const [tub] = tubs;
  if (!formula) {
    return bad(
      problem('formula', `The formula “${order.formula}” is not known here.`, 'Choose one from the list.'),
    );
  }
  if (!mixer || !tub) {
    return bad(
      problem('mixer', `The mixer “${order.mixer}” is not known here.`, 'Choose one from the list.'),
    );
  }
  return good({ order, formula, bakehouse, mixer, tub, logged: await readFriction(db, actor, order) });
}

/**
 * Saves an order as the newest plan of its day. The plan is computed here again: nothing is taken on trust.
 *
 * @param base the revision that the order was made on; 0 for a day that is new
 */
export async function saveDay(db: Db, actor: Actor, order: DoughOrder, base: number): Promise<Saved> {
  return db.transaction().execute(async (tx) => {
    const input = await planInputFor(tx, actor, order);
    if (!input.ok) return { kind: 'refused', problems: input.problems };
    const plan = planDough(input.value);
    if (!plan.ok) return { kind: 'refused', problems: plan.problems };
    const { date } = order.dispatch;
    const id = await claimDay(tx, actor, date, base);
    if (id === null) {
      const stands = await readDay(tx, actor, date);
      if (!stands) throw new Error(`the day ${date} vanished while it was saved`);
      return { kind: 'stale', stale: { stands, refused: order } };
    }
    await addPlan(tx, actor, id, input.value, plan.value);
    const day = await readDay(tx, actor, date);
    if (!day) throw new Error(`the day ${date} was not written`);
    return { kind: 'saved', day };
  });
}

/** Moves the day on by one revision, or returns null if it does not stand at `base`. */
async function claimDay(tx: Tx, actor: Actor, date: string, base: number): Promise<string | null> {
  if (base === 0) {
    const made = await tx
      .insertInto('bake_day')
      .values({ id: uuid(), bakehouse_id: actor.bakehouseId, local_date: date, updated_by: actor.personId })
      .onConflict((conflict) => conflict.columns(['bakehouse_id', 'local_date']).doNothing())
      .returning('id')
      .executeTakeFirst();
    return made?.id ?? null;
  }
  const moved = await tx
    .updateTable('bake_day')
    .set({ rev: base + 1, updated_by: actor.personId, updated_at: new Date() })
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('local_date', '=', date)
    .where('rev', '=', base)
    .returning('id')
    .executeTakeFirst();
  return moved?.id ?? null;
}

async function addPlan(
  tx: Tx,
  actor: Actor,
  dayId: string,
  input: PlanInput,
  plan: DoughPlan,
): Promise<void> {
  const before = await tx
    .selectFrom('plan')
    .select('n')
    .where('bake_day_id', '=', dayId)
    .orderBy('n', 'desc')
    .limit(1)
    .executeTakeFirst();
  await tx
    .updateTable('plan')
    .set({ chosen: false })
    .where('bake_day_id', '=', dayId)
    .where('chosen', '=', true)
    .execute();
  await tx
    .insertInto('plan')
    .values({
      id: uuid(),
      bake_day_id: dayId,
      n: (before?.n ?? 0) + 1,
      input: JSON.stringify(input),
      input_digest: digestOf(input),
      doc: JSON.stringify(docOfPlan(input, plan)),
      chosen: true,
      created_by: actor.personId,
    })
    .execute();
}

/** What a saved plan keeps of its outcome. */
export function docOfPlan(input: PlanInput, plan: DoughPlan): PlanDoc {
  return {
    formula: input.formula.doc.name,
    pieces: plan.dough.pieces,
    dough: plan.scaled.dough,
    water: plan.water.balance.temperature,
    firstHands: plan.steps[0]?.at ?? plan.dispatch,
    dispatch: plan.dispatch,
    steps: plan.steps,
  };
}

/** Opens the chosen plan of a day. */
export async function readDay(db: Db | Tx, actor: Actor, date: string): Promise<SavedDay | null> {
  const row = await dayAsText(db, actor.bakehouseId, date).executeTakeFirst();
  if (!row) return null;
  const day = JSON.parse(row.day) as SavedDay;
  return { ...day, input: PlanInput.parse(upcastPlanInput(day.input)) };
}

/** What the room Day line opens with, as JSON text: it is passed on unread. */
export interface DayRoomTexts {
  readonly house: string;
  readonly saved: string | null;
  /** What logged mixes say of friction. */
  readonly logged: string;
}

/** Reads a room in one question to the database. */
export async function readDayRoom(db: Db, actor: Actor, date: string): Promise<DayRoomTexts> {
  const { rev, saved, mixes_rev } = await db
    .selectFrom('bakehouse')

    .select(['rev', 'mixes_rev', dayAsText(db, actor.bakehouseId, date).as('saved')])
    .where('id', '=', actor.bakehouseId)
    .executeTakeFirstOrThrow();
  const [{ text: house }, log] = await Promise.all([houseAt(db, actor, rev), logAt(db, actor, mixes_rev)]);
  return { house, saved, logged: JSON.stringify(frictionOfLog(log)) };
}

/** A saved day as the JSON text that the database makes of it. */
const dayAsText = (db: Db | Tx, bakehouseId: string, date: string) =>
  db
    .selectFrom('bake_day')
    .innerJoin('plan', (join) =>
      join.onRef('plan.bake_day_id', '=', 'bake_day.id').on('plan.chosen', '=', true),
    )
    .innerJoin('person', 'person.id', 'plan.created_by')
    .select(
      sql<string>`json_build_object(
        'date', bake_day.local_date, 'rev', bake_day.rev, 'plan', plan.n, 'input', plan.input, 'orders', (${ordersOfDay}),
        'savedBy', person.name, 'savedAt', floor(extract(epoch from plan.created_at)))::text`.as('day'),
    )
    .where('bake_day.bakehouse_id', '=', bakehouseId)
    .where('bake_day.local_date', '=', date);

/** The orders of a day as they were saved, the newest last; twenty are as far as undo goes back. */
const ordersOfDay = sql`
  select jsonb_agg(recent.input -> 'order' order by recent.n)
  from (select n, input from plan as each where each.bake_day_id = bake_day.id order by n desc limit 20) as recent`;

/**
 * Lists saved days, the latest date first.
 *
 * @param before only days before this date, for the next page
 */
export async function listDays(db: Db, actor: Actor, limit: number, before?: string): Promise<DayLine[]> {
  const rows = await db
    .selectFrom((from) => {
      const days = from
        .selectFrom('bake_day')
        .select(['id', 'local_date', 'rev'])
        .where('bakehouse_id', '=', actor.bakehouseId)
        .orderBy('local_date', 'desc')
        .limit(limit);
      return (before === undefined ? days : days.where('local_date', '<', before)).as('day');
    })
    .innerJoin('plan', (join) => join.onRef('plan.bake_day_id', '=', 'day.id').on('plan.chosen', '=', true))
    .select(['day.local_date', 'day.rev', 'plan.doc'])
    .orderBy('day.local_date', 'desc')
    .execute();
  return rows.map(({ local_date, rev, doc: { formula, pieces, dough, water, firstHands, dispatch } }) => ({
    date: local_date,
    rev,
    doc: { formula, pieces, dough, water, firstHands, dispatch },
  }));
}

/** The day of the next van that is planned, from a moment in epoch seconds on. */
export async function nextDay(db: Db, actor: Actor, from: number, today: string): Promise<string | null> {
  const row = await db
    .selectFrom('bake_day')
    .innerJoin('plan', (join) =>
      join.onRef('plan.bake_day_id', '=', 'bake_day.id').on('plan.chosen', '=', true),
    )
    .select('bake_day.local_date')
    .where('bake_day.bakehouse_id', '=', actor.bakehouseId)
    .where('bake_day.local_date', '>=', today)
    .where(sql<boolean>`(plan.doc ->> 'dispatch')::double precision > ${from}`)
    .orderBy('bake_day.local_date')
    .limit(1)
    .executeTakeFirst();
  return row?.local_date ?? null;
}

/** The order of the latest day that is saved: what a new day begins with. */
export async function latestOrder(db: Db, actor: Actor): Promise<DoughOrder | null> {
  const [latest] = await listDays(db, actor, 1);
  return latest ? ((await readDay(db, actor, latest.date))?.input.order ?? null) : null;
}

/** The sentence for a day that someone else saved. */
export const staleSentence = ({ stands }: StaleDay): string =>
  `${formatDate(stands.date)} already has a plan (saved by ${stands.savedBy}).`;
