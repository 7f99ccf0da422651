import type { Kysely } from 'kysely';
import type { Database } from './schema.ts';

/** Which life of the data this is: another one after an older state was brought back. */
export const lifeOf = async (db: Kysely<Database>): Promise<string> =>
  (await db.selectFrom('epoch').select('epoch').executeTakeFirstOrThrow()).epoch;
