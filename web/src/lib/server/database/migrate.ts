import { Migrator, sql } from 'kysely';
import { MIGRATIONS } from '../../../../migrations/index.ts';
import type { Db } from './connection.ts';

/** The data folder holds more than this Jovet knows: it was written by a newer one. */
export class NewerDatabase extends Error {}

/**
 * Brings the database to this version of Jovet, forward only.
 *
 * @returns how many migrations ran
 */
export async function migrate(db: Db): Promise<number> {
  const newer = (await migrationsThatRan(db)).filter((name) => !(name in MIGRATIONS));
  if (newer.length > 0) {
    throw new NewerDatabase(
      `The data folder is from a newer Jovet (it has ${newer.join(', ')}). Start that version, or choose another folder with --data.`,
    );
  }
  const migrator = new Migrator({
    db,
    provider: { getMigrations: () => Promise.resolve({ ...MIGRATIONS }) },
  });
  const { error, results } = await migrator.migrateToLatest();
  if (error) throw error;
  return results?.length ?? 0;
}

async function migrationsThatRan(db: Db): Promise<string[]> {
  const { rows: tables } = await sql<{
    here: boolean;
  }>`select to_regclass('kysely_migration') is not null as here`.execute(db);
  if (!tables[0]?.here) return [];
  const { rows } = await sql<{ name: string }>`select name from kysely_migration`.execute(db);
  return rows.map((row) => row.name);
}
