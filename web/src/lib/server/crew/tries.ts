import { sql } from 'kysely';
import type { Db } from '../database/connection.ts';
import { inTransaction } from '../database/kept.ts';

/** So many wrong ones in a row cost nothing: whoever mistypes is not stopped. */
const FREE = 3;
/** Then the wait doubles from the first to the most, seconds. Chosen for Jovet: a PIN of four figures takes months so. */
const [FIRST_S, MOST_S] = [5, 900] as const;
/** Whoever is tried from many places is tried by somebody who goes from place to place: counted together, more is free. */
const [ANYWHERE, FREE_ANYWHERE] = ['anywhere', 15] as const;

export const waitAfter = (failed: number, free = FREE): number =>
  failed < free ? 0 : Math.min(MOST_S, FIRST_S * 2 ** Math.min(failed - free, 20));

/**
 * Tries a password or PIN: while the last wrong ones are waited off it is not even looked at.
 *
 * @param place the device, or the address where none is enrolled
 * @param isRight looks at it
 * @returns whether it was right, or the seconds to wait
 */
export async function tried(
  db: Db,
  person: string,
  place: string,
  isRight: () => Promise<boolean>,
): Promise<boolean | { readonly wait: number }> {
  const wait = await counted(db, person, place);
  if (wait > 0) return { wait };
  if (!(await isRight())) return false;
  await db
    .deleteFrom('entry_try')
    .where('person_id', '=', person)
    .where('place', 'in', [place, ANYWHERE])
    .execute();
  return true;
}

/** Counts a try before it is looked at, so that many at once count as many; seconds to wait if it is too soon. */
const counted = (db: Db, person: string, place: string): Promise<number> =>
  inTransaction(db, async (tx) => {
    await sql`select pg_advisory_xact_lock(hashtextextended(${`try ${person}`}, 0))`.execute(tx);
    const before = await tx
      .selectFrom('entry_try')
      .select(['place', 'failed', 'next_at'])
      .where('person_id', '=', person)
      .where('place', 'in', [place, ANYWHERE])
      .execute();
    const wait = Math.max(0, ...before.map(({ next_at }) => (next_at.getTime() - Date.now()) / 1000));
    if (wait > 0) return Math.ceil(wait);
    for (const [where, free] of [[place, FREE], [ANYWHERE, FREE_ANYWHERE]] as const) {
      const failed = (before.find((each) => each.place === where)?.failed ?? 0) + 1;
      const next_at = new Date(Date.now() + waitAfter(failed, free) * 1000);
      await tx
        .insertInto('entry_try')
        .values({ person_id: person, place: where, failed, next_at })
        .onConflict((row) => row.columns(['person_id', 'place']).doUpdateSet({ failed, next_at }))
        .execute();
    }
    return 0;
  }); // prettier-ignore
