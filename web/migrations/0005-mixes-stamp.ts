import { sql, type Kysely } from 'kysely';

/**
 * A number that moves with every change of a mix or a reading: what is computed from them is computed again only then. It
 * stands apart from the revision of the bakehouse, so that a mix that is read makes nobody's settings stale.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`alter table bakehouse add column mixes_rev int not null default 0`.execute(db);
}
