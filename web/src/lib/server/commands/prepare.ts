import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { readBakeryFile } from '@jovet/core/formats';
import { ensureBakehouse } from '../database/bakehouse.ts';
import { connect, type Actor, type Db } from '../database/connection.ts';
import { reindex } from '../database/formula-search.ts';
import { serverNow } from '../clock.ts';
import { beginDemoNights } from './demo-night.ts';
import { readFormulas, readVersion } from '../database/formula.ts';
import { importFile } from '../database/import.ts';
import { stockLarder } from '../database/ingredient.ts';
import { migrate } from '../database/migrate.ts';
import { inTransaction } from '../database/kept.ts';

/** Run by `./jovet start`: makes the database if it is new, migrates it, loads the demo bakery into an empty one. */
async function prepare(url: string, larder: string | undefined, demo: string | undefined): Promise<string> {
  await makeDatabase(url);
  const db = connect(url);
  try {
    const ran = await migrate(db);
    const actor = await ensureBakehouse(db);
    const empty = (await readFormulas(db, actor)).length === 0;
    const stocked = larder === undefined ? 0 : await stock(db, actor, larder);
    if (demo !== undefined && empty) {
      await loadDemo(db, demo);
      await beginDemoNights(db, await ensureBakehouse(db), serverNow());
    }
    await reindex(db, actor, (slug, n) => readVersion(db, actor, slug, n));
    const done = [
      ran > 0 ? `${ran} migrated` : 'up to date',
      ...(stocked > 0 ? [`${stocked} ingredients in the larder`] : []),
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

/** Adds what this bakehouse has never had of the starting larder. */
async function stock(db: Db, actor: Actor, file: string): Promise<number> {
  const read = readBakeryFile(await readFile(file, 'utf8'));
  if (!read.ok || read.value.jovet !== 'ingredients') throw new Error(`${file} is not a file of ingredients`);
  const { ingredients } = read.value;
  return inTransaction(db, (tx) => stockLarder(tx, actor, ingredients));
}

/** The bakehouse first, then its prices, then the formulas that need the larder, then the cultures, then the orders for what the formulas make. */
async function loadDemo(db: Db, folder: string): Promise<void> {
  const formulas = (await readdir(join(folder, 'formulas'))).sort().map((name) => join('formulas', name));
  for (const name of ['bakehouse.json', 'prices.json', ...formulas, 'cultures.json', 'orders.json']) {
    const actor = await ensureBakehouse(db);
    const imported = await importFile(db, actor, await readFile(join(folder, name), 'utf8'));
    if (!imported.ok) {
      const told = imported.problems.map((each) => `${each.path}: ${each.problem} ${each.remedy}`);
      throw new Error(`${join(folder, name)} cannot be loaded. ${told.join(' ')}`);
    }
  }
}

async function main(): Promise<void> {
  const { values } = parseArgs({ options: { larder: { type: 'string' }, demo: { type: 'string' } } });
  const url = process.env['JOVET_DATABASE_URL'];
  if (url === undefined) throw new Error('JOVET_DATABASE_URL is not set');
  console.log(await prepare(url, values.larder, values.demo));
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
