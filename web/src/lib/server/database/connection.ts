import { createHash } from 'node:crypto';
import { Kysely, PostgresDialect, type Transaction } from 'kysely';
import pg from 'pg';
import type { Database } from './schema.ts';

export type Db = Kysely<Database>;
export type Tx = Transaction<Database>;

/** Who writes. Every write takes one, though sign-in comes later. */
export interface Actor {
  readonly personId: string;
  readonly name: string;
  readonly bakehouseId: string;
  /** Time zone of the bakehouse. */
  readonly zone: string;
}

const DATE = 1082;

/** ms that somebody waits for a connection; then too many are being answered. Chosen for Jovet. */
const WAITS = 10_000;

/** Whether an error says that all connections were taken for too long. */
export const isOverloaded = (error: unknown): boolean =>
  error instanceof Error && error.message.includes('timeout exceeded when trying to connect');

/** Opens a pool. A `date` is read as the text it is: a JavaScript date would move it across zones. */
export function connect(url: string): Db {
  pg.types.setTypeParser(DATE, (text) => text);
  const pool = new pg.Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: WAITS,
    options: '-c timezone=UTC',
  });
  pool.on('connect', prepareReads);
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
