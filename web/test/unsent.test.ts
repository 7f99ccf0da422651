import assert from 'node:assert/strict';
import { afterEach, describe, test } from 'node:test';
import { v7 as uuid } from 'uuid';
import { Build, Culture } from '@jovet/core/culture';
import type { Event } from '@jovet/core/run';
import { demoMix } from '../../core/test/demo.ts';
import { culturesAfter, culturesWith, CULTURE_WORK } from '../src/lib/bench/cultures/culture-work.ts';
import { mixesWith } from '../src/lib/bench/water/day-mixes.ts';
import type { StoredCulture } from '../src/lib/server/database/culture.ts';
import type { StoredMix } from '../src/lib/server/database/mix.ts';
import { pickOf } from '../src/lib/sync/merge.ts';
import { readStored } from '../src/lib/sync/stored.ts';
import type { Work } from '../src/lib/sync/work.ts';
import { until, wire } from './bench/in-process.ts';

const { unsent } = await import('../src/lib/sync/unsent.svelte.ts');

afterEach(() => {
  wire.up = true;
  wire.asked.length = 0;
  for (const { id } of unsent.all) unsent.leave(id);
});

const DAY = '2031-11-20';
const event = (id = uuid(), corrects: string | null = null): Event => ({
  id, day: DAY, subject: { kind: 'day', id: DAY }, happened: { kind: 'began' }, at: 1_900_000_000, corrects,
  instrument: 'typed', spot: 'core', offset: 0,
}); // prettier-ignore
const noted = (...events: Event[]): Work => ({ kind: 'events', events });
const sent = () => until(() => unsent.all.length === 0, 'everything sent');
const asked = (method: string) => wire.asked.filter((each) => each.startsWith(method)).length;
const read = async <T>(path: string) => (await (await fetch(`/api/v1/${path}`)).json()) as T;
/** Another screen changes something. */
const elsewhere = async (path: string, body: unknown) => {
  const { status } = await fetch(`/api/v1/${path}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
  assert.equal(status, 200, path);
}; // prettier-ignore

describe('what is not sent yet', () => {
  test('is sent one after another in the order in which it was done', async () => {
    const ids = [uuid(), uuid(), uuid()];
    const heard: Work[] = [];
    const end = unsent.listen((work) => heard.push(work));
    for (const id of ids) unsent.add(noted(event(id)));
    assert.equal(unsent.keeping('events').state, 'waiting');
    await sent();
    end();
    assert.deepEqual(heard.flatMap((work) => (work.kind === 'events' ? work.events.map(({ id }) => id) : [])), ids);
    assert.equal(unsent.keeping('events').state, 'idle');
  }); // prettier-ignore

  test('stays while the line is down, and goes when it is told to', async () => {
    wire.up = false;
    for (let n = 0; n < 2; n += 1) unsent.add(noted(event()));
    await until(() => unsent.keeping('events').state === 'failed');
    assert.match(unsent.trouble[0]?.remedy ?? '', /still here/);
    assert.equal(unsent.waiting.length, 2);
    wire.up = true;
    await unsent.run();
    assert.deepEqual([unsent.all.length, unsent.keeping('events').state], [0, 'idle']);
  });

  test('what is refused stays with its reason, the rest goes on, and it can be sent once more', async () => {
    const missing = uuid();
    unsent.add(noted(event(uuid(), missing)));
    unsent.add(noted(event()));
    await until(() => unsent.waiting.length === 0);
    assert.equal(unsent.refused.length, 1);
    assert.match(unsent.keeping('events').problems[0]?.problem ?? '', /not here/);
    unsent.add(noted(event(missing)));
    await until(() => unsent.waiting.length === 0);
    unsent.takeUp(unsent.refused[0]?.id ?? '');
    await sent();
  });

  test('what another version left is shown, and not sent: nothing is dropped in silence', () => {
    const of = { base: null, refused: null, clashes: null };
    const [known, unknown] = readStored([
      { ...of, id: uuid(), work: noted(event()) },
      { ...of, id: uuid(), work: { kind: 'stirred', id: uuid() } as unknown as Work },
    ]);
    assert.deepEqual([known?.refused, known?.work.kind], [null, 'events']);
    assert.match(unknown?.refused?.[0]?.problem ?? '', /another version/);
    const orders: Work = {
      kind: 'orders',
      date: '2041-03-05',
      doc: { 'own-counter quay-loaf 08:00': 12, 'tea-room oat-tin 09:30': null },
    };
    const standing: Work = {
      kind: 'standing',
      doc: { 'own-counter quay-loaf 08:00': { weekdays: [1, 2, 3, 4, 5, 6, 7], from: null, to: null } },
    };
    const broken = { kind: 'house', id: 'house', unit: '°C', doc: { things: [] } } as unknown as Work;
    assert.deepEqual(
      readStored([orders, standing, broken].map((work) => ({ ...of, id: uuid(), work }))).map(
        ({ work, refused }) => [work, refused === null],
      ),
      [
        [orders, true],
        [standing, true],
        [broken, false],
      ],
    );
  });
});

const culture = (name: string): Culture =>
  Culture.parse({
    schema: 1, slug: name.toLowerCase().replaceAll(' ', '-'), name, of: 'no-flour', hours: 24,
    ripeness: { earliest: 1.5, best: 2, latest: 2.8 },
    vessel: { kind: 'glass', diameter: 0.12, height: 0.3 }, place: { name: 'shelf', around: 23 },
  }); // prettier-ignore
const build = Build.parse({
  schema: 1, at: 1_890_000_000, seed: 0.1, flour: 0.4, water: 0.4, temperature: 23,
  place: { name: 'shelf', around: 23 }, vessel: { kind: 'glass', diameter: 0.12, height: 0.3 },
}); // prettier-ignore

/** A room with cultures: how they stand on the server as far as it knows, and on its screen. */
function cultureRoom(opened: readonly StoredCulture[] = []) {
  let stored = opened;
  const end = unsent.listen((work, stands, done) => (stored = culturesAfter(stored, work, stands as StoredCulture | null, done)));
  return { shown: () => culturesWith(stored, unsent.of(...CULTURE_WORK), 'Me'), stored: () => stored, end };
} // prettier-ignore
const culturesNow = (id: string) => read<StoredCulture>(`cultures/${id}`);

describe('cultures', () => {
  test('show at once what is done and keep it: a culture, its feeding, a sign, the feeding taken back', async () => {
    const room = cultureRoom();
    const [id, buildId] = [uuid(), uuid()];
    unsent.add({ kind: 'culture-begun', id, doc: culture(`Keeper ${Date.now()}`) });
    unsent.add({ kind: 'fed', id: buildId, culture: id, parent: null, build });
    const seen = { id: uuid(), at: build.at + 3600, sign: { kind: 'float', floats: true }, corrects: null } as const;
    unsent.add({ kind: 'sign', id: buildId, culture: id, seen });
    assert.equal(room.shown()[0]?.builds[0]?.signs.length, 1);
    await sent();
    const stored = await culturesNow(id);
    assert.deepEqual(stored.builds.map(({ id: own, signs }) => [own, signs.length]), [[buildId, 1]]);
    assert.deepEqual(room.shown(), [stored], 'what stands here is what is kept');
    unsent.add({ kind: 'unfed', id: buildId, culture: id }, { value: build, rev: 1 });
    assert.equal(room.shown()[0]?.builds.length, 0);
    await sent();
    assert.equal((await culturesNow(id)).builds.length, 0);
    unsent.add({ kind: 'culture-ended', id }, { value: stored.culture, rev: stored.rev });
    await sent();
    assert.deepEqual(room.shown(), []);
    room.end();
  }); // prettier-ignore

  test('of what two change at one time, each field is kept; the same field waits for a choice', async () => {
    const id = uuid();
    const begun = culture(`Two rooms ${Date.now()}`);
    unsent.add({ kind: 'culture-begun', id, doc: begun });
    await sent();
    const opened = await culturesNow(id);
    const room = cultureRoom([opened]);
    const base = { value: opened.culture, rev: opened.rev };
    await elsewhere(`cultures/${id}`, { culture: { ...begun, keepBack: 0.3 }, rev: opened.rev });
    unsent.add({ kind: 'culture-changed', id, doc: { ...opened.culture, ratio: 5 } }, base);
    await sent();
    const both = await culturesNow(id);
    assert.deepEqual([both.culture.keepBack, both.culture.ratio], [0.3, 5]);
    assert.deepEqual(room.shown()[0]?.culture, both.culture);

    unsent.add({ kind: 'culture-changed', id, doc: { ...opened.culture, keepBack: 0.7 } }, base);
    await until(() => unsent.clashing.length === 1);
    const [{ id: waiting, clashes } = { id: '', clashes: [] }] = unsent.clashing;
    assert.deepEqual(clashes?.map(({ path, mine, theirs }) => [path.join(), mine, theirs]), [['keepBack', 0.7, 0.3]]);
    assert.equal(room.shown()[0]?.culture.keepBack, 0.3, 'until it is chosen, what is kept is shown');
    unsent.takeUp(waiting, { [pickOf(['keepBack'])]: 'mine' });
    await sent();
    const after = await culturesNow(id);
    assert.deepEqual([after.culture.keepBack, after.culture.ratio], [0.7, 5]);

    await elsewhere(`cultures/${id}`, { culture: { ...after.culture, loss: 4 }, rev: after.rev });
    unsent.add({ kind: 'culture-ended', id }, { value: after.culture, rev: after.rev });
    await until(() => unsent.refused.length === 1);
    assert.equal(room.shown()[0]?.culture.loss, 4, 'what somebody changed meanwhile is not taken away unseen');
    room.end();
  }); // prettier-ignore
});

describe('mixes', () => {
  const doc = demoMix();
  const mixNow = (id: string) => read<StoredMix>(`mixes/${id}`);

  test('a mix with all that was entered of it: of several changes only the last is sent', async () => {
    const id = uuid();
    const base = { value: doc, rev: 1 };
    unsent.add({ kind: 'mix-begun', id, date: DAY, doc });
    for (const note of ['one', 'two']) unsent.add({ kind: 'mix-changed', id, doc: { ...doc, note } }, base);
    const reading = { id: uuid(), factor: 'flour', value: 19, at: 1_900_000_000, instrument: 'typed', spot: 'core', offset: 0, corrects: null } as const;
    unsent.add({ kind: 'mix-reading', id, reading });
    const shown = mixesWith([], [], unsent.of('mix-begun', 'mix-changed', 'mix-reading'), DAY, 'Me').mixes;
    assert.deepEqual(shown.map(({ doc: { note }, readings }) => [note, readings.length]), [['two', 1]]);
    await sent();
    const { doc: kept, readings, rev } = await mixNow(id);
    assert.deepEqual([kept.note, readings.length, asked('PUT')], ['two', 1, 1]);
    unsent.add({ kind: 'mix-dropped', id }, { value: kept, rev });
    await sent();
  }); // prettier-ignore

  test('a change that was kept and never answered is sent again: it is no conflict', async () => {
    const id = uuid();
    unsent.add({ kind: 'mix-begun', id, date: DAY, doc });
    await sent();
    await elsewhere(`mixes/${id}`, { doc: { ...doc, lot: 'K 7' }, rev: 1 });
    const puts = asked('PUT');
    unsent.add({ kind: 'mix-changed', id, doc: { ...doc, lot: 'K 7' } }, { value: doc, rev: 1 });
    await sent();
    assert.equal(asked('PUT'), puts + 1);
    const { doc: kept, rev } = await mixNow(id);
    unsent.add({ kind: 'mix-dropped', id }, { value: kept, rev });
    await sent();
  });

  test('what clashes on its way is asked about once, with what was typed on meanwhile', async () => {
    const id = uuid();
    unsent.add({ kind: 'mix-begun', id, date: DAY, doc });
    await sent();
    await elsewhere(`mixes/${id}`, { doc: { ...doc, lot: 'K 7' }, rev: 1 });
    const puts = asked('PUT');
    const base = { value: doc, rev: 1 };
    unsent.add({ kind: 'mix-changed', id, doc: { ...doc, lot: 'L' } }, base);
    await until(() => asked('PUT') === puts + 1);
    unsent.add({ kind: 'mix-changed', id, doc: { ...doc, lot: 'L 9' } }, base);
    await until(() => unsent.waiting.length === 0);
    assert.deepEqual(
      unsent.clashing.flatMap(({ clashes }) => clashes ?? []),
      [{ path: ['lot'], was: doc.lot, mine: 'L 9', theirs: 'K 7' }],
    );
    unsent.takeUp(unsent.clashing[0]?.id ?? '', { [pickOf(['lot'])]: 'mine' });
    await sent();
    const { doc: kept, rev } = await mixNow(id);
    assert.equal(kept.lot, 'L 9');
    unsent.add({ kind: 'mix-dropped', id }, { value: kept, rev });
    await sent();
  });

  test('what is chosen of one mix is chosen of no other', async () => {
    const ids = [uuid(), uuid()];
    for (const id of ids) unsent.add({ kind: 'mix-begun', id, date: DAY, doc });
    await sent();
    for (const id of ids) await elsewhere(`mixes/${id}`, { doc: { ...doc, lot: 'K 7' }, rev: 1 });
    const base = { value: doc, rev: 1 };
    unsent.add({ kind: 'mix-changed', id: ids[0] ?? '', doc: { ...doc, lot: 'L 1' } }, base);
    await until(() => unsent.clashing.length === 1);
    unsent.takeUp(unsent.clashing[0]?.id ?? '', { [pickOf(['lot'])]: 'mine' });
    unsent.add({ kind: 'mix-changed', id: ids[1] ?? '', doc: { ...doc, lot: 'L 2' } }, base);
    await until(() => unsent.waiting.length === 0);
    assert.deepEqual(
      unsent.clashing.map(({ work }) => 'id' in work && work.id),
      [ids[1]],
    );
    assert.deepEqual(await Promise.all(ids.map(async (id) => (await mixNow(id)).doc.lot)), ['L 1', 'K 7']);
  });

  test('a change that goes while an earlier one is under way is no quarrel with oneself', async () => {
    const id = uuid();
    unsent.add({ kind: 'mix-begun', id, date: DAY, doc });
    await sent();
    const base = { value: doc, rev: 1 };
    unsent.add({ kind: 'mix-changed', id, doc: { ...doc, note: 'first' } }, base);
    await until(() => asked('PUT') === 1);
    unsent.add({ kind: 'mix-changed', id, doc: { ...doc, note: 'second' } }, base);
    await sent();
    assert.equal(asked('PUT'), 2, 'and nothing of it is stale');
    const { doc: kept, rev } = await mixNow(id);
    assert.equal(kept.note, 'second');
    unsent.add({ kind: 'mix-dropped', id }, { value: kept, rev });
    await sent();
  });
});
