import { sql, type Kysely } from 'kysely';
import { v7 as uuid } from 'uuid';
import { shownOfDay, shownOfDough } from './frozen/plans-0006.mjs';

/**
 * A saved plan keeps what it showed, and a plan of one dough is a plan of its day.
 *
 * What plans showed up to now is written by a copy of the model of then, which is never edited; from now on it is
 * written when a plan is saved. A plan of one dough becomes a plan of its day that is not chosen, behind those that are
 * there, with all that it was planned from. `bake_day` and `plan` had nothing else. A plan that even the model of then
 * cannot read stays as it is, and shows nothing. The best plan that was found for a day is kept too, so that a day that is
 * opened again shows what was seen of it before: a cache, which may be thrown away.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table day_plan add column shown jsonb`.execute(db);
  await sql`alter table day_plan disable trigger immutable`.execute(db);
  await showDayPlans(db);
  await sql`alter table day_plan enable trigger immutable`.execute(db);
  await takeOverDoughPlans(db);
  await sql`create table found_plan (
    bakehouse_id uuid not null references bakehouse,
    local_date date not null,
    input_digest text not null,
    schedule jsonb not null,
    cost double precision not null,
    found_at timestamptz not null default now(),
    primary key (bakehouse_id, local_date)
  )`.execute(db);
  await sql`drop table plan`.execute(db);
  await sql`drop table bake_day`.execute(db);
}

async function showDayPlans(db: Kysely<unknown>): Promise<void> {
  const { rows: ids } = await sql<{ id: string }>`select id from day_plan`.execute(db);
  for (const { id } of ids) {
    const { rows } = await sql<{
      input: unknown;
      doc: { schedule: unknown };
    }>`select input, doc from day_plan where id = ${id}`.execute(db);
    const shown = shownOfPlan(rows[0]?.input, rows[0]?.doc.schedule);
    if (shown !== null)
      await sql`update day_plan set shown = ${JSON.stringify(shown)} where id = ${id}`.execute(db);
  }
}

interface DoughPlanRow {
  readonly bakehouse_id: string;
  readonly local_date: string;
  readonly input: { readonly formula?: { readonly doc?: { readonly name?: string } } };
  readonly input_digest: string;
  readonly created_by: string;
  readonly created_at: Date;
}

async function takeOverDoughPlans(db: Kysely<unknown>): Promise<void> {
  const { rows: ids } = await sql<{
    id: string;
  }>`select plan.id from plan join bake_day on bake_day.id = plan.bake_day_id order by local_date, n`.execute(db);
  for (const { id } of ids) {
    const { rows } = await sql<DoughPlanRow>`
      select bake_day.bakehouse_id, bake_day.local_date, plan.input, plan.input_digest, plan.created_by, plan.created_at
      from plan join bake_day on bake_day.id = plan.bake_day_id where plan.id = ${id}`.execute(db);
    const [row] = rows;
    if (!row) continue;
    const { input, doc, shown } = dayPlanOf(row.input);
    await sql`
      insert into day_plan (id, bakehouse_id, local_date, n, input, input_digest, doc, verdict, cost, chosen, created_by, created_at, shown)
      select ${uuid()}, ${row.bakehouse_id}, ${row.local_date}::date,
        1 + coalesce((select max(n) from day_plan where bakehouse_id = ${row.bakehouse_id} and local_date = ${row.local_date}::date), 0),
        ${JSON.stringify(input)}::jsonb, ${row.input_digest}, ${JSON.stringify(doc)}::jsonb, 'planned', 0, false,
        ${row.created_by}, ${row.created_at}, ${shown === null ? null : JSON.stringify(shown)}::jsonb`.execute(db);
  }
} // prettier-ignore

/** What a plan of a day showed then; null where it cannot be read. An export of then says it as little as its table. */
export const shownOfPlan = (input: unknown, schedule: unknown): unknown =>
  attempt(() => shownOfDay(input, schedule).shown);

/** A plan of one dough as a plan of its day: also what an export of then holds. */
export function dayPlanOf(given: DoughPlanRow['input']): { input: unknown; doc: object; shown: unknown } {
  const made = attempt(() => shownOfDough(given));
  const alone = given.formula?.doc?.name ?? '';
  const none = { schedule: { tasks: [], ways: [] }, remedies: [], waits: 0, alone, from: given };
  if (!made)
    return {
      input: given,
      doc: { ...none, pieces: 0, firstHands: 0, lastDrop: 0, handsAtPeak: 0, ovenHours: 0 },
      shown: null,
    };
  const { pieces, dough: _, water: __, ...shown } = made.shown;
  const { firstHands, lastDrop, handsAtPeak, ovenHours } = shown.view;
  return {
    input: made.input,
    doc: { ...none, pieces, firstHands, lastDrop, handsAtPeak, ovenHours },
    shown,
  };
}

function attempt<T>(work: () => T): T | null {
  try {
    return work();
  } catch {
    return null;
  }
}
