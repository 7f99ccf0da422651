import assert from 'node:assert/strict';
import { at } from './night.ts';
import { api, onlyOrders, settled } from './days.ts';
import { SERVED, type Visit } from './visit.ts';
import { accessible, chooseFile, visits } from './visited.ts';

const { visited } = visits();

const focus = ({ page }: Visit, task: string) =>
  page.$eval(task, (each) => (each as unknown as HTMLElement).focus());
const labels = ({ page }: Visit) =>
  page.$$eval('[data-task]', (all) => all.map((each) => each.getAttribute('aria-label') ?? '').sort());
const labelOf = ({ page }: Visit, task: string) =>
  page.$eval(`[data-task="${task}"]`, (each) => each.getAttribute('aria-label') ?? '');
/** Ticks all that is asked for at the task that is being noted. */
const confirmAll = ({ page }: Visit) =>
  page.$$eval('.gate input:not(:checked)', (all) => {
    for (const each of all) (each as HTMLInputElement).click();
  });
const startOf = async (visit: Visit, task: string) => {
  const [, hour, minute] = /, (\d\d):(\d\d) to/.exec(await labelOf(visit, task)) ?? [];
  return Number(hour) * 60 + Number(minute);
};

visited('orders from a table are planned, a mix is moved, the plan is kept and opens the same', async (visit) => {
  const { page } = visit;
  await onlyOrders('2032-03-04', [
    ['tea-room', 'tidewater-tin', '09:30', 14],
    ['boatyard-canteen', 'lantern-baguette', '07:30', 30],
    ['ferry-kiosk', 'skipper-twist', '06:30', 40],
  ]);
  await visit.go('/plan/orders/2032-03-04');
  await visit.press('Tables');
  await chooseFile(
    visit,
    'orders.csv',
    'customer,product,drop,pieces\nOwn counter,Quay loaf,8:00,30\nHarbour master,Quay loaf,,2\nTea room,Beacon slab,,6\n',
  );
  await visit.until('[aria-label="Lines that cannot be read"]', /Line 3.*Harbour master.*is no customer here/);
  await visit.press('Take 2 lines, leave 1');
  assert.equal(await visit.value('own-counter quay-loaf 08:00'), '30');
  assert.equal(await visit.value('tea-room beacon-slab 09:30'), '6');
  await visit.enter('own-counter quay-small 08:00', 'a few');
  await visit.press('Save');
  await visit.until('.notice', 'One cell is not a number of pieces. Use whole numbers.');
  assert.equal(await visit.value('own-counter quay-small 08:00'), 'a few');
  await visit.enter('own-counter quay-small 08:00', '14');
  await visit.press('Plan this day');

  await page.waitForSelector('[data-task="tidewater-rye.1.mix"]');
  await settled(visit);
  await visit.press('Doughs of one van together');
  await page.waitForSelector('[aria-label="Van at 09:30, 2 doughs"]');
  await page.waitForFunction(() => document.querySelectorAll('[data-task="tidewater-rye.1.mix"]').length === 1);
  await page.click('[aria-label="Van at 09:30, 2 doughs"]');
  await page.waitForFunction(() => document.querySelector('[aria-label^="Van at"]') === null);
  await visit.keys('v');
  const before = await startOf(visit, 'tidewater-rye.1.mix');
  await focus(visit, '[data-task="tidewater-rye.1.mix"]');
  await visit.until('#why-title', 'Mix Tidewater Rye');
  await visit.until('section table', /later/);
  // Three hours later the rye is not cold when its van leaves.
  for (let half = 0; half < 6; half += 1) await visit.keys('Alt', 'Shift', 'ArrowRight');
  const offers = '[aria-label="What stands in the way"] li button';
  await page.waitForSelector(`::-p-xpath(//li/button[contains(., "Tidewater Rye leaves")])`);
  await visit.until(offers, 'Stop holding the time to mix Tidewater Rye');
  await page.click(`::-p-xpath(//li/button[contains(., "Tidewater Rye leaves")])`);
  await page.waitForSelector('[data-task="tidewater-rye.1.mix"][aria-label*="held here"]');
  await settled(visit);
  assert.equal(await startOf(visit, 'tidewater-rye.1.mix'), (before + 180) % 1440);
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  const saved = await labels(visit);
  await visit.reload();
  await page.waitForSelector('[data-task]');
  await visit.until('header [role="status"]', /^ ?Saved/);
  assert.deepEqual(await labels(visit), saved);

  await page.evaluate(() => dispatchEvent(new Event('beforeprint')));
  await page.emulateMediaType('print');
  const sheet = await page.$eval('.print-day', (each) => (each as HTMLElement).innerText);
  for (const name of ['Maren Tolley', 'Pell Dunnage']) assert.ok(sheet.includes(name), name);
  assert.match(sheet, /mix Tidewater Rye/);
  await page.emulateMediaType('screen');
  const table = await (await fetch(`${SERVED}/api/v1/plans/2032-03-04/plan.csv`)).text();
  assert.equal(table.trim().split('\n').length - 1, saved.length);
  const calendarOf = (name: string) => fetch(`${SERVED}/api/v1/plans/2032-03-04/plan.ics?person=${encodeURIComponent(name)}`);
  const calendar = await (await calendarOf('Odo Fenwright')).text();
  const events = calendar.match(/BEGIN:VEVENT/g)?.length ?? 0;
  assert.equal(events, saved.filter((label) => label.includes('Odo Fenwright')).length);
  assert.match(await (await calendarOf('Odo')).text(), /Nobody called “Odo” works on this day.*Odo Fenwright/);

  await api('PUT', 'orders/2032-03-04', {
    lines: [{ customer: 'own-counter', product: 'quay-loaf', drop: '08:00', pieces: 33, was: 30 }],
  });
  await visit.reload();
  await visit.until('.notice', /The orders changed since this was planned: Quay loaf for 08:00: 33 instead of 30/);
  await visit.press('Plan with the orders of now');
  await page.waitForSelector('[data-task*="quay-loaf.shape"][aria-label^="shape 33 Quay loaf"]');
}); // prettier-ignore

