import { v7 as uuid } from 'uuid';
import { mixesOfDough } from '@jovet/core/day';
import { demoFormula, demoInput, must } from '../../core/test/demo.ts';
const { bakehouse, mixer } = demoInput();
const [, programme] = bakehouse.programmes;
for (const slug of ['quay-country', 'tidewater-rye', 'lantern-baguette', 'cardamom-knots']) {
  const formula = demoFormula(slug);
  const [first] = formula.doc.products;
  const order = [{ product: first!.slug, pieces: 36, scaledWeight: first!.scaledWeight }];
  const docs = must(
    mixesOfDough(
      { slug, formula, order, mixer, programme: programme!, ddt: formula.doc.process.ddt },
      bakehouse,
    ),
  );
  for (const doc of docs) {
    const r = await fetch('http://127.0.0.1:4700/api/v1/mixes', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: uuid(), date: '2026-11-25', doc }),
    });
    if (!r.ok) console.log(await r.text());
  }
}
