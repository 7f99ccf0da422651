import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { planDough, type DoughOrder, type DoughPlan, type PlanInput } from '@jovet/core/day';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { formatDate } from '@jovet/core/time';
import { readBakehouse, type BakehouseNow } from './bakehouse.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { digestOf, readFormulas } from './formula.ts';
import type { PlanDoc } from './schema.ts';

/** A saved day as it opens: its newest plan, and what it is based on. */
export interface SavedDay {
  readonly date: string;
  readonly rev: number;
  readonly plan: number;
  readonly input: PlanInput;
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
  const [now, [published]] = await Promise.all([
    readBakehouse(db, actor),
    readFormulas(db, actor, order.formula),
  ]);
  if (!published) {
    return bad(
      problem('formula', `The formula “${order.formula}” is not known here.`, 'Choose one from the list.'),
    );
  }
  return withBakehouse(now, order, published.formula);
}

function withBakehouse(
  now: BakehouseNow,
  order: DoughOrder,
  formula: PlanInput['formula'],
): Result<PlanInput> {
  const mixer = now.mixers.find(({ slug }) => slug === order.mixer);
  const [tub] = now.tubs;
  if (!mixer || !tub) {
    return bad(
      problem('mixer', `The mixer “${order.mixer}” is not known here.`, 'Choose one from the list.'),
    );
  }
  return good({ order, formula, bakehouse: now.bakehouse, mixer, tub });
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
      doc: JSON.stringify(docOf(input, plan)),
      chosen: true,
      created_by: actor.personId,
    })
    .execute();
}

function docOf(input: PlanInput, plan: DoughPlan): PlanDoc {
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
  const row = await daysOf(db, actor)
    .innerJoin('person', 'person.id', 'plan.created_by')
    .select(['bake_day.local_date', 'bake_day.rev', 'plan.n', 'plan.input', 'plan.created_at', 'person.name'])
    .where('bake_day.local_date', '=', date)
    .executeTakeFirst();
  if (!row) return null;
  return {
    date: row.local_date,
    rev: row.rev,
    plan: row.n,
    input: row.input,
    savedBy: row.name,
    savedAt: Math.floor(row.created_at.getTime() / 1000),
  };
}

/**
 * Lists saved days, the latest date first.
 *
 * @param before only days before this date, for the next page
 */
export async function listDays(db: Db, actor: Actor, limit: number, before?: string): Promise<DayLine[]> {
  let query = daysOf(db, actor).select(['bake_day.local_date', 'bake_day.rev', 'plan.doc']);
  if (before !== undefined) query = query.where('bake_day.local_date', '<', before);
  const rows = await query.orderBy('bake_day.local_date', 'desc').limit(limit).execute();
  return rows.map(({ local_date, rev, doc: { formula, pieces, dough, water, firstHands, dispatch } }) => ({
    date: local_date,
    rev,
    doc: { formula, pieces, dough, water, firstHands, dispatch },
  }));
}

const daysOf = (db: Db | Tx, actor: Actor) =>
  db
    .selectFrom('bake_day')
    .innerJoin('plan', (join) =>
      join.onRef('plan.bake_day_id', '=', 'bake_day.id').on('plan.chosen', '=', true),
    )
    .where('bake_day.bakehouse_id', '=', actor.bakehouseId);

/** The sentence for a day that someone else saved. */
export const staleSentence = ({ stands }: StaleDay): string =>
  `${formatDate(stands.date)} already has a plan (saved by ${stands.savedBy}).`;

const REMEMBERED = 20;

/** The orders of a day as they were saved, the newest last: what undo goes back through. */
export async function readOrders(db: Db, actor: Actor, date: string): Promise<DoughOrder[]> {
  const rows = await db
    .selectFrom('bake_day')
    .innerJoin('plan', 'plan.bake_day_id', 'bake_day.id')
    .select(sql<DoughOrder>`plan.input -> 'order'`.as('order'))
    .where('bake_day.bakehouse_id', '=', actor.bakehouseId)
    .where('bake_day.local_date', '=', date)
    .orderBy('plan.n', 'desc')
    .limit(REMEMBERED)
    .execute();
  return rows.map((row) => row.order).reverse();
}
