import { sql, type Kysely } from 'kysely';

/**
 * What changes is told to whoever listens, once it is kept: of what kind, which, at which revision, and the device that it
 * came from. Who hears it reads for itself what it shows.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const each of TOLD) for (const statement of statementsOf(each)) await sql.raw(statement).execute(db);
}

interface Told {
  readonly table: string;
  readonly kind: string;
  /** Of the rows that changed: the bakehouse, which of its things, and its revision. */
  readonly rows: string;
}

const OF_CUSTOMER = 'changed join customer on customer.id = changed.customer_id';

const TOLD: readonly Told[] = [
  { table: 'event', kind: 'events', rows: `select bakehouse_id, local_date::text, max(seq) from changed group by 1, 2` },
  { table: 'mix', kind: 'mixes', rows: `select bakehouse_id, local_date::text, max(rev) from changed group by 1, 2` },
  { table: 'culture', kind: 'cultures', rows: `select bakehouse_id, id::text, rev from changed` },
  {
    table: 'culture_build',
    kind: 'cultures',
    rows: `select culture.bakehouse_id, culture.id::text, max(changed.rev) from changed
      join culture on culture.id = changed.culture_id group by 1, 2`,
  },
  { table: 'customer', kind: 'customers', rows: `select bakehouse_id, slug, rev from changed` },
  {
    table: 'order_said',
    kind: 'orders',
    rows: `select customer.bakehouse_id, changed.local_date::text, max(changed.rev) from ${OF_CUSTOMER} group by 1, 2`,
  },
  {
    table: 'standing_order',
    kind: 'standing',
    rows: `select customer.bakehouse_id, ''::text, max(changed.rev) from ${OF_CUSTOMER} group by 1, 2`,
  },
  { table: 'bakehouse_version', kind: 'bakehouse', rows: `select bakehouse_id, ''::text, max(n) from changed group by 1, 2` },
  { table: 'formula', kind: 'formulas', rows: `select bakehouse_id, slug, rev from changed` },
  { table: 'ingredient', kind: 'ingredients', rows: `select bakehouse_id, slug, rev from changed` },
  { table: 'day_plan', kind: 'plans', rows: `select bakehouse_id, local_date::text, max(n) from changed group by 1, 2` },
]; // prettier-ignore

const statementsOf = ({ table, kind, rows }: Told): string[] => [
  `create function tell_${table}() returns trigger language plpgsql as $$
  declare told record;
  begin
    for told in select * from (${rows}) as each_one (bakehouse, thing, rev) loop
      perform pg_notify('jovet', json_build_object('kind', '${kind}', 'id', told.thing, 'rev', told.rev,
        'bakehouse', told.bakehouse, 'device', nullif(current_setting('jovet.device', true), ''))::text);
    end loop;
    return null;
  end $$`,
  ...(['insert', 'update', 'delete'] as const).map(
    (change) => `create trigger tell_${change} after ${change} on ${table}
      referencing ${change === 'delete' ? 'old' : 'new'} table as changed
      for each statement execute function tell_${table}()`,
  ),
];
