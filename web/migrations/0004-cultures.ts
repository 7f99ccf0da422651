import { sql, type Kysely } from 'kysely';

/**
 * Cultures, their feedings, and what was seen of them.
 *
 * Departures from the data model: what is seen of a build (a height, a smell, ripe or not) is not a temperature and has
 * no unit in common, so it stands in a table of its own beside `reading`, as append-only as that. A culture is a document
 * with a revision; its vigour is computed from the signs, never stored.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `create table culture (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    slug text not null,
    doc jsonb not null,
    retired_at timestamptz,
    rev int not null default 1 check (rev > 0),
    updated_by uuid not null references person deferrable initially deferred,
    updated_at timestamptz not null default now(),
    unique (bakehouse_id, slug)
  )`,
  `create table culture_build (
    id uuid primary key,
    culture_id uuid not null references culture,
    parent_build_id uuid references culture_build,
    fed_at timestamptz not null,
    doc jsonb not null,
    dropped_at timestamptz,
    rev int not null default 1 check (rev > 0),
    updated_by uuid not null references person deferrable initially deferred,
    updated_at timestamptz not null default now()
  )`,
  `create index culture_build_fed on culture_build (culture_id, fed_at)`,
  `create table culture_sign (
    id uuid primary key,
    build_id uuid not null references culture_build,
    at timestamptz not null,
    recorded_at timestamptz not null default now(),
    sign jsonb not null,
    person_id uuid not null references person deferrable initially deferred,
    corrects uuid unique references culture_sign
  )`,
  `create index culture_sign_of_build on culture_sign (build_id, at)`,
  `create trigger immutable before update or delete on culture_sign for each row execute function refuse_change()`,
];
