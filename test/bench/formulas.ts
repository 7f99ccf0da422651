import { sql } from 'kysely';
import type { Page } from 'puppeteer-core';
import { v7 as uuid } from 'uuid';
import { type FormulaDraft, newDraft } from '@jovet/core/sheet';
import { larder } from '../../core/test/demo.ts';
import { findActor } from '../../web/src/lib/server/database/bakehouse.ts';
import { connect } from '../../web/src/lib/server/database/connection.ts';
import { listFormulas, type FormulaFilter } from '../../web/src/lib/server/database/formula-search.ts';
import { openBrowser } from '../browser/browser.ts';

/** A sheet as large as they come: 60 ingredients, 4 pre-ferments, 3 soakers. */
export function largeSheet(): FormulaDraft {
  const flours = larder.filter(({ kind }) => kind === 'flour').slice(0, 10);
  const others = larder
    .filter(({ kind }) => kind !== 'flour' && kind !== 'water' && kind !== 'yeast')
    .slice(0, 48);
  const of = (slug: string) => larder.filter((each) => each.slug === slug);
  const all = [...flours, ...of('water'), ...of('instant-yeast'), ...others];
  const preferments = ['one', 'two', 'three', 'four'];
  const soakers = ['five', 'six', 'seven'];
  const blank = newDraft('hearth', 'gentle', '°C');
  const stage = (slug: string, kind: 'poolish' | 'soaker'): FormulaDraft['stages'][number] => ({
    slug,
    name: `Stage ${slug}`,
    kind,
    into: 'mix',
    seed: '',
    seedLines: [],
    keepBack: '',
    loss: '',
    temperature: '',
    hours: '',
    first: '',
    byClock: '',
    ripeness: { earliest: '', best: '', latest: '' },
  });
  return {
    ...blank,
    name: 'Everything Loaf',
    products: blank.products.map((product) => ({ ...product, name: 'Everything' })),
    stages: [
      ...preferments.map((slug) => stage(slug, 'poolish')),
      ...soakers.map((slug) => stage(slug, 'soaker')),
    ],
    rows: all.map((ingredient, index) => {
      const cells: Record<string, string> = {};
      if (ingredient.kind === 'flour' && index < 4) cells[preferments[index] ?? ''] = '5';
      if (ingredient.kind === 'yeast') for (const slug of preferments) cells[slug] = '0.01';
      if (ingredient.kind === 'water') for (const slug of [...preferments, ...soakers]) cells[slug] = '3';
      if (index >= 12 && index < 33) cells[soakers[index % 3] ?? ''] = '1';
      const total = { flour: '10', water: '72', yeast: '0.3' }[ingredient.kind as 'flour'] ?? '1';
      return { id: `r${index + 1}`, ingredient: ingredient.name, group: '', total, cells };
    }),
  };
}

interface Keystrokes {
  /** Work of the page's main thread for one key: handling it, style, layout, paint. ms. */
  readonly work: number[];
  /** The same once typing pauses and the whole sheet follows, ms. */
  readonly pauses: number[];
  /** From the key to the painted frame, with the wait for the frame and for other threads, ms. */
  readonly latency: number[];
  readonly cells: number;
}

const HYDRATION = '[data-figure="facts.hydration"]';
const CELL = '[data-row="10"] [data-column="total"]';
/** What the main thread does between a key and the screen; EventDispatch stands for the handlers. */
const WORK = new Set(['UpdateLayoutTree', 'Layout', 'PrePaint', 'Paint', 'Layerize']);
const KEYS = new Set(['keydown', 'keypress', 'keyup']);

const frame = (page: Page) =>
  page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0))));

/** Notes for each key how long it takes until it is painted. */
const noteLatency = (page: Page) =>
  page.evaluate(() => {
    const latency: number[] = [];
    Object.assign(window, { latency });
    document.addEventListener(
      'keydown',
      () => {
        const begun = performance.now();
        requestAnimationFrame(() => {
          const painted = new MessageChannel();
          painted.port1.onmessage = () => latency.push(performance.now() - begun);
          painted.port2.postMessage(null);
        });
      },
      { capture: true },
    );
  });

