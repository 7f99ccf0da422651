import assert from 'node:assert/strict';
import { v7 as uuid } from 'uuid';
import type { Culture } from '@jovet/core/culture';
import { SERVED, type Visit } from './visit.ts';

export const api = async (method: string, path: string, body?: unknown) => {
  const response = await fetch(`${SERVED}/api/v1/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  assert.ok(response.ok, await response.clone().text());
  return response.json();
};
/** Orders of a day of a test’s own: these, and nothing that is standing. */
export async function onlyOrders(
  date: string,
  lines: readonly (readonly [string, string, string, number])[],
) {
  type Line = { customer: string; product: string; drop: string; pieces: number };
  const before = (await api('GET', `orders/${date}`)) as { lines: Line[]; said: Line[] };
  const keyOf = ({ customer, product, drop }: Line) => `${customer} ${product} ${drop}`;
  const was = new Map(before.said.map((line) => [keyOf(line), line.pieces]));
  const wanted = new Map(before.lines.map((line) => [keyOf(line), { ...line, pieces: 0 }]));
  for (const [customer, product, drop, pieces] of lines) {
    const line = { customer, product, drop, pieces };
    wanted.set(keyOf(line), line);
  }
  const said = [...wanted].map(([key, { customer, product, drop, pieces }]) => ({
    customer,
    product,
    drop,
    pieces,
    was: was.get(key) ?? null,
  }));
  if (said.length > 0) await api('PUT', `orders/${date}`, { lines: said });
}
/** Waits until everything that was entered is kept: a room that still keeps something asks before it is left. */
export const keptAll = ({ page }: Visit) =>
  page.waitForFunction(() => !/Saving|Not saved/.test(document.querySelector('.state')?.textContent ?? ''));
export const settled = (visit: Visit) => visit.until('header [role="status"]', /Not saved yet|^ ?Saved/);

/** A culture like the one that the levain is fed from, and before it in the list; nothing was seen of it yet. */
export async function cultureLikeQuay(called: string) {
  const { cultures } = (await api('GET', 'cultures')) as { cultures: { culture: Culture }[] };
  const like = cultures.find(({ culture }) => culture.slug === 'quay-culture')?.culture;
  assert.ok(like);
  const id = uuid();
  const name = `${called} ${Date.now() % 100_000}`;
  const slug = name.toLowerCase().replaceAll(' ', '-');
  await api('POST', 'cultures', { id, culture: { ...like, slug, name, parent: null } });
  return { id, slug, vessel: like.vessel };
}

/** Opens the Floor of a day of a test’s own, of which nothing was noted: its first thing can be begun at any hour. */
export async function floorOf(visit: Visit, date: string) {
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20]]);
  await visit.go(`/make/floor/${date}`);
  await visit.until('header [role="status"]', 'All is sent');
  await visit.page.waitForSelector('[data-verb="begin"]');
}

export const stepAt = (at: string) => `[data-step="${at}"]`;
/** Presses a step of the picture of a way, also where its name lies over it. */
export async function chooseStep({ page }: Visit, at: string): Promise<void> {
  await page.waitForSelector(stepAt(at));
  await page.$eval(stepAt(at), (step) => {
    for (const [kind, buttons] of [['pointerdown', 1], ['pointerup', 0]] as const)
      step.dispatchEvent(new PointerEvent(kind, { bubbles: true, button: 0, buttons, pointerId: 1 }));
    (step as SVGElement).focus();
  });
} // prettier-ignore
