import assert from 'node:assert/strict';
import { v7 as uuid } from 'uuid';
import { chanceFrom } from '@jovet/core/chance';
import type { FormulaDoc } from '@jovet/core/formula';
import { draftOfFormula } from '@jovet/core/sheet';
import { demoFormula, demoMix } from '../../core/test/demo.ts';

/** What came of many who write at one time. */
export interface Written {
  /** Edits that were acknowledged, and those that were told that somebody was quicker. */
  readonly done: number;
  readonly stale: number;
  /** Answers of 500 and above. */
  readonly failed: number;
  /** Acknowledged though made on what did not stand there any more: somebody's edit is gone. */
  readonly lost: number;
}

interface Answer {
  readonly status: number;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly json: any;
}

/** One thing that several write: one change of it, with what it was made on. */
type Shared = () => Promise<{ readonly status: number; readonly base: number | null }>;

/**
 * Writers who all change the same things. What is acknowledged was made on what stood there: nothing is acknowledged twice
 * on the same base.
 *
 * @param served address of Jovet
 * @param edits that are acknowledged before it ends
 */
export async function writeTogether(served: string, writers: number, edits: number, date: string): Promise<Written> {
  const ask = async (method: string, path: string, body?: unknown): Promise<Answer> => {
    const response = await fetch(`${served}/api/v1/${path}`, {
      method,
      ...(body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
    return { status: response.status, json: await response.json() };
  };
  const [rows, documents] = [await sharedThings(ask, date), await sharedDocuments(ask, date)];
  const things = [...rows.things, ...documents.things];
  const bases = things.map(() => new Set<number | null>());
  let [done, stale, failed, lost] = [0, 0, 0, 0];
  const work = async (writer: number) => {
    const chance = chanceFrom(writer + 1);
    while (done < edits) {
      const which = Math.floor(chance() * things.length);
      const { status, base } = (await things[which]?.()) ?? assert.fail('there is one');
      if (status === 200) {
        done += 1;
        if (bases[which]?.has(base)) lost += 1;
        bases[which]?.add(base);
      } else if (status === 409) stale += 1;
      else failed += 1;
      assert.ok(failed < 20, `it goes on failing: ${status}`);
    }
  };
  await Promise.all(Array.from({ length: writers }, (_, writer) => work(writer)));
  await Promise.all([rows.putBack(), documents.putBack()]);
  return { done, stale, failed, lost };
} // prettier-ignore

type Ask = (method: string, path: string, body?: unknown) => Promise<Answer>;
interface Line {
  readonly customer: string;
  readonly product: string;
  readonly drop: string;
  readonly pieces: number;
  readonly weekdays: readonly number[];
  readonly from: string | null;
  readonly to: string | null;
}

/** One thing of every kind that is kept on a revision, of a customer of its own and of no day that anybody plans. */
async function sharedThings(ask: Ask, date: string): Promise<{ things: Shared[]; putBack: () => Promise<void> }> {
  const slug = 'many-writers';
  await ask('PUT', `customers/${slug}`, { base: 0, customer: { schema: 1, slug, name: 'Many writers', drops: ['08:00'], off: [] } });
  const cell = { customer: slug, product: 'quay-loaf', drop: '08:00' };
  const first = (await ask('GET', 'bakehouse')).json.bakehouse.floor.tubs as number;
  const other = { ...cell, product: 'oat-tin' };
  const isOf = (of: typeof cell) => (line: Line) => line.customer === of.customer && line.product === of.product && line.drop === of.drop;
  // Every value is written once, so that it says who wrote it.
  let last = Date.now() % 40_000;
  const next = () => (last = (last + 1) % 99_000);
  const book = async () => (await ask('GET', `orders/${date}`)).json as { said: Line[]; standing: Line[]; customers: { slug: string; rev: number }[] };
  const orders: Shared = async () => {
    const { said } = await book();
    const [was = null, beside = null] = [cell, other].map((of) => said.find(isOf(of))?.pieces ?? null);
    const lines = [{ ...cell, was, pieces: next() }, { ...other, was: beside, pieces: beside ?? 7 }];
    // In any order: nobody waits in a circle.
    const { status } = await ask('PUT', `orders/${date}`, { lines: last % 2 ? lines : lines.toReversed() });
    return { status, base: was };
  };
  const standing = (day: number): Shared => async () => {
    const line = (await book()).standing.find(isOf(cell));
    const was = line ? { weekdays: line.weekdays, from: line.from, to: line.to } : null;
    const weekdays = was?.weekdays ?? [0, 0, 0, 0, 0, 0, 0];
    const value = next();
    const week = weekdays.map((pieces, index) => (index === day ? value : pieces));
    const { status } = await ask('PUT', 'standing', { lines: [{ ...cell, weekdays: week, from: date, to: date, was }] });
    return { status, base: weekdays[day] || null };
  };
  const bakehouse: Shared = async () => {
    const { rev, bakehouse: now, mixers } = (await ask('GET', 'bakehouse')).json;
    const floor = { ...now.floor, tubs: first + (next() % 2) };
    const { status } = await ask('PUT', 'bakehouse', { base: rev, bakehouse: { ...now, floor }, mixers });
    return { status, base: rev };
  };
  const customer: Shared = async () => {
    const { rev, ...known } = (await book()).customers.find((each) => each.slug === slug) ?? assert.fail('there is one');
    const { status } = await ask('PUT', `customers/${known.slug}`, { base: rev, customer: known });
    return { status, base: rev };
  };
  type Shelved = { ingredient: { slug: string; cost: number | null }; rev: number };
  const ingredient: Shared = async () => {
    const { ingredient: known, rev } = await butter();
    const { status } = await ask('PUT', `ingredients/${known.slug}`, { base: rev, ingredient: { ...known, cost: next() }, retired: false });
    return { status, base: rev };
  };
  const butter = async () => ((await ask('GET', 'ingredients')).json.ingredients as Shelved[]).find(({ ingredient: { slug: each } }) => each === 'butter') ?? assert.fail('there is one');
  const { cost } = (await butter()).ingredient;
  const putBack = async () => {
    const { rev, bakehouse: now, mixers } = (await ask('GET', 'bakehouse')).json;
    await ask('PUT', 'bakehouse', { base: rev, bakehouse: { ...now, floor: { ...now.floor, tubs: first } }, mixers });
    const { ingredient: known, rev: at } = await butter();
    await ask('PUT', 'ingredients/butter', { base: at, ingredient: { ...known, cost }, retired: false });
    const there = (await book()).customers.find((each) => each.slug === slug);
    await ask('DELETE', `customers/${slug}?rev=${there?.rev ?? 1}&orders=too`);
  };
  return { things: [orders, standing(0), standing(1), standing(5), bakehouse, customer, ingredient], putBack };
} // prettier-ignore

/** Documents that several write: a mix, a culture, the draft of a sheet, a formula. */
async function sharedDocuments(ask: Ask, date: string): Promise<{ things: Shared[]; putBack: () => Promise<void> }> {
  const [mixId, cultureId, draftId] = [uuid(), uuid(), uuid()];
  let last = 0;
  const note = () => `edit ${(last += 1)}`;
  await ask('POST', 'mixes', { id: mixId, date, doc: demoMix() });
  const culture = {
    schema: 1, slug: `many-writers-${Date.now() % 1_000_000}`, name: 'Many writers', of: 'no-flour', hours: 24, ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
    vessel: { kind: 'glass', diameter: 0.12, height: 0.3 }, place: { name: 'shelf', around: 23 },
  };
  await ask('POST', 'cultures', { id: cultureId, culture });
  const draft = draftOfFormula(demoFormula('quay-country'), '°C');
  await ask('PUT', `drafts/${draftId}`, { formula: null, base: 0, doc: draft, rev: 0 });
  const changed = (path: string, change: (known: Answer['json']) => object): Shared => async () => {
    const { json: known } = await ask('GET', path);
    const { status } = await ask('PUT', path, { ...change(known), rev: known.rev });
    return { status, base: known.rev };
  };
  const { doc } = demoFormula('quay-country');
  const slug = 'many-writers-country';
  const own: FormulaDoc = { ...doc, name: 'Many Writers Country', products: doc.products.slice(0, 1).map((each) => ({ ...each, slug: 'many-writers-loaf', name: 'Many writers loaf' })) };
  const versionOf = async () => ((await ask('GET', `formulas/${slug}`)).json.version as number | undefined) ?? 0;
  const formula: Shared = async () => {
    const base = await versionOf();
    // Nothing that stands there already: the same can be sent again.
    const doc = { ...own, processLoss: ((last += 1) % 900) / 100 };
    const { status } = await ask('POST', `formulas/${slug}`, { base, doc, note: note(), adopt: [] });
    return { status, base };
  };
  const things = [
    changed(`mixes/${mixId}`, (known) => ({ doc: { ...known.doc, note: note() } })),
    changed(`cultures/${cultureId}`, (known) => ({ culture: { ...known.culture, flour: note() } })),
    changed(`drafts/${draftId}`, (known) => ({ formula: null, base: 0, doc: { ...known.doc, name: note() } })),
    formula,
  ];
  const putBack = async () => {
    for (const path of [`mixes/${mixId}`, `cultures/${cultureId}`, `drafts/${draftId}`]) {
      const { rev } = (await ask('GET', path)).json;
      await ask('DELETE', `${path}?rev=${rev}`);
    }
    await ask('PUT', `formulas/${slug}`, { retired: true, base: await versionOf() });
  };
  return { things, putBack };
} // prettier-ignore
