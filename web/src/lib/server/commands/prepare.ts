import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { sql } from 'kysely';
import pg from 'pg';
import { readBakeryFile } from '@jovet/core/formats';
import { ensureBakehouse, findActor } from '../database/bakehouse.ts';
import { connect, type Actor, type Db } from '../database/connection.ts';
import { hasHead, keepCode } from '../database/crew.ts';
import { digestOf, newCode } from '../crew/secrets.ts';
import { reindex } from '../database/formula-search.ts';
import { serverNow } from '../clock.ts';
import { beginDemoNights } from './demo-night.ts';
import { readFormulas, readVersion } from '../database/formula.ts';
import { importFile } from '../database/import.ts';
import { stockLarder } from '../database/ingredient.ts';
import { migrate } from '../database/migrate.ts';
import { letWebIn } from '../database/web-role.ts';
import { inTransaction } from '../database/kept.ts';

/** Run by `./jovet start`: makes the database if it is new, migrates it, loads the demo bakery into an empty one. */
async function prepare(url: string, larder: string | undefined, demo: string | undefined): Promise<string> {
  await makeDatabase(url);
  const db = connect(url, 'unlimited');
  try {
    await beginAnewIfHalf(db);
    const ran = await migrate(db);
    const word = process.env['JOVET_WEB_PASSWORD'];
    if (word !== undefined) await letWebIn(db, word);
    const actor = await ensureBakehouse(db);
    const empty = (await readFormulas(db, actor)).length === 0;
    const stocked = larder === undefined ? 0 : await stock(db, actor, larder);
    if (demo !== undefined && empty) {
      await sql`comment on table bakehouse is ${sql.lit(HALF)}`.execute(db);
      await loadDemo(db, demo);
      await db.updateTable('bakehouse').set({ demo: true }).where('id', '=', actor.bakehouseId).execute();
      await beginDemoNights(db, await ensureBakehouse(db), serverNow());
      await sql`comment on table bakehouse is null`.execute(db);
    }
    await reindex(db, actor, (slug, n) => readVersion(db, actor, slug, n));
    const done = [
      ran > 0 ? `${ran} migrated` : 'up to date',
      ...(stocked > 0 ? [`${stocked} ingredients in the larder`] : []),
      ...(demo !== undefined && empty ? ['demo bakery loaded'] : []),
    ];
    const code = (await needsCode(db)) ? await headCode(db, actor) : null;
    return [done.join(', '), ...(code === null ? [] : [code])].join('\n');
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

/** Said of a database while the demo comes into it. */
const HALF = 'the demo is being loaded';
/** Half a demo, of a start that was ended in the middle, is no bakery: it is made anew. */
async function beginAnewIfHalf(db: Db): Promise<void> {
  const { rows } = await sql<{ said: string | null }>`
    select obj_description(to_regclass('public.bakehouse'), 'pg_class') as said`.execute(db);
  if (rows[0]?.said !== HALF) return;
  await sql`drop schema public cascade`.execute(db);
  await sql`create schema public`.execute(db);
}

/** Nobody can sign in yet; on this computer the demo lets its head baker in without. */
async function needsCode(db: Db): Promise<boolean> {
  const isDemo = (await findActor(db))?.demo ?? false;
  return !(await hasHead(db)) && (!isDemo || process.env['JOVET_HOST'] !== undefined);
}

/** How long a code of the terminal lets in, minutes. */
const CODE_MIN = 60;
/** A code that makes the first head baker, or lets one in who forgot the password. */
async function headCode(db: Db, actor: Actor): Promise<string> {
  const code = newCode();
  await keepCode(db, actor.bakehouseId, 'head', digestOf(code), CODE_MIN);
  return code;
}

/** Run by `./jovet head-password`. */
async function headPassword(url: string): Promise<string> {
  const db = connect(url);
  try {
    return await headCode(db, await ensureBakehouse(db));
  } finally {
    await db.destroy();
  }
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
  const { values } = parseArgs({
    options: { larder: { type: 'string' }, demo: { type: 'string' }, 'head-password': { type: 'boolean' } },
  });
  const url = process.env['JOVET_DATABASE_URL'];
  if (url === undefined) throw new Error('JOVET_DATABASE_URL is not set');
  const said = values['head-password'] ? headPassword(url) : prepare(url, values.larder, values.demo);
  console.log(await said);
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
