import { sql, type Kysely } from 'kysely';

/**
 * Drafts of formulas, and what the list of formulas is searched by.
 *
 * A departure from the data model: grains, pre-ferments, allergens and hydration do not stand on formula_version but in
 * formula_search beside it. They are derived, and how they are derived will change; the version itself never does. So
 * they can be made anew at any time (`derived` says by which way of deriving), while the trigger on the versions stays.
 *
 * A draft has an id of its own, because a new formula has a draft long before it has a row.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `create table formula_search (
    formula_version_id uuid primary key references formula_version,
    bakehouse_id uuid not null references bakehouse,
    derived int not null,
    name text not null,
    words text not null,
    type text not null,
    grains text[] not null,
    preferments text[] not null,
    allergens text[] not null,
    hydration double precision not null
  )`,
  `create index formula_search_grains on formula_search using gin (grains)`,
  `create index formula_search_preferments on formula_search using gin (preferments)`,
  `create index formula_search_allergens on formula_search using gin (allergens)`,
  `create index formula_head on formula (bakehouse_id) where retired_at is null`,
  `create table formula_draft (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    formula_id uuid references formula,
    person_id uuid not null references person deferrable initially deferred,
    base_n int not null check (base_n >= 0),
    rev int not null default 1 check (rev > 0),
    doc jsonb not null,
    updated_at timestamptz not null default now(),
    check ((formula_id is null) = (base_n = 0)),
    unique (formula_id, person_id)
  )`,
];
