import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { SERVED, type Visit } from './visit.ts';

export const published = async (slug: string) => (await fetch(`${SERVED}/api/v1/formulas/${slug}`)).json();
export const demo = (slug: string) =>
  JSON.parse(readFileSync(new URL(`../../demo/formulas/${slug}.json`, import.meta.url), 'utf8'));

/** Publishes a formula of a test's own over the API, so that tests do not meet; its name comes after the demo's. */
export async function publish(
  slug: string,
  name: string,
  base: number,
  change: (doc: Doc) => void = () => undefined,
) {
  const doc = demo('quay-country').formula as Doc;
  Object.assign(doc, { name, products: [{ slug: `${slug}-loaf`, name: `${name} loaf`, scaledWeight: 0.8 }] });
  change(doc);
  const response = await fetch(`${SERVED}/api/v1/formulas/${slug}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ doc, base }),
  });
  assert.ok(response.ok, await response.text());
}
export interface Doc {
  lines: { ingredient: string; percent: number }[];
  processLoss: number;
}

export const cell = (row: number, column: string) => `[data-row="${row}"] [data-column="${column}"]`;
/** What a cell says, whether it is being typed in or not. */
export const cellValue = (visit: Visit, row: number, column: string) =>
  visit.page.$eval(
    cell(row, column),
    (at) => at.querySelector('input')?.value ?? at.children[0]?.textContent,
  );
export const cellSays = (visit: Visit, row: number, column: string, text: string) =>
  visit.page.waitForFunction(
    (at, wanted) => {
      const here = document.querySelector(at);
      return (here?.querySelector('input')?.value ?? here?.children[0]?.textContent) === wanted;
    },
    {},
    cell(row, column),
    text,
  );
/** Types into a cell of the sheet in place of what stands there. */
export async function type(visit: Visit, row: number, column: string, text: string) {
  await visit.page.waitForSelector(cell(row, column));
  await visit.page.click(cell(row, column));
  await visit.page.keyboard.type(text);
}
export const openDialog = '[role="dialog"][data-state="open"]';
export const closed = (visit: Visit) =>
  visit.page.waitForFunction((selector) => document.querySelector(selector) === null, {}, openDialog);
