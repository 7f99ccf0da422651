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
}

const DATE = 1082;

/** Opens a pool. A `date` is read as the text it is: a JavaScript date would move it across zones. */
export function connect(url: string): Db {
  pg.types.setTypeParser(DATE, (text) => text);
  const pool = new pg.Pool({ connectionString: url, max: 10, options: '-c timezone=UTC' });
  // A lost connection is replaced by the pool; without a listener it would end the process.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  return new Kysely<Database>({ dialect: new PostgresDialect({ pool }) });
}
