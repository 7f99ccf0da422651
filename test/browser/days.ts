import assert from 'node:assert/strict';
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
  const { lines: standing } = (await api('GET', `orders/${date}`)) as { lines: { pieces: number }[] };
  const none = standing.map((line) => {
    const { customer, product, drop } = line as unknown as Record<string, string>;
    return { customer, product, drop, pieces: 0 };
  });
  const wanted = lines.map(([customer, product, drop, pieces]) => ({ customer, product, drop, pieces }));
  for (const said of [none, wanted]) if (said.length > 0) await api('PUT', `orders/${date}`, { lines: said });
}
export const settled = (visit: Visit) => visit.until('header [role="status"]', /Not saved yet|^ ?Saved/);
