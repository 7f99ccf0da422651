import assert from 'node:assert/strict';
import { afterEach, describe, test } from 'node:test';
import { v7 as uuid } from 'uuid';
import { Build, Culture } from '@jovet/core/culture';
import { demoMix } from '../../core/test/demo.ts';
import { CultureKeeper } from '../src/lib/bench/cultures/culture-keeper.ts';
import { Outbox, type Keeping, type Sending } from '../src/lib/bench/outbox.ts';
import { MixKeeper } from '../src/lib/bench/water/mix-keeper.ts';
import type { StoredCulture } from '../src/lib/server/database/culture.ts';
import type { StoredMix } from '../src/lib/server/database/mix.ts';
import { until, wire } from './bench/in-process.ts';

afterEach(() => {
  wire.up = true;
  wire.asked.length = 0;
});

const DAY = '2031-11-20';
const event = (id: string, corrects: string | null = null) => ({
  id, day: DAY, subject: { kind: 'day', id: DAY }, happened: { kind: 'began' }, at: 1_900_000_000, corrects,
}); // prettier-ignore
const post = (events: readonly object[], more: Partial<Sending<unknown>> = {}): Sending<unknown> => ({
  of: 'day',
  method: 'POST',
  request: () => ({ path: 'events', body: { events, sentAt: 1_900_000_000 } }),
  done: () => undefined,
  ...more,
});

