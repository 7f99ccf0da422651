import { sql, type Kysely } from 'kysely';

/**
 * Mixes and readings.
 *
 * Departures from the data model: a mix holds the formula, mixer and programme that it was mixed by as a snapshot, and
 * stands on its local date, because a day has no batches yet. The dough temperature is a reading like the others, not a
 * column, so that it can be corrected like them. A flour lot is a label on the mix; what it takes is computed from the
 * mixes, so it needs no row. Readings have one subject so far, the mix; further ones become columns beside it.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `create table mix (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    local_date date not null,
    place int not null check (place > 0),
    doc jsonb not null,
    dropped_at timestamptz,
    rev int not null default 1 check (rev > 0),
    updated_by uuid not null references person deferrable initially deferred,
    updated_at timestamptz not null default now(),
    created_at timestamptz not null default now()
  )`,
  `create index mix_day on mix (bakehouse_id, local_date, place)`,
  `create table reading (
    id uuid primary key,
    mix_id uuid not null references mix,
    factor text not null,
    value double precision not null,
    at timestamptz not null,
    recorded_at timestamptz not null default now(),
    instrument text not null,
    spot text not null check (spot in ('core', 'surface', 'air')),
    "offset" double precision not null,
    person_id uuid not null references person deferrable initially deferred,
    corrects uuid unique references reading
  )`,
  `create index reading_of_mix on reading (mix_id, at)`,
  `create trigger immutable before update or delete on reading for each row execute function refuse_change()`,
];
