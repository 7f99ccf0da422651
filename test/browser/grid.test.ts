import assert from 'node:assert/strict';
import { onlyOrders } from './days.ts';
import { visits } from './visited.ts';
import type { Visit } from './visit.ts';

const { visited } = visits();

/** Row and column of the cell that is typed into. */
const here = ({ page }: Visit) =>
  page.evaluate(() => {
    const cell = document.activeElement?.closest<HTMLElement>('[data-column]');
    return [cell?.closest<HTMLElement>('[data-row]')?.dataset['row'], cell?.dataset['column']].join(' ');
  });

visited('cells are gone through by the same keys on the sheet and in Orders', async (visit) => {
  await visit.go('/know/formulas/quay-country');
  await visit.page.waitForSelector('.sheet-grid');
  await visit.page.click('[data-row="0"] [data-column="total"]');
  const way: string[] = [];
  for (const keys of [['Enter'], ['Shift', 'Enter'], ['ArrowDown'], ['ArrowRight'], ['End'], ['ArrowRight'], ['ArrowLeft']] as const) {
    await visit.keys(...keys);
    way.push(await here(visit));
  }
  const [first] = way[3]?.split(' ').slice(1) ?? [];
  assert.deepEqual(way, ['1 total', '0 total', '1 total', `1 ${first}`, `1 ${first}`, '1 mix', `1 ${first}`]);
  // In the column of names the arrows choose from the larder.
  await visit.page.click('[data-row="1"] [data-column="ingredient"]');
  await visit.keys('ArrowDown');
  assert.equal(await here(visit), '1 ingredient');

  const date = '2036-07-22';
  await onlyOrders(date, [['own-counter', 'quay-loaf', '08:00', 20], ['own-counter', 'oat-tin', '08:00', 10]]);
  await visit.go(`/plan/orders/${date}`);
  await visit.page.click('[data-row="0"][data-column="0"]');
  const cells: string[] = [];
  for (const keys of [['ArrowDown'], ['Enter'], ['Shift', 'Enter'], ['End'], ['ArrowRight'], ['Home'], ['ArrowLeft'], ['ArrowUp']] as const) {
    await visit.keys(...keys);
    cells.push(await here(visit));
  }
  assert.deepEqual(cells, ['1 0', '2 0', '1 0', '1 0', '1 1', '1 1', '1 0', '0 0']);
}); // prettier-ignore
