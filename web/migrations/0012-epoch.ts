import { sql, type Kysely } from 'kysely';

/**
 * Says which life of the data this is. What brings back an older state gives it a new one: then devices offer once more
 * what they have sent lately, since it may be gone.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`
    create table epoch (
      single boolean primary key default true check (single),
      epoch uuid not null default gen_random_uuid()
    )`.execute(db);
  await sql`insert into epoch default values`.execute(db);
}
