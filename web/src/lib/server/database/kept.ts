import { AsyncLocalStorage } from 'node:async_hooks';
import { isDeepStrictEqual } from 'node:util';
import { setTimeout as pause } from 'node:timers/promises';
import { sql } from 'kysely';
import type { Problem } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';

/** How a write went: every write names what it was made on, and is not done where something else stands there by now. */
export type Kept<T, S = T> =
  | { readonly kind: 'done'; readonly value: T }
  | { readonly kind: 'missing' }
  | { readonly kind: 'stale'; readonly stands: S; readonly problems?: readonly Problem[] }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] };

/**
 * What already stands as it is wished is no conflict, so that a write can be sent again.
 *
 * @param stands what stands there of what was sent
 */
export const sentAgain = <T>(
  kept: Kept<T, T | null>,
  stands: (of: T) => unknown,
  sent: unknown,
): Kept<T, T | null> =>
  kept.kind === 'stale' && kept.stands !== null && isDeepStrictEqual(stands(kept.stands), sent)
    ? { kind: 'done', value: kept.stands }
    : kept;

/** What PostgreSQL says of a transaction that lost against another one: it is run again. */
const LOST = new Set(['40001', '40P01']);
/** So often it is run, and ms that it waits at the most before the next time. */
const [TRIES, PAUSE] = [6, 40] as const;

const codeOf = (error: unknown): string =>
  error instanceof Error && 'code' in error ? String(error.code) : '';

/** The device that something is written for: what changes is told with its name. */
export const ofDevice = new AsyncLocalStorage<string>();

/** Runs a transaction, again where it was in a circle with others. */
export async function inTransaction<T>(db: Db, run: (tx: Tx) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1)
    try {
      return await db.transaction().execute(async (tx) => {
        const device = ofDevice.getStore();
        if (device !== undefined) await sql`select set_config('jovet.device', ${device}, true)`.execute(tx);
        return run(tx);
      });
    } catch (error) {
      if (tries >= TRIES || !LOST.has(codeOf(error))) throw error;
      await pause(Math.random() * PAUSE * tries);
    }
}

/**
 * Waits until nobody else changes something of a bakehouse, and keeps it until the transaction ends. There is one lock for
 * it, so that writers of several lines in any order never wait in a circle.
 */
export const lockOf = (tx: Tx, actor: Actor, what: string): Promise<unknown> =>
  sql`select pg_advisory_xact_lock(hashtextextended(${`${what} ${actor.bakehouseId}`}, 0))`.execute(tx);
