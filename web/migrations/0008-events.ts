import { sql, type Kysely } from 'kysely';

/**
 * What happened is one list of events, only ever added to.
 *
 * `reading` and `culture_sign` were two lists of the same nature, and what happened to tasks stood inside plans; now
 * they are rows of `event`, under their old ids. Both stay as views of it, so that mixes and cultures are read as before.
 * `corrects` is not unique: two people may correct the same, the latest counts and both are shown. `seq` counts the
 * events of a bakehouse without gaps in the order in which they were kept, given while its row is locked: the cursor of
 * whoever catches up. `skew` is how far the clock of the device was ahead of the server's, in seconds; `schema` is that
 * of `happened`. Actuals inside plans stay where they are: a plan is never changed, and reading it brings them over.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `alter table bakehouse add column events_seq bigint not null default 0`,
  `create table event (
    id uuid primary key,
    bakehouse_id uuid not null references bakehouse,
    seq bigint not null,
    local_date date,
    subject_kind text not null check (subject_kind in ('task', 'mix', 'build', 'door', 'day')),
    subject_id text not null,
    kind text not null,
    happened jsonb not null,
    at timestamptz not null,
    recorded_at timestamptz not null default now(),
    instrument text not null,
    spot text not null check (spot in ('core', 'surface', 'air')),
    "offset" double precision not null,
    person_id uuid not null references person deferrable initially deferred,
    device text,
    skew double precision not null default 0,
    schema int not null,
    corrects uuid references event,
    unique (bakehouse_id, seq)
  )`,
  `create index event_of_subject on event (subject_kind, subject_id, seq)`,
  `create index event_of_day on event (bakehouse_id, local_date, seq) where local_date is not null`,
  `create trigger immutable before update or delete on event for each row execute function refuse_change()`,
  // Corrections come after what they correct: a reference is checked as each row comes in.
  `insert into event (id, bakehouse_id, seq, local_date, subject_kind, subject_id, kind, happened, at, recorded_at,
      instrument, spot, "offset", person_id, schema, corrects)
    select id, bakehouse_id, row_number() over (partition by bakehouse_id order by recorded_at, depth, id), local_date,
      subject_kind, subject_id, kind, happened, at, recorded_at, instrument, spot, "offset", person_id, 1, corrects
    from (
      select reading.id, mix.bakehouse_id, mix.local_date, 'mix' as subject_kind, mix.id::text as subject_id,
        'reading' as kind,
        jsonb_build_object('kind', 'reading', 'quantity', 'temperature', 'of', reading.factor, 'value', reading.value) as happened,
        reading.at, reading.recorded_at, reading.instrument, reading.spot, reading."offset", reading.person_id,
        reading.corrects, (reading.corrects is not null)::int as depth
      from reading join mix on mix.id = reading.mix_id
      union all
      select seen.id, culture.bakehouse_id, null, 'build', seen.build_id::text, 'sign',
        jsonb_build_object('kind', 'sign', 'sign', seen.sign),
        seen.at, seen.recorded_at, 'typed', 'core', 0, seen.person_id, seen.corrects, (seen.corrects is not null)::int
      from culture_sign as seen join culture_build as build on build.id = seen.build_id
        join culture on culture.id = build.culture_id
    ) as before`,
  `update bakehouse set events_seq = coalesce((select max(seq) from event where event.bakehouse_id = bakehouse.id), 0)`,
  `drop table reading`,
  `drop table culture_sign`,
  `create view reading as select id, subject_id::uuid as mix_id, happened ->> 'of' as factor,
      (happened ->> 'value')::double precision as value, at, recorded_at, instrument, spot, "offset", person_id, corrects, seq
    from event where subject_kind = 'mix' and kind = 'reading'`,
  `create view culture_sign as select id, subject_id::uuid as build_id, at, recorded_at, happened -> 'sign' as sign,
      person_id, corrects, seq
    from event where subject_kind = 'build' and kind = 'sign'`,
];
