import pg from 'pg';
import { problem, type Problem } from '@jovet/core/problem';

/** Plans of one Jovet, by whichever of its web processes, that run or wait for their turn; ms that one waits. */
const [MOST, WAITS] = [12, 30_000] as const;

/**
 * Connections that hold a turn or wait for one: beside those of the rooms, which never wait behind them. A turn is a lock
 * of PostgreSQL: whoever waits for it stands in its queue, whichever process it is, and one that dies gives it back.
 */
let turns: pg.Pool | null = null;
function pool(): pg.Pool {
  if (turns) return turns;
  const connectionString = process.env['JOVET_DATABASE_URL'];
  if (connectionString === undefined) throw new Error('JOVET_DATABASE_URL is not set; ./jovet start sets it');
  // Somebody who is gone is noticed while they wait.
  const options = `-c lock_timeout=${WAITS} -c client_connection_check_interval=1s`;
  turns = new pg.Pool({
    connectionString,
    max: MOST,
    connectionTimeoutMillis: 2000,
    allowExitOnIdle: true,
    options,
  });
  turns.on('error', (error) => console.error(`connection of a turn lost: ${error.message}`));
  process.once('sveltekit:shutdown', () => void turns?.end());
  return turns;
}

/** A day of a bakehouse: one plan of it is made at a time. */
export interface Turn {
  readonly bakehouseId: string;
  readonly date: string;
}

/** What came of it, and the seconds that it waited for its turn; or why it had none. */
export type Turned<T> =
  { readonly done: T; readonly waited: number } | { readonly status: 503; readonly refused: Problem };

const refused = (text: string): Turned<never> => ({
  status: 503,
  refused: problem('date', text, 'Ask again in a few seconds.'),
});
const MANY = refused('As many days as can wait are being planned already.');
const LONG = refused(
  `This day is being planned already, and others waited before you for ${WAITS / 1000} s.`,
);
const GONE = refused('Nobody waits for this plan any longer.');

/**
 * Does something for a day when it is its turn: in the order in which they came, one at a time a day and bakehouse, across
 * all web processes.
 *
 * @param gone tells that nobody waits for it any longer: its place is given up
 */
export async function inTurn<T>(
  { bakehouseId, date }: Turn,
  gone: AbortSignal,
  run: () => Promise<T>,
): Promise<Turned<T>> {
  const client = await pool()
    .connect()
    .catch(() => null);
  if (!client) return MANY;
  if (gone.aborted) {
    client.release();
    return GONE;
  }
  // A connection that is lost while it holds a turn gives it back; unheard, it would end the process.
  const fell = (error: Error) => console.error(`connection of a turn lost: ${error.message}`);
  client.on('error', fell);
  // A connection that was given up while it waited is of no use any more.
  let lost = false;
  const leave = () => ((lost = true), void client.release(true));
  gone.addEventListener('abort', leave, { once: true });
  try {
    const begun = performance.now();
    const key = `plan ${bakehouseId} ${date}`;
    await client.query('select pg_advisory_lock(hashtextextended($1, 0))', [key]);
    const waited = (performance.now() - begun) / 1000;
    const done = await run();
    // What was done is done, whether or not the turn can still be given back.
    if (!lost)
      await client.query('select pg_advisory_unlock(hashtextextended($1, 0))', [key]).catch(() => leave());
    return { done, waited };
  } catch (error) {
    if (lost) return GONE;
    if ((error as { code?: string }).code === LOCK_TIMEOUT) return LONG;
    lost = true;
    client.release(true);
    throw error;
  } finally {
    gone.removeEventListener('abort', leave);
    if (!lost) {
      client.off('error', fell);
      client.release();
    }
  }
}

const LOCK_TIMEOUT = '55P03';

/** Told with an answer: how long it waited behind other plans of its day. */
export const turnTold = (waited: number) => ({
  'server-timing': `turn;desc="waited for its turn";dur=${Math.round(waited * 1000)}`,
});
