import { sql, type Kysely } from 'kysely';

/**
 * Customers, what they get every week, what they get on one day instead, and plans of whole days.
 *
 * Departures from the data model. A drop is a time in the document of its customer: it has nothing of its own yet. A day
 * has no order lines beside the standing orders: what is said of one day (a standing order changed, or an order without
 * one) is one table, so the lines of a day are always derived and cannot disagree. A plan of a day stands in a table of
 * its own beside the plans of one dough, whose input is another; it says its verdict and cost, and names the plan that is
 * chosen. Its tasks are inside its document until something points at one.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const MUTABLE = `
  rev int not null default 1 check (rev > 0),
  updated_by uuid not null references person deferrable initially deferred,
  updated_at timestamptz not null default now()`;

const STATEMENTS = [
  `create table customer (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    slug text not null,
    doc jsonb not null,
    retired_at timestamptz,
    ${MUTABLE},
    unique (bakehouse_id, slug)
  )`,
  `create table standing_order (
    customer_id uuid not null references customer,
    product_id uuid not null references product,
    drop_at text not null,
    weekdays int[] not null check (array_length(weekdays, 1) = 7),
    valid_from date,
    valid_to date,
    ${MUTABLE},
    primary key (customer_id, product_id, drop_at)
  )`,
  `create table order_said (
    local_date date not null,
    customer_id uuid not null references customer,
    product_id uuid not null references product,
    drop_at text not null,
    pieces int not null check (pieces >= 0),
    ${MUTABLE},
    primary key (local_date, customer_id, product_id, drop_at)
  )`,
  `create table day_plan (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    local_date date not null,
    n int not null check (n > 0),
    input jsonb not null,
    input_digest text not null,
    doc jsonb not null,
    verdict text not null check (verdict in ('planned', 'not-found')),
    cost double precision not null,
    chosen boolean not null,
    created_by uuid not null references person deferrable initially deferred,
    created_at timestamptz not null default now(),
    unique (bakehouse_id, local_date, n)
  )`,
  `create unique index day_plan_chosen on day_plan (bakehouse_id, local_date) where chosen`,
  `create trigger immutable before update or delete on day_plan for each row execute function refuse_change_but_chosen()`,
];
