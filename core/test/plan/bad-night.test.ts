import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { carriedOver, offeredFor, remediesFor, remedied, remedyWords, type Answer } from '@jovet/core/plan';
import { checkSchedule, judge } from '@jovet/core/plan/checker';
import { afterMishaps, lossOf, mishapWords } from '@jovet/core/plan/mishaps';
import { networkOf } from '@jovet/core/plan/network';
import type { Mishap } from '@jovet/core/run';
import { demoDay, must } from '../demo.ts';
import { atNight, badNight, plannedOn, withMishap, type Night } from './at-night.ts';
import { familyDay } from './family.ts';
import { answered, baking, planned } from './planned.ts';

/** Goes through a bad night: each mishap is planned on, or it is said what helps; what was done stays where it was. */
async function goThrough(night: Night, rounds: number): Promise<void> {
  for (const [name, mishap] of Object.entries(badNight(night))) {
    const day = withMishap(night, mishap);
    assert.match(mishapWords(day, { id: '', at: night.now, mishap }), /^[^{}]+\.$/, name);
    const { network, answer, offers } = await plannedOn(night, day, rounds);
    if (answer.verdict === 'planned') assert.deepEqual(checkSchedule(network.instance, answer.schedule), [], name);
    else assert.ok(offers.length > 0, `${name}: ${answer.verdict}, and nothing helps`);
    for (const [index, { id, first }] of network.instance.tasks.entries()) {
      const before = night.shown.view.tasks.find((task) => task.id === id);
      if (!network.notes[index]?.done) assert.ok(network.instance.origin + first * 300 >= night.now, `${name}: ${id}`);
      else assert.equal(network.instance.origin + first * 300, before?.start, `${name}: ${id} stays where it was`);
    }
  }
} // prettier-ignore

describe('a bad night', () => {
  it('at 02:00 of the demo day: each of the twelve is planned on, or something helps, and the past stays', () =>
    goThrough(atNight(demoDay(), '02:00', 10), 26));
  it('at 02:00 of a town', { timeout: 240_000 }, () => goThrough(atNight(familyDay('town', 3), '02:00'), 4));
});

