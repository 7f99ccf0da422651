import assert from 'node:assert/strict';
import { api, floorOf } from './days.ts';
import { accessible, visits } from './visited.ts';
import type { Visit } from './visit.ts';

const { visited } = visits();
const WORD = 'flour and water';
type Crew = { people: { id: string; name: string }[] };

/** Presses the first button whose text begins so. */
const pressIn = (visit: Visit, where: string, text: string) =>
  visit.page.locator(`::-p-xpath(//${where}//button[starts-with(normalize-space(.), "${text}")])`).click();
/** The address was left for another one. */
const arrived = (visit: Visit, path: string) =>
  visit.page.waitForFunction(
    (wanted) => location.pathname === wanted && document.body.dataset['ready'] === '',
    {},
    path,
  );

visited(
  'the head baker gives PINs, takes a device in, and people change the name on the frame',
  async (visit) => {
    visit.expectErrors(/status of (422|429)/);
    const { page } = visit;
    await visit.go('/know/crew');
    // Two of the rota get a PIN; one that is too plain is not taken, and what was typed stays.
    for (const name of ['Odo Fenwright', 'Isk Varrow']) {
      await pressIn(visit, 'section[@aria-label="People"]', name);
      await page.waitForSelector('[role="dialog"] [name="pin"]');
      await visit.enter('pin', '1234');
      await visit.press('Set the PIN');
      await visit.until('[role="dialog"] .field-problem', /neither all the same nor one after another/);
      assert.equal(await visit.value('pin'), '1234');
      await visit.enter('pin', '2580');
      await visit.press('Set the PIN');
      await visit.until('[role="dialog"] [role="status"]', 'The PIN is set.');
      await visit.keys('Escape');
      await page.waitForFunction(() => !document.querySelector('[role="dialog"]')?.getClientRects().length);
    }
    const { people } = (await api('GET', 'crew')) as Crew;
    const head = people.find(({ name }) => name === 'Maren Tolley');
    await api('PUT', `crew/${head?.id}/password`, { password: WORD });
    await visit.press('Take this device in');
    await visit.enter('device', 'By the oven');
    await visit.press('Take it in');
    await visit.until('section[aria-label="Devices"] li', 'By the oven');

    // By the frame to the names of the shift, with a wrong PIN first.
    await floorOf(visit, '2036-10-07');
    const floor = '/make/floor/2036-10-07';
    await visit.press('At work here: Maren Tolley');
    await page.locator('::-p-xpath(//a[normalize-space(.)="Somebody else"])').click();
    await visit.until('h1', 'Who is at work?');
    await pressIn(visit, 'main', 'Odo Fenwright');
    await page.waitForSelector('[name="pin"]');
    for (const figure of ['2', '5', '8', '1']) await visit.press(figure);
    await visit.press('Come in');
    await visit.until('.field-problem', 'That is not the PIN.');
    assert.equal(await visit.value('pin'), '', 'a PIN is typed anew');
    await page.type('[name="pin"]', '2580');
    await visit.keys('Enter');
    await arrived(visit, floor);
    await page.waitForSelector('[aria-label="At work here: Odo Fenwright"]');

    // A second one; then back to the first by one press, without a PIN.
    await page.goto(`${visit.served}/sign-in/pin?to=${floor}`);
    await visit.ready();
    await pressIn(visit, 'main', 'Isk Varrow');
    await page.waitForSelector('[name="pin"]');
    await page.type('[name="pin"]', '2580');
    await visit.keys('Enter');
    await arrived(visit, floor);
    await page.waitForSelector('[aria-label="At work here: Isk Varrow"]');
    await visit.press('At work here: Isk Varrow');
    await pressIn(visit, 'div[@role="dialog"]', 'Odo Fenwright');
    await page.waitForSelector('[aria-label="At work here: Odo Fenwright"]');

    // A baker does not see who may what, and is told who does.
    visit.expectErrors(/status of (403|422|429)/);
    await page.goto(`${visit.served}/know/crew`);
    await visit.until('h1', /You may not say who may what .* Ask the head baker/);
  },
);

visited('without a line the name changes and is not verified: what is noted then says so', async (visit) => {
  visit.expectErrors(/ERR_|Failed to load/);
  const { page } = visit;
  const { people } = (await api('GET', 'crew')) as Crew;
  for (const name of ['Pell Dunnage', 'Wren Calloway'])
    await api('PUT', `crew/${people.find((each) => each.name === name)?.id}/pin`, { pin: '2580' });
  const { code } = (await api('POST', 'devices/code')) as { code: string };
  await visit.go(`/sign-in/device?code=${code}`);
  await visit.enter('device', 'At the bench');
  await visit.press('Take it in');
  await floorOf(visit, '2036-10-14');
  const floor = '/make/floor/2036-10-14';
  await visit.go(`/sign-in/pin?to=${floor}`);
  await pressIn(visit, 'main', 'Pell Dunnage');
  await page.waitForSelector('[name="pin"]');
  await page.type('[name="pin"]', '2580');
  await visit.keys('Enter');
  await arrived(visit, floor);
  await visit.press('At work here: Pell Dunnage');
  await page.waitForSelector('[role="dialog"] .row');
  await visit.keys('Escape');

  let cut = true;
  await page.setRequestInterception(true);
  page.on('request', (request) => void (cut ? request.abort() : request.continue()));
  await visit.press('At work here: Pell Dunnage');
  await visit.until('[role="dialog"] [role="status"]', 'There is no line');
  await pressIn(visit, 'div[@role="dialog"]', 'Wren Calloway');
  await page.waitForSelector('[aria-label="At work here: Wren Calloway, not signed in"]');
  await page.locator('::-p-xpath(//main//button[starts-with(normalize-space(.), "Done, it is")])').click();
  await visit.until('nav', /1 not sent/);
  cut = false;
  await page.evaluate(() => dispatchEvent(new Event('online')));
  await page.waitForFunction(() => !/not sent/.test(document.querySelector('nav')?.textContent ?? ''));
  const { events } = (await api('GET', 'events?day=2036-10-14')) as { events: { by: string }[] };
  assert.deepEqual([...new Set(events.map(({ by }) => by))], ['Wren Calloway (not signed in)']);
});

for (const look of ['light', 'dark'])
  visited(`Crew and signing in are accessible in the ${look} look`, async (visit) => {
    await accessible(visit, look, '/know/crew', () => visit.until('h1', 'Crew'));
    await accessible(visit, look, '/sign-in/password', () => visit.until('h1', 'Sign in'));
    await accessible(visit, look, '/sign-in/device', () => visit.until('h1', 'Take this device'));
  });
