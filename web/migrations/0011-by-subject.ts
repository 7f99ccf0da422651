import { sql, type Kysely } from 'kysely';

/**
 * Signs are asked for by the feeding and readings by the mix that they are of, a thousand times a page in a bakery that
 * has been at it for a year: without an index of their own each reads all events.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  // What was kept by a migration before, in the same transaction, has to be whole by now.
  await sql`set constraints all immediate`.execute(db);
  for (const [index, subject] of [['event_of_build', 'build'], ['event_of_mix', 'mix']] as const)
    await sql.raw(`create index ${index} on event ((subject_id::uuid)) where subject_kind = '${subject}'`).execute(db);
  await sql`set constraints all deferred`.execute(db);
} // prettier-ignore