describe('what goes wrong is reckoned with', () => {
  const night = atNight(demoDay(), '02:00', 20);
  const later = atNight(demoDay(), '03:40', 20);

  it('nothing is changed twice: a day that was reckoned with is what it is, and one where nothing happened is itself', () => {
    assert.equal(afterMishaps(night.day), night.day);
    for (const mishap of Object.values(badNight(night))) {
      const once = afterMishaps(withMishap(night, mishap));
      assert.deepEqual(afterMishaps({ ...once, seed: 2 }), { ...once, seed: 2 });
    }
  });

  it('what was taken back did not happen', () => {
    const day = withMishap(night, { kind: 'power', until: null });
    const [last] = day.events.slice(-1);
    assert.ok(last);
    const back = { ...last, id: '00000000-0000-7000-b000-ffffffffffff', happened: { kind: 'taken-back' as const }, corrects: last.id };
    assert.deepEqual(afterMishaps({ ...day, events: [...day.events, back] }).bakehouse, day.bakehouse);
  }); // prettier-ignore

  it('a retarder that fails comes to what its room is, and what stands in it rises on', () => {
    const evening = atNight(demoDay(), '00:30', 20);
    const rises = (fails: boolean) => {
      const day = fails ? withMishap(evening, { kind: 'out', thing: 'retarder', count: null, until: null }, evening.now - 4 * 3600) : evening.day;
      const network = must(networkOf(day));
      const { followed } = judge(network, carriedOver(evening.schedule, evening.network, network));
      const own = followed.batches.find(({ dough }) => dough === 'butter-crescents');
      return own?.strands[0]?.at(-1)?.rise ?? assert.fail('it is followed');
    };
    const [cold, warm] = [rises(false), rises(true)];
    assert.ok(warm > cold + 0.3, `${cold.toFixed(2)}, and ${warm.toFixed(2)} where it fails`);
  }); // prettier-ignore

  it('what is in an oven that fails bakes on; nothing else goes in until it is back', async () => {
    const oven = must(networkOf(later.day)).instance.ovens[0];
    assert.equal(oven?.out.length, 0);
    const until = later.now + 5400;
    const day = withMishap(later, { kind: 'out', thing: 'oven', count: null, until });
    const network = must(networkOf(day));
    const { instance, notes } = network;
    const inside = instance.tasks.flatMap((task, index) => (task.modes[0]?.load && notes[index]?.done ? [task] : []));
    assert.ok(inside.length > 0, 'something bakes then');
    const { answer, offers } = await plannedOn(later, day);
    const { schedule } = answer.verdict === 'planned' ? answer : { schedule: null };
    assert.ok(schedule ?? offers.length > 0);
    for (const [index, task] of instance.tasks.entries())
      if (schedule && task.modes[0]?.load && !notes[index]?.done)
        assert.ok(instance.origin + (schedule.tasks[index]?.start ?? 0) * 300 >= until - 300, task.id);
  }); // prettier-ignore

  it('somebody who is away has no hands to give from then on, and is asked for nothing', async () => {
    const day = withMishap(night, { kind: 'away', person: 'Odo Fenwright', until: night.now + 3 * 3600 });
    const { instance } = must(networkOf(day));
    const slot = (night.now - instance.origin) / 300;
    const { free } = instance.people.find(({ name }) => name === 'Odo Fenwright') ?? assert.fail('there');
    assert.ok(free.every(([from, to]) => to <= slot || from >= slot + 36), JSON.stringify(free));
    assert.ok(free.some(([from]) => from >= slot + 36), 'back then');
    const { offers } = await plannedOn(night, withMishap(night, { kind: 'away', person: 'Odo Fenwright', until: null }));
    assert.ok(offers.every(({ words }) => !words.startsWith('Odo')), offers.map(({ words }) => words).join());
  }); // prettier-ignore

  it('orders and vans are what they came to', () => {
    const of = (mishap: Mishap) => afterMishaps(withMishap(night, mishap)).demand;
    const [line] = night.day.demand;
    assert.ok(line);
    const { formula, product, drop, pieces } = line;
    const found = (demand: typeof night.day.demand, at = drop) =>
      demand.find((each) => each.product === product && each.drop === at)?.pieces;
    assert.equal(found(of({ kind: 'order', formula, product, drop, pieces: 30 })), pieces + 30);
    assert.equal(found(of({ kind: 'order', formula, product, drop, pieces: -100_000 })), 0);
    assert.equal(found(of({ kind: 'order', formula, product, drop: '11:30', pieces: 7 }), '11:30'), 7);
    const moved = of({ kind: 'van', drop, to: '05:30' });
    assert.ok(moved.every((each) => each.drop !== drop));
    assert.equal(found(moved, '05:30'), pieces);
  });

  it('what is left out for more that was ordered is counted from what is ordered by now', () => {
    const [line] = night.day.demand.filter(({ product }) => product === 'lantern-baguette');
    assert.ok(line);
    const { formula, product, drop, pieces } = line;
    const day = withMishap(night, { kind: 'order', formula, product, drop, pieces: 30 });
    const after = (percent: number) => afterMishaps(remedied(day, { kind: 'fewer', formula, percent })).demand.find((each) => each.product === product)?.pieces;
    assert.equal(after(50), Math.floor((pieces + 30) / 2));
    assert.equal(after(100), 0);
    assert.equal(remedyWords(day, { kind: 'fewer', formula, percent: 100 }), 'Leave out Lantern Baguette');
    assert.equal(remedyWords(day, { kind: 'fewer', formula, percent: 50 }), `Lantern Baguette: ${Math.floor((pieces + 30) / 2)} pieces instead of ${pieces + 30}`);
  }); // prettier-ignore

  it('a day is not helped by leaving out all of it', async () => {
    const alone = baking(demoDay(), 'lantern-baguette');
    const day = { ...alone, demand: alone.demand.map((line) => ({ ...line, drop: '03:00' })) };
    const network = must(networkOf(day));
    const answer = answered(network) ?? assert.fail('there is an answer');
    const words: string[] = [];
    for await (const offer of offeredFor(day, network, answer, null, { plan: async (_, other, from) => answered(other, 0, from, 20), over: () => false })) words.push(offer.words);
    assert.ok(words.length > 0 && words.every((each) => !each.startsWith('Leave out')), words.join());
  }); // prettier-ignore

  it('of a day that is far too large it is said how much of everything can be made', async () => {
    const whole = demoDay();
    for (const [times, most] of [[2, 50], [16, 10]] as const) {
      const day = { ...whole, demand: whole.demand.map((line) => ({ ...line, pieces: line.pieces * times })) };
      const network = must(networkOf(day));
      const answer = answered(network, 0, null, 3) ?? assert.fail('there is an answer');
      assert.notEqual(answer.verdict, 'planned');
      let tries = 0;
      const plan = async (_: typeof day, other: typeof network, from: Parameters<typeof answered>[2]) => ((tries += 1), answered(other, 0, from));
      const { value: first } = await offeredFor(day, network, answer, null, { plan, over: () => false }).next();
      assert.ok(first);
      const [, percent, after, before] = /^(\d+) % of everything: ([\d,]+) pieces instead of ([\d,]+)$/.exec(first.words)?.map((each) => Number(each.replaceAll(',', ''))) ?? [];
      assert.ok(percent && percent <= most, first.words);
      const pieces = (of: typeof day) => afterMishaps(of).demand.reduce((sum, line) => sum + line.pieces, 0);
      assert.deepEqual([after, before], [pieces(first.remedies.reduce(remedied, day)), pieces(day)]);
      assert.ok(tries <= 4, `${tries} tries`);
    }
  }); // prettier-ignore

  it('less of everything is no help for a dough that is impossible by itself', async () => {
    const whole = demoDay();
    const pinned = { ...whole, pins: [{ task: 'oat-tin.1.mix', at: planned(whole, 0).network.instance.origin }] };
    const network = must(networkOf(pinned));
    const answer = answered(network) ?? assert.fail('there is an answer');
    assert.equal(answer.verdict, 'impossible');
    const words: string[] = [];
    for await (const offer of offeredFor(pinned, network, answer, null, { plan: async (_, other, from) => answered(other, 0, from, 20), over: () => false })) words.push(offer.words);
    assert.ok(words.some((each) => each.startsWith('Stop holding the time')), words.join());
    assert.ok(words.every((each) => !each.includes('of everything')), words.join());
  }); // prettier-ignore

  it('a pre-ferment that is late is ripe so much later; a dead one is made anew', () => {
    const feed = night.shown.view.tasks.find(({ note, start }) => note.kind === 'feed' && note.dough === 'beacon-durum' && start < night.now);
    assert.ok(feed);
    const least = (day: typeof night.day) => {
      const { instance, notes } = must(networkOf(day));
      const from = instance.tasks.findIndex(({ id }) => id === feed.id);
      const arc = instance.arcs.find((each) => each.from === from);
      return { done: notes[from]?.done, wait: instance.tables[arc?.ways[0]?.tables[0] ?? -1]?.best[0] ?? 0 };
    };
    const [usual, late] = [least(night.day), least(withMishap(night, { kind: 'slow', task: feed.id, minutes: 60 }))];
    assert.ok(Math.abs(late.wait - usual.wait - 12) <= 3, `${usual.wait} and ${late.wait} slots`);
    assert.equal(least(withMishap(night, { kind: 'lost', task: feed.id })).done, false);
  }); // prettier-ignore

  it('a dough that is dropped takes its share of the pre-ferment with it; a load that is lost is said to be short', () => {
    const mix = night.shown.view.tasks.find(({ note, start }) => note.kind === 'mix' && note.dough === 'quay-country' && start < night.now);
    assert.ok(mix);
    const after = must(networkOf(withMishap(night, { kind: 'lost', task: mix.id })));
    assert.ok(after.notes.every(({ dough, done }) => dough !== 'quay-country' || !done), 'all of it has to be made anew');
    const morning = atNight(demoDay(), '06:30', 20);
    const load = morning.shown.view.tasks.find(({ id, note, start }) => note.kind === 'load' && start < morning.now && lossOf(morning.day, id)?.of === 'load');
    assert.ok(load, 'a dough goes into the oven in two');
    const day = withMishap(morning, { kind: 'lost', task: load.id });
    const [lost] = lossOf(day, load.id)?.pieces ?? [];
    const network = must(networkOf(day));
    const short = network.doughs.flatMap((dough) => dough.short).find(({ lot }) => lot.name === lost?.name);
    assert.ok(lost && short);
    assert.equal(short.lot.pieces - short.given, lost.pieces);
    assert.ok(remediesFor(day, network, { verdict: 'planned' } as Answer).flat(2).some(({ kind }) => kind === 'again'));
  }); // prettier-ignore
});
