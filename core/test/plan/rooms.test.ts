import assert from 'node:assert/strict';
import { test } from 'node:test';
import { answerMix } from '@jovet/core/mix';
import { cultureFor } from '@jovet/core/learned';
import { buildsOf, mixesOf } from '@jovet/core/plan/explain';
import { localTime } from '@jovet/core/time';
import { demoCultures, demoDay, must } from '../demo.ts';
import { planned } from './planned.ts';

const input = demoDay();
const { network, answer } = planned(input, 10);
const mixes = mixesOf(input, network, answer.schedule);

test('the mixes of a plan are its batches, in the order of time, with their mass and pieces', () => {
  assert.equal(
    mixes.length,
    network.models.reduce((sum, { batches }) => sum + batches.length, 0),
  );
  for (const [index, { task, at, doc }] of mixes.entries()) {
    assert.ok(at >= (mixes[index - 1]?.at ?? 0));
    const dough = network.doughs.find(({ slug }) => slug === doc.slug);
    const batch = dough?.batches.find(({ n }) => n === doc.batch.n);
    assert.equal(doc.dough, batch?.dough);
    const pieces = doc.order.reduce((sum, line) => sum + line.pieces, 0);
    assert.equal(
      pieces,
      batch?.lots.reduce((sum, lot) => sum + lot.pieces, 0),
      task,
    );
    assert.ok(answerMix({ doc, readings: [] }, [], [], at).ok, task);
  }
  assert.equal(
    mixes.reduce((sum, { doc }) => sum + doc.order.reduce((all, line) => all + line.pieces, 0), 0),
    input.demand.reduce((sum, { pieces }) => sum + pieces, 0),
  );
});

test('a mix expects the room at its hour, its pre-ferments where they stand, and a bowl as warm as the dough before', () => {
  const room = input.bakehouse.floor.rooms[0]?.air ?? null;
  for (const [index, { task, at, doc }] of mixes.entries()) {
    const { room: around, bowl } = doc.forecast;
    if (room !== null && typeof room !== 'number')
      assert.ok((around ?? 0) >= room.coldest && (around ?? 99) <= room.warmest, localTime(at, 'Europe/London').time);
    for (const part of doc.formula.doc.parts)
      if (part.temperature !== null) assert.equal(doc.forecast[part.slug], part.temperature, task);
    const before = mixes.slice(0, index).findLast((each) => each.doc.mixer.slug === doc.mixer.slug);
    const end = before && (answer.schedule.tasks[network.instance.tasks.findIndex(({ id }) => id === before.task)]?.start ?? 0);
    const model = network.models.flatMap(({ batches }) => batches).find(({ mix }) => network.instance.tasks[mix]?.id === before?.task);
    const slots = model ? (network.instance.tasks[model.mix]?.modes[0]?.slots ?? 0) : 0;
    const over = end === undefined ? -Infinity : network.instance.origin + (end + slots) * 300;
    assert.equal(bowl, at - over <= 45 * 60 ? before?.doc.ddt : around, task);
  }
  const [first] = mixes;
  assert.ok(first);
  const known = must(answerMix({ doc: first.doc, readings: [] }, [], [], first.at)).known;
  assert.deepEqual([known.get('room')?.from, known.get('flour')?.from], ['forecast', 'usual']);
}); // prettier-ignore

test('what the plan takes from each culture: how much, fed when, used when, of its own grain', () => {
  const builds = buildsOf(network, answer.schedule);
  assert.deepEqual(
    new Map(builds.map((build) => [build.task, cultureFor(build, demoCultures)?.slug])),
    new Map([
      ['tidewater-rye.first-sour', 'tidewater-sour'],
      ['quay-country.levain', 'quay-culture'],
    ]),
  );
  for (const { task, feedAt, at, kilograms } of builds) {
    const start = (id: string) => {
      const index = network.instance.tasks.findIndex((each) => each.id === id);
      return network.instance.origin + (answer.schedule.tasks[index]?.start ?? 0) * 300;
    };
    assert.equal(feedAt, start(task));
    assert.equal(at, start(task.includes('rye') ? 'tidewater-rye.full-sour' : 'quay-country.1.mix'));
    assert.ok(kilograms > 1 && kilograms < 10);
  }
  const stiff = demoCultures.filter(({ of }) => of !== 'rye');
  assert.equal(
    cultureFor(builds.find(({ task }) => task.includes('rye')) as (typeof builds)[number], stiff),
    null,
    'no rye culture, none is named',
  );
});
