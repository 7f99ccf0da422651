import { sql, type Kysely } from 'kysely';

/**
 * The tables that planning one dough needs, out of the data model.
 *
 * Three departures from it. formula_version has no search columns (grains, preferments, allergens, hydration) yet:
 * nothing searches, and they can be derived from `doc` when something does. A bake day has no batches and order lines
 * yet: with one dough and no customers the input snapshot inside each plan says the same; rows come when a batch has
 * something of its own to record. resource, product and person carry rev and updated_by like every mutable row.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const MUTABLE = `
  rev int not null default 1 check (rev > 0),
  updated_by uuid not null references person deferrable initially deferred,
  updated_at timestamptz not null default now()`;

const WRITTEN_ONCE = `
  created_by uuid not null references person deferrable initially deferred,
  created_at timestamptz not null default now()`;

const STATEMENTS = [
  `create table bakehouse (
    id uuid primary key,
    name text not null,
    zone text not null,
    rev int not null default 1 check (rev > 0),
    updated_by uuid not null,
    updated_at timestamptz not null default now()
  )`,
  `create table person (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    name text not null,
    skills text[] not null default '{}',
    user_id uuid unique,
    retired_at timestamptz,
    ${MUTABLE},
    unique (bakehouse_id, name)
  )`,
  `alter table bakehouse add foreign key (updated_by) references person deferrable initially deferred`,
  `create table bakehouse_version (
    bakehouse_id uuid not null references bakehouse,
    n int not null check (n > 0),
    doc jsonb not null,
    ${WRITTEN_ONCE},
    primary key (bakehouse_id, n)
  )`,
  `create table resource (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    kind text not null check (kind in ('mixer', 'tub')),
    slug text not null,
    doc jsonb not null,
    retired_at timestamptz,
    ${MUTABLE},
    unique (bakehouse_id, kind, slug)
  )`,
  `create table ingredient (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    slug text not null,
    retired_at timestamptz,
    ${MUTABLE},
    unique (bakehouse_id, slug)
  )`,
  `create table ingredient_version (
    id uuid primary key,
    ingredient_id uuid not null references ingredient,
    n int not null check (n > 0),
    schema int not null,
    doc jsonb not null,
    ${WRITTEN_ONCE},
    unique (ingredient_id, n)
  )`,
  `create table formula (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    slug text not null,
    head_version_id uuid not null,
    retired_at timestamptz,
    ${MUTABLE},
    unique (bakehouse_id, slug)
  )`,
  `create table formula_version (
    id uuid primary key,
    formula_id uuid not null references formula deferrable initially deferred,
    n int not null check (n > 0),
    schema int not null,
    doc jsonb not null,
    digest text not null,
    note text not null default '',
    ${WRITTEN_ONCE},
    unique (formula_id, n)
  )`,
  `alter table formula add foreign key (head_version_id) references formula_version deferrable initially deferred`,
  `create table formula_version_ingredient (
    formula_version_id uuid not null references formula_version,
    ingredient_version_id uuid not null references ingredient_version,
    primary key (formula_version_id, ingredient_version_id)
  )`,
  `create table product (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    slug text not null,
    name text not null,
    retired_at timestamptz,
    ${MUTABLE},
    unique (bakehouse_id, slug)
  )`,
  `create table product_part (
    product_id uuid not null references product,
    formula_id uuid not null references formula,
    role text not null check (role in ('whole')),
    mass double precision not null check (mass > 0),
    primary key (product_id, role)
  )`,
  `create table bake_day (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    local_date date not null,
    ${MUTABLE},
    unique (bakehouse_id, local_date)
  )`,
  `create table plan (
    id uuid primary key,
    bake_day_id uuid not null references bake_day,
    n int not null check (n > 0),
    input jsonb not null,
    input_digest text not null,
    doc jsonb not null,
    chosen boolean not null,
    ${WRITTEN_ONCE},
    unique (bake_day_id, n)
  )`,
  `create unique index plan_chosen on plan (bake_day_id) where chosen`,
  `create function refuse_change() returns trigger language plpgsql as $$
    begin
      raise exception 'Rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation';
    end $$`,
  `create function refuse_change_but_chosen() returns trigger language plpgsql as $$
    begin
      if tg_op = 'UPDATE' and (to_jsonb(new) - 'chosen') = (to_jsonb(old) - 'chosen') then
        return new;
      end if;
      raise exception 'Rows of % are never changed or deleted', tg_table_name using errcode = 'integrity_constraint_violation';
    end $$`,
  ...['bakehouse_version', 'ingredient_version', 'formula_version', 'formula_version_ingredient'].map(
    (table) =>
      `create trigger immutable before update or delete on ${table} for each row execute function refuse_change()`,
  ),
  `create trigger immutable before update or delete on plan for each row execute function refuse_change_but_chosen()`,
];