/** Types four keys 25 times into a field, each time until what it comes to is drawn. */
async function typed(page: Page, field: string, text: (round: number) => string, figure: string): Promise<Omit<Keystrokes, 'cells'>> {
  await noteLatency(page);
  await page.focus(field);
  await page.tracing.start({ categories: ['devtools.timeline'] });
  for (let round = 0; round < 25; round += 1) {
    const before = await page.$eval(figure, (each) => each.outerHTML);
    await page.$eval(field, (each) => (each.matches('input') ? (each as HTMLInputElement) : each.querySelector('input'))?.select());
    for (const key of text(round)) {
      await page.keyboard.press(key as '7');
      await frame(page);
    }
    // What it comes to follows when typing pauses at the latest, and is drawn in the frame after.
    await page.waitForFunction((of, old) => document.querySelector(of)?.outerHTML !== old, {}, figure, before);
    await frame(page);
  }
  const trace = await page.tracing.stop();
  const latency = await page.evaluate(() => (window as unknown as { latency: number[] }).latency);
  return { ...workOfEachKey(trace ?? new Uint8Array()), latency };
} // prettier-ignore

/** Types 100 keys into the largest sheet in the real browser. */
export async function benchKeystrokes(served: string): Promise<Keystrokes> {
  const id = uuid();
  const kept = await fetch(`${served}/api/v1/drafts/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ formula: null, base: 0, doc: largeSheet(), rev: 0 }),
  });
  if (!kept.ok) throw new Error(await kept.text());
  const { browser, end } = await openBrowser();
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${served}/know/formulas/draft/${id}`);
    await page.waitForSelector('[data-figure="facts.salt"]');
    await page.waitForSelector('body[data-ready]');
    const cells = await page.$$eval('.sheet-grid [data-column]', (all) => all.length);
    // A baker tries waters: 71.5, 72.5 … At 7 the final mix would have too little, so the sheet cannot be made between.
    return { ...(await typed(page, CELL, (round) => `7${round % 10}.5`, HYDRATION)), cells };
  } finally {
    await end();
  }
}

