import assert from 'node:assert/strict';
import { v7 as uuid } from 'uuid';
import { demoCultures } from '../../core/test/demo.ts';
import { keptAll } from './days.ts';
import { SERVED, type Visit } from './visit.ts';
import { accessible, opensEveryWorking, visits } from './visited.ts';

const { visited } = visits();
const HOUR = 3600;

const post = async (path: string, body: unknown) => {
  const response = await fetch(`${SERVED}/api/v1/${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  assert.ok(response.ok, await response.clone().text());
  return response.json();
};
/** A culture of a test's own, fed so many hours ago. */
async function fedCulture(name: string, hoursAgo: number): Promise<{ id: string; build: string }> {
  const [quay] = demoCultures;
  assert.ok(quay);
  const culture = {
    ...quay,
    slug: name.toLowerCase().replaceAll(' ', '-'),
    name,
    place: { name: 'shelf', around: 23 },
  };
  const id = uuid();
  const build = uuid();
  await post('cultures', { id, culture });
  await post(`cultures/${id}/builds`, {
    id: build,
    parent: null,
    build: {
      schema: 1, at: Math.floor(Date.now() / 1000) - hoursAgo * HOUR, seed: 0.3, flour: 1.2, water: 1.2,
      temperature: 23, place: culture.place, vessel: culture.vessel,
    }, // prettier-ignore
  });
  return { id, build };
}
const kept = async (id: string) => (await fetch(`${SERVED}/api/v1/cultures/${id}`)).json();
const keptOnce = async (visit: Visit, id: string) => {
  await keptAll(visit);
  return kept(id);
};
const choose = (visit: Visit, name: string) =>
  visit.page.click(`::-p-xpath(//nav[@aria-label="Cultures"]//button[contains(., "${name}")])`);
const openDialog = '[role="dialog"][data-state="open"]';

visited(
  'a culture entered, fed by the sentence with the keyboard, and known better by one tap',
  async (visit) => {
    const name = `Gorse culture ${Date.now() % 100_000}`;
    await visit.go('/make/cultures');
    await visit.press('New culture');
    await visit.enter('coldest', 'cosy');
    await visit.press('Save');
    await visit.until(`${openDialog} .field-problem`, '“cosy” is not a temperature');
    await visit.enter('name', name);
    await visit.enter('coldest', '23');
    await visit.enter('warmest', '23');
    await visit.enter('diameter', '20');
    await visit.press('Save');
    await visit.until('.shelf [aria-current]', name);
    await visit.until('.main', 'Its vigour is not known yet');
    await visit.enter('feed.needed', '2 kg');
    await visit.enter('feed.celsius', '23');
    await visit.keys('Enter');
    // Worked out the other way round: the ratio is given, the time follows. C1: 1 : 4 : 4 at 23 °C takes 8.9 h.
    await visit.page.click('::-p-xpath(//button[contains(., "work out") and contains(., "ready by")])');
    await visit.enter('feed.flour', '4');
    await visit.until('[data-figure="feed.hours"]', '8.9 h');
    await visit.until('[data-feed]', /Feed 238 g of seed with 952 g flour and 952 g water/);
    await visit.enter('feed.flour', 'four');
    await visit.until('.sentence .field-problem', '“four” is not a number');
    await visit.enter('feed.flour', '4');
    assert.ok((await opensEveryWorking(visit)) >= 6);
    await visit.page.click('.sentence .knuckle');
    await visit.until('.when', /ripe in 8 h/);
    const list = await (await fetch(`${SERVED}/api/v1/cultures`)).json();
    const mine = list.cultures.find(({ culture }: { culture: { name: string } }) => culture.name === name);
    const { builds } = await keptOnce(visit, mine.id);
    assert.equal(builds.length, 1);
    assert.equal((builds[0].build.flour / builds[0].build.seed).toFixed(3), '4.000');
    await visit.until('aside', 'What do you see?');
    assert.ok((await opensEveryWorking(visit)) >= 3);
    await visit.reload();
    await choose(visit, name);
    await visit.until('.when', /ripe in 8 h/);
  },
);

visited(
  'on a narrow screen with a knuckle: signs teach vigour, the cold delays, what was wrong is taken back',
  async (visit) => {
    const name = `Heather culture ${Date.now() % 100_000}`;
    const { id } = await fedCulture(name, 6);
    await visit.go('/make/cultures');
    await choose(visit, name);
    await visit.until('.main', 'Its vigour is not known yet');
    const before = await visit.figure('build.ripe');
    await visit.page.click('.pad .line');
    await visit.until('.main', /Vigour 1\.[2-9]\d from 1 build/);
    assert.notEqual(await visit.figure('build.ripe'), before);
    await visit.until('.state', /Noted. It is ripe at \d\d:\d\d instead of \d\d:\d\d/);
    await visit.enter('sign.height', 'high');
    await visit.page.click('::-p-xpath(//button[contains(., "Note") and contains(., "the height")])');
    await visit.until('.pad .field-problem', '“high” is no height');
    await visit.press('Into the cold');
    await visit.until('.now', 'the cold');
    await visit.press('mould');
    await visit.until('.main .caution', 'throw all of it away, never scrape');
    await visit.press('Feedings');
    await visit.until(`${openDialog} ul`, 'had mould');
    await visit.page.click(`::-p-xpath(//li[contains(., "had mould")]//button[contains(., "take back")])`);
    await visit.until(`${openDialog} .old`, 'had mould');
    await visit.keys('Escape');
    await visit.page.waitForFunction(() => !document.body.innerText.includes('never scrape'));
    const { builds } = await keptOnce(visit, id);
    assert.deepEqual(
      builds[0].signs.map(({ sign }: { sign: { kind: string } }) => sign.kind),
      ['at-line', 'moved', 'health', 'nothing'],
    );
    const small = await visit.page.$$eval('.sign, .pad .line, .moves button', (all) =>
      all.filter((each) => each.clientHeight < 54).map((each) => each.textContent),
    );
    assert.deepEqual(small, [], 'targets for a knuckle');
    assert.ok(await visit.page.evaluate(() => document.documentElement.scrollWidth <= innerWidth));
  },
  [390, 844],
);

visited('too early or too late: what can be done stands in sentences', async (visit) => {
  const name = `Thrift culture ${Date.now() % 100_000}`;
  await fedCulture(name, 5);
  await visit.go('/make/cultures');
  await choose(visit, name);
  const clock = (hours: number) => new Date(Date.now() + hours * HOUR * 1000).toISOString().slice(11, 16);
  await visit.enter('wanted', clock(10));
  await visit.until('.advice', /Into the cold \(4\.0 °C\) .*\d\d:\d\d/);
  await visit.until('.advice', /Feed it once more at \d\d:\d\d, 1 : \d/);
  await visit.enter('wanted', clock(2.2));
  await visit.until('.advice', /Move it to 2\d\.0 °C: ripe at \d\d:\d\d/);
  await visit.enter('wanted', 'soon');
  await visit.until('.advice .field-problem', '“soon” is not a time of day');
});

visited('what if, stages, yeast, family and the first ten days', async (visit) => {
  await visit.go('/make/cultures');
  await visit.press('What if');
  await visit.page.waitForSelector('[name="desk.formula"]');
  await visit.choose('desk.formula', 'quay-country');
  const asItIs = await visit.text('[data-desk="best.0"]');
  const before = await visit.text('[data-desk="best.1"]');
  await visit.page.focus('[data-slide="room.1"] [role="slider"]');
  for (let step = 0; step < 6; step += 1) await visit.keys('ArrowLeft');
  await visit.page.waitForFunction(
    (was) => document.querySelector('[data-desk="best.1"]')?.textContent !== was,
    {},
    before,
  );
  assert.equal(await visit.text('[data-desk="best.0"]'), asItIs);
  await visit.page.waitForSelector(`${openDialog} [data-chart] svg`);
  await visit.keys('Escape');
  await visit.press('Stages and yeast');
  await visit.until('[data-chain]', /First build.*seed.*Full build.*Yeast to acid \d\.\d\d/);
  await visit.enter('chain.1.celsius', '-4');
  await visit.until(`${openDialog} .field-problem`, 'never ripens');
  await visit.enter('chain.1.celsius', '28');
  // P1 the other way round: 0.1 % at 22 °C is ripe after 9.16 h.
  await visit.enter('yeasted.hours', '9:10');
  await visit.enter('yeasted.celsius', '22');
  await visit.until('[data-yeasted]', /^0\.100 % instant yeast/);
  await visit.choose('yeasted.find', 'cold');
  await visit.enter('yeasted.yeast', '0.2 %');
  await visit.enter('yeasted.hours', '16 h');
  await visit.until('[data-yeasted]', /in one tub: \d h.* at 22.0 °C, then at 4.0 °C; ripe after 16 h/);
  await visit.enter('yeasted.mass', '60 kg');
  await visit.until(`${openDialog} .field-problem`, 'so much cools slowly');
  await visit.keys('Escape');
  await visit.press('Family');
  await visit.until(`${openDialog} .roots`, /Quay culture.*Tidewater sour/);
  await visit.keys('Escape');
  await visit.press('New culture');
  await visit.press('Begin one from nothing: the first ten days');
  await visit.until(openDialog, /Day 10/);
  await visit.keys('Escape');
});

visited(
  'a culture from nothing: begun, fed and looked at day by day, until it is a culture',
  async (visit) => {
    const name = `Campion culture ${Date.now() % 100_000}`;
    await visit.go('/make/cultures');
    await visit.press('New culture');
    await visit.press('Begin one from nothing: the first ten days');
    await visit.enter('diary.coldest', 'cosy');
    await visit.press('Begin it');
    await visit.until(`${openDialog} .field-problem`, '“cosy” is not a temperature');
    await visit.enter('diary.name', name);
    await visit.enter('diary.coldest', '26');
    await visit.press('Begin it');
    await visit.until('.main', /Day 1\s*Begin/);
    await visit.enter('diary.flour', 'a spoon');
    await visit.press('Begun: note it now');
    await visit.until('.main .field-problem', '“a spoon” is not a mass');
    await visit.enter('diary.flour', '60 g');
    await visit.press('Begun: note it now');
    await visit.until('.main section', /60 g flour, 50 g water, 26.0 °C/);
    await visit.press('bubbles');
    await visit.until('.main section li', 'bubbles');
    await visit.press('take back');
    await visit.page.waitForSelector('.main section li.old');
    await visit.press('mould');
    await visit.until('.main [role="alert"]', 'never scrape');
    const { pathname } = new URL(visit.page.url());
    const list = await (await fetch(`${SERVED}/api/v1/cultures`)).json();
    const { id, culture } = list.cultures.find(
      (each: { culture: { name: string } }) => each.culture.name === name,
    );
    const stored = await keptOnce(visit, id);
    assert.deepEqual([stored.builds[0].build.flour, stored.builds[0].build.seed], [0.06, 0]);
    // Days later it doubled three times in a row.
    const begun = Math.floor(Date.now() / 1000) - 90 * HOUR;
    await fetch(`${SERVED}/api/v1/cultures/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        culture: { ...culture, nursery: { from: begun, until: null } },
        rev: stored.rev,
      }),
    });
    for (const after of [50, 62, 74]) {
      const build = uuid();
      const at = begun + after * HOUR;
      const { place, vessel } = culture;
      await post(`cultures/${id}/builds`, {
        id: build,
        parent: null,
        build: { schema: 1, at, seed: 0.02, flour: 0.06, water: 0.06, temperature: 26, place, vessel },
      });
      await post(`builds/${build}/signs`, {
      id: uuid(), at: at + 5 * HOUR, sign: { kind: 'diary', seen: 'doubled' }, corrects: null,
    }); // prettier-ignore
    }
    await visit.go(pathname);
    await choose(visit, name);
    await visit.press('It is a culture now');
    await visit.until('.main', 'Its vigour is not known yet');
    await visit.press('Its first days');
    await visit.until(openDialog, /it has doubled/);
    await visit.keys('Escape');
  },
);

visited('a lost server loses nothing; a change made elsewhere is shown', async (visit) => {
  visit.expectErrors(/409|ERR_|Failed to load/);
  const name = `Marram culture ${Date.now() % 100_000}`;
  const { id, build } = await fedCulture(name, 3);
  await visit.go('/make/cultures');
  await choose(visit, name);
  await visit.page.setOfflineMode(true);
  await visit.press('floats');
  await visit.until('.notice', 'What you entered is still here');
  // It is sent by itself as soon as there is a line again.
  await visit.page.setOfflineMode(false);
  await visit.page.waitForFunction(() => document.querySelector('.notice') === null);
  assert.equal((await keptOnce(visit, id)).builds[0].signs.length, 1);
  const stored = await kept(id);
  // Taken back here without a line, while it was changed elsewhere.
  await visit.press('Feedings');
  await visit.page.waitForFunction(() => document.body.textContent?.includes('This feeding never was'));
  await visit.page.setOfflineMode(true);
  await fetch(`${SERVED}/api/v1/builds/${build}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ build: { ...stored.builds[0].build, note: 'by hand' }, rev: 1 }),
  });
  await visit.press('This feeding never was');
  await visit.keys('Escape');
  await visit.page.setOfflineMode(false);
  await visit.until('.notice', 'changed on another screen');
});

for (const look of ['light', 'dark'])
  visited(`Cultures, ${look}: nothing for the accessibility checker to find`, async (visit) => {
    await fedCulture(`Samphire ${look} ${Date.now() % 100_000}`, 4);
    await accessible(visit, look, '/make/cultures', async () => {
      await visit.page.waitForSelector('.shelf button');
      await choose(visit, `Samphire ${look}`);
      await visit.page.waitForSelector('[data-chart] svg');
    });
  });
