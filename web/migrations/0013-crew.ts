import { sql, type Kysely } from 'kysely';

/**
 * Who works here, and who may what. Until now nobody signed in: the first person of a bakehouse is its head baker, the
 * others are bakers. The tables of sign-in are those of the library, by its names; what is written of it is written once.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`set constraints all immediate`.execute(db);
  for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
}

const STATEMENTS = [
  `alter table bakehouse add column demo boolean not null default false`,
  `alter table person add column role text not null default 'baker'
     check (role in ('head', 'baker', 'oven', 'office', 'trainee', 'wall'))`,
  // Who stands in the rota is of the crew.
  `insert into person (id, bakehouse_id, name, skills, updated_by)
     select gen_random_uuid(), kept.bakehouse_id, hand ->> 'name', '{}', kept.created_by
     from (select distinct on (bakehouse_id) * from bakehouse_version order by bakehouse_id, n desc) kept,
       jsonb_array_elements(coalesce(kept.doc -> 'floor' -> 'hands', '[]')) hand
     on conflict (bakehouse_id, name) do nothing`,
  `update person set role = 'head' where id in (
     select distinct on (bakehouse_id) id from person where retired_at is null order by bakehouse_id, id)`,

  // What was noted without a line by a name that nobody had signed in by.
  `alter table event add column verified boolean not null default true`,

  `create table account (
     id uuid primary key,
     name text not null,
     email text not null unique,
     "emailVerified" boolean not null default false,
     image text,
     "createdAt" timestamptz not null default now(),
     "updatedAt" timestamptz not null default now())`,
  `create table account_secret (
     id uuid primary key,
     "accountId" text not null,
     "providerId" text not null,
     "userId" uuid not null references account on delete cascade,
     "accessToken" text, "refreshToken" text, "idToken" text,
     "accessTokenExpiresAt" timestamptz, "refreshTokenExpiresAt" timestamptz,
     scope text, password text,
     "createdAt" timestamptz not null default now(),
     "updatedAt" timestamptz not null default now(),
     unique ("userId", "providerId"))`,
  `create table device (
     id uuid primary key,
     bakehouse_id uuid not null references bakehouse,
     name text not null,
     token_hash text not null unique,
     enrolled_by uuid not null references person,
     enrolled_at timestamptz not null default now(),
     removed_at timestamptz)`,
  `create table account_session (
     id uuid primary key,
     "userId" uuid not null references account on delete cascade,
     token text not null unique,
     "expiresAt" timestamptz not null,
     "ipAddress" text, "userAgent" text,
     "bakehouseId" uuid not null references bakehouse,
     "deviceId" uuid references device,
     how text not null check (how in ('password', 'pin')),
     "createdAt" timestamptz not null default now(),
     "updatedAt" timestamptz not null default now())`,
  `create index account_session_user on account_session ("userId")`,
  `create table account_verification (
     id uuid primary key,
     identifier text not null,
     value text not null,
     "expiresAt" timestamptz not null,
     "createdAt" timestamptz not null default now(),
     "updatedAt" timestamptz not null default now())`,
  `update person set user_id = null`,
  `alter table person drop constraint if exists person_user_id_key`,
  `alter table person add constraint person_account foreign key (user_id) references account`,
  `create unique index person_account_of on person (bakehouse_id, user_id)`,

  // What lets somebody in once: the first head baker, who forgot the password, a tablet.
  `create table entry_code (
     hash text primary key,
     bakehouse_id uuid not null references bakehouse,
     lets_in text not null check (lets_in in ('head', 'device')),
     expires_at timestamptz not null)`,
  // Wrong passwords and PINs, by whom and from where.
  `create table entry_try (
     person_id uuid not null references person,
     place text not null,
     failed int not null,
     next_at timestamptz not null,
     primary key (person_id, place))`,
  `create table token (
     id uuid primary key,
     bakehouse_id uuid not null references bakehouse,
     name text not null,
     hash text not null unique,
     rights text[] not null,
     created_by uuid not null references person,
     created_at timestamptz not null default now(),
     removed_at timestamptz)`,
  `create table audit (
     id bigint generated always as identity primary key,
     bakehouse_id uuid not null references bakehouse,
     at timestamptz not null default now(),
     who text not null,
     person_id uuid,
     device_id uuid,
     what text not null,
     on_what jsonb not null)`,
  `create index audit_of on audit (bakehouse_id, id)`,
  // What an empty bakehouse begins with makes room for what is brought back into it, and for nothing else. The web may
  // call it, and owns none of these tables.
  `create function clear_bakehouse(of uuid) returns void language plpgsql security definer set search_path = public, pg_temp as $$
     begin
       if exists (select from formula where bakehouse_id = of) or exists (select from day_plan where bakehouse_id = of)
         or exists (select from event where bakehouse_id = of) then
         raise exception 'The bakehouse is not empty';
       end if;
       alter table ingredient_version disable trigger immutable;
       alter table bakehouse_version disable trigger immutable;
       delete from ingredient_version where ingredient_id in (select id from ingredient where bakehouse_id = of);
       delete from ingredient where bakehouse_id = of;
       delete from bakehouse_version where bakehouse_id = of;
       delete from formula_draft where bakehouse_id = of;
       delete from resource where bakehouse_id = of;
       alter table ingredient_version enable trigger immutable;
       alter table bakehouse_version enable trigger immutable;
     end $$`,
  `create trigger immutable before update or delete on audit for each row execute function refuse_change()`,
];
