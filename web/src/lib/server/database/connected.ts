import { connect, type Db } from './connection.ts';

let db: Db | undefined;

/** The pool of this process, opened at the first use. */
export function database(): Db {
  if (db) return db;
  const url = process.env['JOVET_DATABASE_URL'];
  if (url === undefined) throw new Error('JOVET_DATABASE_URL is not set; ./jovet start sets it');
  db = connect(url);
  // adapter-node says so when the last request has been answered.
  process.once('sveltekit:shutdown', () => void db?.destroy());
  return db;
}