/** Types 100 keys into a step of a way, which is followed and drawn anew at each. */
export async function benchWay(served: string, slug: string, step: string): Promise<Keystrokes> {
  const { browser, end } = await openBrowser();
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${served}/know/formulas/${slug}`);
    await page.waitForSelector('body[data-ready]');
    await page.locator('::-p-xpath(//button[normalize-space(.)="Way"])').click();
    await page.locator(`[data-step="${step}"]`).click();
    const field = `[name="${step}.fields.best"]`;
    await page.waitForSelector(field);
    const cells = await page.$$eval('[data-step]', (all) => all.length);
    return { ...(await typed(page, field, (round) => `1.${10 + (round % 20)}`, `[data-step="${step}"]`)), cells };
  } finally {
    await end();
  }
} // prettier-ignore

interface TraceEvent {
  readonly name: string;
  readonly ts: number;
  readonly dur?: number;
  readonly tid: number;
  readonly args?: { readonly data?: { readonly type?: string } };
}

/** After this long without a key, µs, what the main thread does belongs to the pause. */
const PAUSE = 100_000;

/** Adds up what the main thread did from one key to the next, and in the pauses. */
function workOfEachKey(trace: Uint8Array): Pick<Keystrokes, 'work' | 'pauses'> {
  const { traceEvents } = JSON.parse(Buffer.from(trace).toString()) as { traceEvents: TraceEvent[] };
  const isKey = (each: TraceEvent) => each.name === 'EventDispatch' && KEYS.has(each.args?.data?.type ?? '');
  const downs = traceEvents.filter((each) => isKey(each) && each.args?.data?.type === 'keydown');
  const thread = downs[0]?.tid;
  const done = outermost(
    traceEvents.filter(
      (each) => each.tid === thread && (isKey(each) || WORK.has(each.name) || each.name === 'TimerFire'),
    ),
  );
  const between = (from: number, to: number) =>
    done.reduce((sum, each) => sum + (each.ts >= from && each.ts < to ? (each.dur ?? 0) : 0), 0) / 1000;
  const spans = downs.map(({ ts }, index) => ({ ts, next: downs[index + 1]?.ts ?? Infinity }));
  return {
    work: spans.map(({ ts, next }) => between(ts, Math.min(next, ts + PAUSE))),
    pauses: spans
      .filter(({ ts, next }) => next > ts + 2 * PAUSE)
      .map(({ ts, next }) => between(ts + PAUSE, Math.min(next, ts + 4 * PAUSE))),
  };
}

/** Without what happened inside another, such as a layout that a handler asked for: it is counted there. */
function outermost(events: TraceEvent[]): TraceEvent[] {
  let end = 0;
  return events
    .sort((a, b) => a.ts - b.ts || (b.dur ?? 0) - (a.dur ?? 0))
    .filter(({ ts, dur = 0 }) => {
      const outer = ts >= end;
      if (outer) end = ts + dur;
      return outer;
    });
}

const FORMULAS = 2000;
const VERSIONS = 5;

/** Puts 10,000 versions beside those of the demo, and lists them by the filters of the room. Returns ms of each list. */
export async function benchList(url: string): Promise<{ versions: number; times: number[] }> {
  const db = connect(url);
  try {
    const actor = await findActor(db);
    if (!actor) throw new Error('the demo bakery has a person');
    await fillWithFormulas(db);
    const filters: FormulaFilter[] = [
      {},
      { words: 'quay 17' },
      { grain: 'rye' },
      { preferment: 'levain', without: 'milk' },
      { hydrationFrom: 70, hydrationTo: 71 },
      { words: 'bread flour', grain: 'wheat', without: 'egg', hydrationFrom: 60 },
    ];
    const times: number[] = [];
    for (let round = 0; round < 20; round += 1) {
      for (const filter of filters) {
        const begun = performance.now();
        await listFormulas(db, actor, filter, 200);
        times.push(performance.now() - begun);
      }
    }
    const { versions } = await db
      .selectFrom('formula_version')
      .select((row) => row.fn.countAll<string>().as('versions'))
      .executeTakeFirstOrThrow();
    return { versions: Number(versions), times: times.slice(filters.length) };
  } finally {
    await db.destroy();
  }
}

/** Copies of the demo's formulas under other names, five versions each. */
async function fillWithFormulas(db: ReturnType<typeof connect>): Promise<void> {
  await db.transaction().execute(async (tx) => {
    await sql`create temporary table copies on commit drop as
      select gen_random_uuid() as formula_id, gen_random_uuid() as version_id, k, n, source.*
      from generate_series(1, ${sql.lit(FORMULAS)}) k
      cross join generate_series(1, ${sql.lit(VERSIONS)}) n
      join lateral (
        select formula.slug, formula.updated_by, version.doc, version.schema, search.*
        from formula
        join formula_version version on version.id = formula.head_version_id
        join formula_search search on search.formula_version_id = version.id
        order by formula.slug offset k % 8 limit 1
      ) source on true`.execute(tx);
    await sql`update copies set formula_id = first.formula_id
      from copies first where first.k = copies.k and first.n = 1`.execute(tx);
    await sql`insert into formula (id, bakehouse_id, slug, head_version_id, updated_by)
      select formula_id, bakehouse_id, slug || '-' || k, version_id, updated_by
      from copies where n = ${sql.lit(VERSIONS)}`.execute(tx);
    await sql`insert into formula_version (id, formula_id, n, schema, doc, digest, created_by)
      select version_id, formula_id, n, schema, doc, version_id::text, updated_by from copies`.execute(tx);
    await sql`insert into formula_search
      select version_id, bakehouse_id, derived, name || ' ' || k, words || ' ' || k, type, grains, preferments, allergens,
        hydration + k % 10 from copies`.execute(tx);
  });
  for (const table of ['formula', 'formula_version', 'formula_search'])
    await sql`analyze ${sql.table(table)}`.execute(db);
}