visited('a day that cannot be says why, and each remedy that is offered takes the conflict away', async (visit) => {
  const { page } = visit;
  const { rev } = (await api('PUT', 'customers/night-ferry', {
    base: 0,
    customer: { schema: 1, slug: 'night-ferry', name: 'Night ferry', drops: ['03:00'], off: [] },
  })) as { rev: number };
  await onlyOrders('2032-03-11', [['night-ferry', 'lantern-baguette', '03:00', 30]]);
  await visit.go('/plan/day/2032-03-11');
  await visit.until('[role="alert"]', /This day cannot be done.*Lantern Baguette cannot be/);
  const offers = '[aria-label="What stands in the way"] li button';
  await page.waitForFunction(() => !document.body.innerText.includes('Planning what might help'));
  const words = await page.$$eval(offers, (all) => all.map((each) => each.textContent?.trim() ?? ''));
  assert.ok(words.length > 0, 'something helps');
  for (const each of words) {
    await visit.press(each);
    await page.waitForSelector('[data-task]');
    await settled(visit);
    assert.equal(await page.$('[aria-label="What stands in the way"]'), null);
    await visit.press('Undo');
    await page.waitForSelector(`::-p-xpath(//section[@aria-label="What stands in the way"]//button[normalize-space(.)="${each}"])`);
  }
  await api('DELETE', `customers/night-ferry?rev=${rev}&orders=too`);
}); // prettier-ignore

visited('a dough that came out cold: its bulk lengthens, what moves is shown first, and taken', async (visit) => {
  const { page } = visit;
  await onlyOrders('2032-03-18', [
    ['own-counter', 'quay-loaf', '08:00', 24],
    ['own-counter', 'oat-tin', '08:00', 12],
  ]);
  await visit.go('/plan/day/2032-03-18');
  await page.waitForSelector('[data-task="quay-country.1.mix"]');
  await settled(visit);
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await page.waitForSelector('[data-task="quay-country.1.mix"]');
  await focus(visit, '[data-task="quay-country.1.mix"]');
  await visit.press('It happened');
  await confirmAll(visit);
  await visit.enter('degrees', 'lukewarm');
  await visit.press('Plan the rest from here');
  await visit.until('.field-problem', 'lukewarm');
  await visit.enter('degrees', '22');
  await visit.press('Plan the rest from here');
  await visit.until('[aria-label="What this moves"]', /Quay Country came out at 22.0 °C: its bulk is best after .* longer/);
  const cut = await labelOf(visit, 'quay-country.1.divide');
  await visit.press('Use it');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await visit.reload();
  await page.waitForSelector('[data-task="quay-country.1.divide"]');
  assert.equal(await labelOf(visit, 'quay-country.1.divide'), cut);
}); // prettier-ignore

