import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { formulaToCsv } from '@jovet/core/formats';
import { draftOfFormula, type FormulaDraft } from '@jovet/core/sheet';
import { DEMO_FORMULAS, demoFormula } from '../../core/test/demo.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

/** A sheet of the demo bakery under names of its own: a product is of one formula only. */
function sheetOf(slug: (typeof DEMO_FORMULAS)[number]): FormulaDraft {
  const draft = draftOfFormula(demoFormula(slug), '°C');
  const products = draft.products.map((product) => ({ ...product, slug: `${product.slug}-by-table`, name: `${product.name} by table` }));
  return { ...draft, name: `${draft.name} by table`, products };
} // prettier-ignore

const send = (slug: string, asked: string, body: string) =>
  fetch(`${served}/api/v1/formulas/${slug}?${asked}`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv; charset=utf-8' },
    body,
  });
const refusedAt = async (answer: Response) => {
  assert.equal(answer.status, 422);
  const { problems } = (await answer.json()) as { problems: { path: string; problem: string; remedy: string }[] };
  assert.ok(problems.every(({ problem, remedy }) => problem !== '' && remedy !== ''));
  return problems.map(({ path }) => path);
}; // prettier-ignore

describe('sheets as tables, published over HTTP', () => {
  for (const slug of DEMO_FORMULAS)
    test(`${slug}: all of it comes through`, async () => {
      const answer = await send(
        `${slug}-by-table`,
        'base=0&note=as%20a%20table',
        formulaToCsv(sheetOf(slug)),
      );
      assert.equal(answer.status, 200, await answer.clone().text());
      assert.deepEqual(await answer.json(), { slug: `${slug}-by-table`, version: 1 });
      const kept = await (await fetch(`${served}/api/v1/formulas/${slug}-by-table`)).json();
      const { doc } = demoFormula(slug);
      assert.equal(kept.note, 'as a table');
      assert.deepEqual(kept.formula.doc, {
        ...doc,
        name: `${doc.name} by table`,
        products: doc.products.map((product) => ({
          ...product,
          slug: `${product.slug}-by-table`,
          name: `${product.name} by table`,
        })),
      });
    });

  test('one that cannot be is refused at its lines and cells, and nothing is kept of it', async () => {
    const csv = formulaToCsv(sheetOf('oat-tin'));
    const stale = await send('oat-tin-by-table', 'base=0', csv.replace('1.5', '2.5'));
    assert.ok([409, 200].includes(stale.status));
    assert.deepEqual(await refusedAt(await send('wrong-table', '', csv)), ['base']);
    assert.deepEqual(await refusedAt(await send('wrong-table', 'base=x', csv)), ['base']);
    assert.ok(
      (await refusedAt(await send('wrong-table', 'base=0', 'colour,taste\nred,sweet')))[0] !== undefined,
    );
    const unknown = csv.replace(/^.*bread flour.*$/im, 'Moon dust,,100');
    assert.match((await refusedAt(await send('wrong-table', 'base=0', unknown))).join(), /rows\.\d+/);
    assert.equal((await fetch(`${served}/api/v1/formulas/wrong-table`)).status, 404);
  });
});
