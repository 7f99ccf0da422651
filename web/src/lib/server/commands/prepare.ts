import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { ensureBakehouse } from '../database/bakehouse.ts';
import { connect, type Db } from '../database/connection.ts';
import { readFormulas } from '../database/formula.ts';
import { importFile } from '../database/import.ts';
import { migrate } from '../database/migrate.ts';

/** Run by `./jovet start`: makes the database if it is new, migrates it, loads the demo bakery into an empty one. */
async function prepare(url: string, demo: string | undefined): Promise<string> {
  await makeDatabase(url);
  const db = connect(url);
  try {
    const ran = await migrate(db);
    const actor = await ensureBakehouse(db);
    const empty = (await readFormulas(db, actor)).length === 0;
    if (demo !== undefined && empty) await loadDemo(db, demo);
    const done = [
      ran > 0 ? `${ran} migrated` : 'up to date',
      ...(demo !== undefined && empty ? ['demo bakery loaded'] : []),
    ];
    return done.join(', ');
  } finally {
    await db.destroy();
  }
}

async function makeDatabase(url: string): Promise<void> {
  const name = new URL(url).pathname.slice(1);
  const maintenance = new URL(url);
  maintenance.pathname = '/postgres';
  const client = new pg.Client({ connectionString: maintenance.href });
  await client.connect();
  try {
    const { rowCount } = await client.query('select from pg_database where datname = $1', [name]);
    if (rowCount === 0) await client.query(`create database ${pg.escapeIdentifier(name)}`);
  } finally {
    await client.end();
  }
}

/** The bakehouse first, then the larder, then the formulas that need both. */
async function loadDemo(db: Db, folder: string): Promise<void> {
  const formulas = (await readdir(join(folder, 'formulas'))).sort().map((name) => join('formulas', name));
  for (const name of ['bakehouse.json', 'ingredients.json', ...formulas]) {
    const actor = await ensureBakehouse(db);
    const imported = await importFile(db, actor, await readFile(join(folder, name), 'utf8'));
    if (!imported.ok) {
      const told = imported.problems.map((each) => `${each.path}: ${each.problem} ${each.remedy}`);
      throw new Error(`${join(folder, name)} cannot be loaded. ${told.join(' ')}`);
    }
  }
}

async function main(): Promise<void> {
  const { values } = parseArgs({ options: { demo: { type: 'string' } } });
  const url = process.env['JOVET_DATABASE_URL'];
  if (url === undefined) throw new Error('JOVET_DATABASE_URL is not set');
  console.log(await prepare(url, values.demo));
}

main().catch((error: unknown) => {
  console.error(inWords(error));
  process.exit(1);
});

function inWords(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  return /No space left/.test(error.message)
    ? 'The disk is full. Free some space and start again.'
    : error.message;
}