visited('a mix is noted with what gets forgotten, its dough by its height, the cut by its mass', async (visit) => {
  const { page } = visit;
  await onlyOrders('2032-04-01', [
    ['own-counter', 'oat-tin', '08:00', 28],
    ['own-counter', 'quay-loaf', '08:00', 12],
  ]);
  await visit.go('/plan/day/2032-04-01');
  await page.waitForSelector('[data-task="oat-tin.1.mix"]');
  await settled(visit);
  await focus(visit, '[data-task="oat-tin.1.mix"]');
  await visit.press('It happened');
  await visit.press('Plan the rest from here');
  await visit.until('[role="alert"]', /Nobody said that salt is in.*Tick it/);
  await confirmAll(visit);
  const [, hour, minute] = /to (\d\d):(\d\d),/.exec(await labelOf(visit, 'oat-tin.1.mix')) ?? [];
  const seen = Number(hour) * 60 + Number(minute) + 40;
  await visit.enter('stands', '8');
  await visit.press('Plan the rest from here');
  await visit.until('.field-problem', /not a time of day. Type when it was measured/);
  await visit.enter('seenAt', `${String(Math.floor(seen / 60)).padStart(2, '0')}:${String(seen % 60).padStart(2, '0')}`);
  await visit.press('Plan the rest from here');
  await visit.until('[aria-label="What this moves"]', /Oat Tin stood at 8.0 cm: its bulk is best after .* shorter/);
  await visit.press('Use it');
  await focus(visit, '[data-task="oat-tin.1.divide"]');
  await visit.until('#why-title', 'Divide');
  await visit.press('It happened');
  await visit.enter('dough', '15 kg');
  await visit.press('Plan the rest from here');
  await visit.until('[aria-label="What this moves"]', /Oat tin: \d+ instead of 28 from the dough there is/);
  await visit.press('Cancel');
  await page.waitForSelector('[data-task="oat-tin.1.oat-tin.shape"][aria-label^="shape 28 Oat tin"]');
}); // prettier-ignore

visited('goals are weighed, plans are kept and compared, tubs get their labels, a past beginning is said', async (visit) => {
  const { page } = visit;
  await onlyOrders('2032-06-17', [['own-counter', 'oat-tin', '08:00', 28], ['own-counter', 'quay-loaf', '08:00', 24], ['own-counter', 'lantern-baguette', '08:00', 54]]);
  await visit.go('/plan/day/2032-06-17');
  await page.waitForSelector('[data-task="oat-tin.1.mix"]');
  await settled(visit);
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await visit.press('Others beside it');
  await visit.until('[role="dialog"] thead', 'This plan');
  await page.waitForFunction(() => !document.body.innerText.includes('Planning the others'));
  // Each is there, or it is said that none was found that is better in it.
  const told = await visit.text('[role="dialog"][data-state="open"]');
  const leanings = [
    ['Latest start', 'begins later', 'Work begun', '0.32'],
    ['Least oven', 'takes less of the oven', 'Oven on and empty', '0.45'],
    ['Best bread', 'has its doughs nearer to their best', 'A dough five minutes', '2.45'],
  ] as const;
  for (const [name, none] of leanings) assert.notEqual(told.includes(name), told.includes(none), name);
  const [, , goal, drawn] = leanings.find(([name]) => told.includes(name)) ?? assert.fail(told);
  await page.locator('::-p-xpath((//*[@role="dialog"]//button[normalize-space(.)="Look"])[2])').click();
  await page.waitForSelector('[role="dialog"] td:nth-child(3) [aria-pressed="true"]');
  await visit.press('Rather this');
  await settled(visit);
  await visit.press('Goals');
  const range = `[role="slider"][aria-label^="${goal}"]`;
  await page.waitForSelector(range);
  assert.equal(await page.$eval(range, (each) => each.getAttribute('aria-valuenow')), drawn);
  await visit.keys('Escape');
  await visit.press('Undo');
  await settled(visit);
  await visit.press('Goals');
  await page.waitForSelector('[role="slider"][aria-label^="Bread ready"]');
  await page.focus('[role="slider"][aria-label^="Bread ready"]');
  await visit.keys('Home');
  await visit.keys('Escape');
  await visit.until('header [role="status"]', 'Not saved yet');
  await visit.press('Save');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await visit.press('Plans of this day');
  await Promise.all([
    page.waitForResponse((response) => response.request().method() === 'PATCH' && response.ok()),
    visit.press('Open plan 1'),
  ]);
  assert.equal(((await api('GET', 'plans/2032-06-17')) as { plan: { n: number } }).plan.n, 1);
  await visit.reload();
  await page.waitForSelector('[data-task]');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await page.evaluate(() => (window.print = () => undefined));
  await visit.press('Print by station');
  await page.waitForSelector('.print-day .at');
  const rows = await page.$$eval('.print-day tr:has(.at)', (each) => each.map((row) => (row as HTMLElement).textContent.trim()));
  for (const label of await labels(visit)) {
    const [, what = '', start = ''] = /^[a-z ]+(.+?), (\d\d:\d\d)/.exec(label) ?? [];
    assert.ok(what !== '' && rows.some((row) => row.startsWith(start) && row.includes(what)), label);
  }
  await page.evaluate(() => dispatchEvent(new Event('afterprint')));
  await visit.press('Print tub labels');
  await page.waitForSelector('.labels .code svg');
  assert.match(await visit.text('.print-day'), /Oat Tin.*tub 1 of .*Cut \w{3} \d\d:\d\d.*28 × .* Oat tin/);

  // It is two at night, and the levain of this morning's loaves would have been made yesterday.
  await onlyOrders('2032-04-15', [
    ['own-counter', 'quay-loaf', '08:00', 24],
    ['own-counter', 'oat-tin', '08:00', 12],
  ]);
  await at(visit, Date.parse('2032-04-15T01:00:00Z') / 1000, async () => {
    await visit.go('/plan/day/2032-04-15');
    await visit.until('.notice', /This plan begins .* and it is 02:0\d now/);
    await visit.press('Plan from now on');
    await visit.until('[role="alert"]', /This day cannot be done.*from 02:0\d on: between make Quay levain and mix Quay Country/);
  });
}); // prettier-ignore