describe('the outbox', () => {
  test('sends one after another in the order in which it was entered, and is empty then', async () => {
    const states: Keeping[] = [];
    const outbox = new Outbox<unknown>((state) => states.push(state));
    const done: number[] = [];
    for (const n of [1, 2, 3]) outbox.add(post([event(uuid())], { done: () => done.push(n) }));
    assert.equal(outbox.waitsFor('day'), true);
    await until(() => outbox.empty);
    assert.deepEqual(done, [1, 2, 3]);
    assert.deepEqual([states[0]?.state, states.at(-1)?.state], ['waiting', 'idle']);
  });

  test('keeps everything while the line is down, and sends it when it is told to try again', async () => {
    let state: Keeping = { state: 'idle', problems: [] };
    const outbox = new Outbox<unknown>((now) => (state = now));
    wire.up = false;
    let done = 0;
    for (let n = 0; n < 2; n += 1) outbox.add(post([event(uuid())], { done: () => (done += 1) }));
    await until(() => state.state === 'failed');
    assert.match(state.problems[0]?.remedy ?? '', /still here/);
    assert.deepEqual([done, outbox.empty], [0, false]);
    wire.up = true;
    await outbox.run();
    assert.deepEqual([done, outbox.empty, state.state], [2, true, 'idle']);
  });

  test('says what is refused, tells who entered it, and goes on with the rest', async () => {
    let state: Keeping = { state: 'idle', problems: [] };
    const outbox = new Outbox<unknown>((now) => (state = now));
    let [refused, done] = [0, 0];
    outbox.add(post([event(uuid(), uuid())], { refused: () => (refused += 1), done: () => (done += 10) }));
    outbox.add(post([event(uuid())], { done: () => (done += 1) }));
    await until(() => outbox.empty);
    assert.deepEqual([refused, done], [1, 1]);
    assert.equal(state.state, 'failed');
    assert.match(state.problems[0]?.problem ?? '', /not here/);
  });

  test('of several wholes of one thing in a row only the one on its way and the last are sent', async () => {
    const outbox = new Outbox<unknown>(() => undefined);
    const ids = [uuid(), uuid(), uuid(), uuid()];
    for (const id of ids) outbox.add(post([event(id)], { whole: true }));
    await until(() => outbox.empty);
    assert.equal(wire.asked.filter((each) => each.startsWith('POST')).length, 2);
    const { events } = (await (await fetch(`/api/v1/events?day=${DAY}`)).json()) as { events: { id: string }[] };
    assert.deepEqual(ids.map((id) => events.some((each) => each.id === id)), [true, false, false, true]);
  }); // prettier-ignore
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

/** A room with cultures: how they stand there, and whether another was quicker. */
function cultureRoom(cultures: readonly StoredCulture[] = []) {
  const room = { cultures, keeping: 'idle', stale: 0 };
  const keeper = new CultureKeeper(
    cultures,
    (now) => (room.cultures = now),
    ({ state }) => (room.keeping = state),
    () => (room.stale += 1),
  );
  return { room, keeper };
}
const kept = async (id: string) => (await (await fetch(`/api/v1/cultures/${id}`)).json()) as StoredCulture;

describe('the keeper of cultures', () => {
  test('shows at once what is entered and keeps it: a culture, its feeding, a sign, the feeding taken back', async () => {
    const { room, keeper } = cultureRoom();
    const id = keeper.add(culture(`Keeper ${Date.now()}`));
    keeper.feed(id, null, build);
    const buildId = room.cultures[0]?.builds[0]?.id ?? '';
    keeper.sign(id, buildId, { kind: 'float', floats: true }, build.at + 3600, 'Me', null);
    assert.equal(room.cultures[0]?.builds[0]?.signs.length, 1);
    await until(() => keeper.done);
    const stored = await kept(id);
    assert.deepEqual(stored.builds.map(({ id: own, signs }) => [own, signs.length]), [[buildId, 1]]);
    assert.deepEqual(room.cultures, [stored], 'what stands here is what is kept');
    keeper.drop(id, buildId);
    assert.equal(room.cultures[0]?.builds.length, 0);
    await until(() => keeper.done);
    assert.equal((await kept(id)).builds.length, 0);
    keeper.end(id);
    await until(() => keeper.done);
    assert.deepEqual(room.cultures, []);
  }); // prettier-ignore

  test('loses nothing while the line is down', async () => {
    const { room, keeper } = cultureRoom();
    const id = keeper.add(culture(`Offline ${Date.now()}`));
    await until(() => keeper.done);
    wire.up = false;
    keeper.feed(id, null, build);
    await until(() => room.keeping === 'failed');
    assert.equal(room.cultures[0]?.builds.length, 1);
    wire.up = true;
    keeper.tryAgain();
    await until(() => keeper.done);
    assert.equal((await kept(id)).builds.length, 1);
    keeper.end(id);
    await until(() => keeper.done);
  });

  test('of two rooms that change one culture the second hears of the first, and shows what stands there', async () => {
    const one = cultureRoom();
    const id = one.keeper.add(culture(`Two rooms ${Date.now()}`));
    await until(() => one.keeper.done);
    const other = cultureRoom([await kept(id)]);
    const renamed = { ...(await kept(id)).culture, keepBack: 0.3 };
    one.keeper.rename(id, renamed);
    await until(() => one.keeper.done);
    other.keeper.rename(id, { ...renamed, keepBack: 0.7 });
    await until(() => other.keeper.done);
    assert.deepEqual([one.room.stale, other.room.stale], [0, 1]);
    assert.equal(other.room.cultures[0]?.culture.keepBack, 0.3);
    assert.equal((await kept(id)).culture.keepBack, 0.3);
    one.keeper.end(id);
    await until(() => one.keeper.done);
  });
});

describe('the keeper of mixes', () => {
  const doc = demoMix();
  const mixRoom = (mixes: readonly StoredMix[] = []) => {
    const room = { kept: [] as StoredMix[], stale: [] as StoredMix[] };
    const keeper = new MixKeeper(mixes, (mix) => room.kept.push(mix), (mix) => room.stale.push(mix), () => undefined);
    return { room, keeper };
  }; // prettier-ignore

  test('keeps a mix with all that was entered of it, and tells how it stands once, at the end', async () => {
    const { room, keeper } = mixRoom();
    const id = uuid();
    keeper.add({ kind: 'begin', id, date: DAY, doc });
    keeper.add({ kind: 'change', id, doc: { ...doc, note: 'one' } });
    keeper.add({ kind: 'change', id, doc: { ...doc, note: 'two' } });
    const reading = { id: uuid(), factor: 'flour', value: 19, at: 1_900_000_000, instrument: 'typed', spot: 'core', offset: 0, corrects: null } as const;
    keeper.add({ kind: 'reading', id, reading });
    await until(() => keeper.done);
    assert.deepEqual(room.kept.map(({ doc: { note }, readings }) => [note, readings.length]), [['two', 1]]);
    assert.equal(wire.asked.filter((each) => each.startsWith('PUT')).length, 1, 'only the last whole is sent');
    keeper.add({ kind: 'drop', id });
    await until(() => keeper.done);
  }); // prettier-ignore

  test('of two rooms that change one mix the second hears of the first, and its next change is kept', async () => {
    const one = mixRoom();
    const id = uuid();
    one.keeper.add({ kind: 'begin', id, date: DAY, doc });
    await until(() => one.keeper.done);
    const other = mixRoom(one.room.kept);
    one.keeper.add({ kind: 'change', id, doc: { ...doc, note: 'first' } });
    await until(() => one.keeper.done);
    other.keeper.add({ kind: 'change', id, doc: { ...doc, note: 'second' } });
    await until(() => other.keeper.done);
    assert.deepEqual(other.room.stale.map(({ doc: { note } }) => note), ['first']);
    other.keeper.add({ kind: 'change', id, doc: { ...doc, note: 'third' } });
    await until(() => other.keeper.done);
    assert.equal(other.room.kept.at(-1)?.doc.note, 'third');
    other.keeper.add({ kind: 'drop', id });
    await until(() => other.keeper.done);
  }); // prettier-ignore
});
