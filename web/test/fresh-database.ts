import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import pg from 'pg';
import { ensureBakehouse } from '../src/lib/server/database/bakehouse.ts';
import { connect, type Actor, type Db } from '../src/lib/server/database/connection.ts';
import { DEMO_FORMULAS } from '../../core/test/demo.ts';
import { importFile } from '../src/lib/server/database/import.ts';
import { migrate } from '../src/lib/server/database/migrate.ts';

const cluster = process.env['JOVET_TEST_DATABASE_URL'];
if (cluster === undefined)
  throw new Error('JOVET_TEST_DATABASE_URL is not set; run these tests with ./jovet test database');
const clusterUrl = cluster;

export const demoFile = (name: string): Promise<string> =>
  readFile(new URL(`../../demo/${name}`, import.meta.url), 'utf8');

const startingLarder = await readFile(new URL('../../larder/ingredients.json', import.meta.url), 'utf8');

/** A migrated database of its own on the real PostgreSQL, with the demo bakery if wanted; dropped by `end`. */
export async function freshDatabase(
  demo = true,
): Promise<{ db: Db; actor: Actor; url: string; end: () => Promise<void> }> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await onCluster(`create database ${name}`);
  const url = Object.assign(new URL(clusterUrl), { pathname: `/${name}` }).href;
  const db = connect(url);
  await migrate(db);
  const actor = await ensureBakehouse(db);
  const files = demo
    ? await Promise.all(
        [
          'bakehouse.json',
          'prices.json',
          ...DEMO_FORMULAS.map((slug) => `formulas/${slug}.json`),
          'cultures.json',
          'orders.json',
        ].map(demoFile),
      )
    : [];
  for (const file of [startingLarder, ...files]) {
    const imported = await importFile(db, actor, file);
    if (!imported.ok) throw new Error(JSON.stringify(imported.problems));
  }
  const end = async () => {
    await db.destroy();
    await onCluster(`drop database ${name}`);
  };
  return { db, actor, url, end };
}

/** A database as an older version dumped it, migrated to that of now; dropped by `end`. */
export async function dumpedDatabase(
  name: string,
): Promise<{ db: Db; actor: Actor; end: () => Promise<void> }> {
  const own = `test_${randomUUID().replaceAll('-', '')}`;
  await onCluster(`create database ${own}`);
  const url = Object.assign(new URL(clusterUrl), { pathname: `/${own}` }).href;
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const dump = await readFile(new URL(`dumps/${name}.sql`, import.meta.url), 'utf8');
  await client.query(dump).finally(() => client.end());
  const db = connect(url);
  await migrate(db);
  const actor = await ensureBakehouse(db);
  const end = async () => {
    await db.destroy();
    await onCluster(`drop database ${own}`);
  };
  return { db, actor, end };
}

async function onCluster(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: clusterUrl });
  await client.connect();
  await client.query(statement).finally(() => client.end());
}
