import { sql } from 'kysely';
import type { Db } from './connection.ts';

/** The role that the web server signs in to PostgreSQL with: it owns nothing, and is no superuser. */
export const WEB_ROLE = 'jovet_web';
/** What is only ever added to, for the web as for everybody. */
const WRITTEN_ONCE = ['audit', 'event'];
/** What only migrations write. */
const READ_ONLY = ['kysely_migration', 'kysely_migration_lock', 'epoch'];

/** Makes the web's role, lets it sign in, and lets it do what the web needs. Run after every migration, by the owner. */
export async function letWebIn(db: Db, password: string): Promise<void> {
  const { rows } = await sql<{ there: boolean }>`
    select exists(select 1 from pg_roles where rolname = ${WEB_ROLE}) as there`.execute(db);
  const role = sql.ref(WEB_ROLE);
  if (!rows[0]?.there) await sql`create role ${role} login`.execute(db);
  const word = sql.lit(password);
  await sql`alter role ${role} login nosuperuser nocreatedb nocreaterole noreplication nobypassrls password ${word}`.execute(db);
  await grantToWeb(db);
} // prettier-ignore

/** What the web may do in a database, and no more. */
export async function grantToWeb(db: Db): Promise<void> {
  const role = sql.ref(WEB_ROLE);
  await sql`revoke create on schema public from public`.execute(db);
  await sql`grant usage on schema public to ${role}`.execute(db);
  await sql`grant select, insert, update, delete on all tables in schema public to ${role}`.execute(db);
  await sql`grant usage on all sequences in schema public to ${role}`.execute(db);
  for (const table of WRITTEN_ONCE) await sql`revoke update, delete on ${sql.table(table)} from ${role}`.execute(db);
  for (const table of READ_ONLY) await sql`revoke insert, update, delete on ${sql.table(table)} from ${role}`.execute(db);
} // prettier-ignore
