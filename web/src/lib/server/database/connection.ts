import { createHash } from 'node:crypto';
import { Kysely, PostgresDialect, type Transaction } from 'kysely';
import pg from 'pg';
import type { Database } from './schema.ts';

export type Db = Kysely<Database>;
export type Tx = Transaction<Database>;

/** Who writes. Every write takes one. */
export interface Actor {
  readonly personId: string;
  readonly name: string;
  readonly bakehouseId: string;
  /** Time zone of the bakehouse. */
  readonly zone: string;
  /** It was only said who it is. */
  readonly unverified?: true;
}

const DATE = 1082;

/** ms that somebody waits for a connection; then too many are being answered. Chosen for Jovet. */
const WAITS = 10_000;

/** What PostgreSQL says of data that it cannot keep: signs, numbers and times that it does not have. */
const NOT_KEPT = /^(22003|22007|22008|22021|22P02|22P05)$/;
/** What it says, or the line to it, when it is ended, begins or is gone. */
const GONE = /^(08...|57P0[123]|ECONNREFUSED|ECONNRESET|EPIPE)$/;

/**
 * What an error of the database is, if it is no mistake of Jovet: all connections were taken for too long (`overloaded`),
 * there is no database at the moment (`gone`), or it cannot keep what it was given (`not-kept`).
 */
export function faultOf(error: unknown): 'overloaded' | 'gone' | 'not-kept' | null {
  if (!(error instanceof Error)) return null;
  const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
  if (error.message.includes('timeout exceeded when trying to connect')) return 'overloaded';
  // Somebody else held it for too long, or it took too long.
  if (code === '55P03' || code === '57014') return 'overloaded';
  if (GONE.test(code) || /^(Connection terminated|Client has encountered a connection error)/.test(error.message)) return 'gone';
  return NOT_KEPT.test(code) ? 'not-kept' : null;
} // prettier-ignore

/** No statement of the web runs longer, none waits longer for somebody else, and none leaves a transaction open, ms. */
const LIMITS = '-c statement_timeout=30000 -c lock_timeout=8000 -c idle_in_transaction_session_timeout=30000';

/** Opens a pool; what migrates takes as long as it takes. A `date` is read as the text it is: a JavaScript date would move it across zones. */
export function connect(url: string, limits: 'limited' | 'unlimited' = 'limited'): Db {
  pg.types.setTypeParser(DATE, (text) => text);
  const pool = new pg.Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: WAITS,
    options: `-c timezone=UTC ${limits === 'limited' ? LIMITS : ''}`,
  });
  pool.on('connect', prepareReads);
  // So is one that is lost in the middle of a transaction, which says so itself.
  pool.on('connect', (client) =>
    client.on('error', (error) => console.error(`database connection lost: ${error.message}`)),
  );
  // A lost connection is replaced by the pool; without a listener it would end the process.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  return new Kysely<Database>({ dialect: new PostgresDialect({ pool }) });
}

/**
 * Lets PostgreSQL plan each distinct read once a connection: for the short queries of a room, planning costs more than
 * running them. Kysely gives its queries no name, so they get the digest of their text.
 */
function prepareReads(client: pg.PoolClient): void {
  const query = client.query.bind(client) as (...given: unknown[]) => unknown;
  const prepared = (...given: unknown[]) => {
    const [text, values] = given;
    return typeof text === 'string' &&
      Array.isArray(values) &&
      given.length === 2 &&
      text.startsWith('select')
      ? query({ name: createHash('md5').update(text).digest('hex'), text, values })
      : query(...given);
  };
  client.query = prepared as typeof client.query;
}