for (const look of ['light', 'dark'])
  visited(`Orders and Day line are accessible in the ${look} look`, async (visit) => {
    await accessible(visit, look, '/plan/orders/2032-03-25', () => visit.until('h1', 'Orders'));
    await accessible(visit, look, '/plan/day/2032-03-25', () => settled(visit));
  });

visited('a mix is dragged with the mouse: the hours stand still, and it is held where it was let go', async (visit) => {
  const { page } = visit;
  // One dough of which both beginning and end have room: it can be held a quarter of an hour later.
  await onlyOrders('2031-02-15', [['tea-room', 'tidewater-tin', '09:30', 18]]);
  await visit.go('/plan/day/2031-02-15');
  const mix = '[data-task="tidewater-rye.1.mix"]';
  await page.waitForSelector(mix);
  await settled(visit);
  const hours = () => page.$$eval('svg .axis', (all) => all.map((each) => `${each.textContent} ${each.getAttribute('x')}`));
  const before = await startOf(visit, 'tidewater-rye.1.mix');
  const [shown, box] = [await hours(), await (await page.$(mix))?.boundingBox()];
  assert.ok(box, 'the mix is drawn');
  const [at, to] = await page.$$eval('svg .axis', (all) => all.slice(-2).map((each) => Number(each.getAttribute('x'))));
  const names = shown.slice(-2).map((name) => Number(name.slice(0, 2)));
  const hour = ((to ?? 0) - (at ?? 0)) / ((names[1] ?? 0) - (names[0] ?? 0));
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const held = (later: number) => {
    const [hours, minutes] = [Math.floor((before + later) / 60), (before + later) % 60].map((each) => `${each}`.padStart(2, '0'));
    return page.waitForSelector(`${mix}[aria-label*=", ${hours}:${minutes} to"][aria-label*="held here"]`);
  };
  for (const minutes of [10, 15]) {
    await page.mouse.move(x + (minutes / 60) * hour, y, { steps: 3 });
    await held(minutes);
    assert.deepEqual(await hours(), shown);
  }
  await page.mouse.up();
  await settled(visit);
  await held(15);
}); // prettier-ignore

visited('what is typed while a plan is being saved is not cut off', async (visit) => {
  const { page } = visit;
  await onlyOrders('2032-05-06', [['tea-room', 'oat-tin', '09:30', 12]]);
  await visit.go('/plan/day/2032-05-06');
  await page.waitForSelector('[data-task="oat-tin.1.divide"]');
  await settled(visit);
  await focus(visit, '[data-task="oat-tin.1.divide"]');
  await visit.press('It happened');
  // The answer to what is saved is held back until half of it is typed.
  await page.evaluate(`{
    const send = window.fetch;
    window.fetch = async (...what) => {
      const answer = await send(...what);
      if (what[1]?.method === 'PUT') await new Promise((go) => (window.letGo = go));
      return answer;
    };
  }`);
  await visit.press('Save');
  await visit.enter('dough', '12');
  await page.waitForFunction('window.letGo');
  await page.evaluate('window.letGo()');
  await visit.until('header [role="status"]', /^ ?Saved/);
  await page.keyboard.type('.5');
  assert.equal(await visit.value('dough'), '12.5');
}); // prettier-ignore
