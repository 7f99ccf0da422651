import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { atLevel, windowAt, type Schedule } from '@jovet/core/plan/instance';
import {
  carriedOver,
  nearestTo,
  pinsAfter,
  planning,
  remediesFor,
  remedied,
  type Answer,
} from '@jovet/core/plan';
import { certificateWords, faultSentences } from '@jovet/core/plan/explain';
import { checkSchedule, verifyCertificate } from '@jovet/core/plan/checker';
import { doughsOf, type DayInput } from '@jovet/core/plan/demand';
import { networkOf, held } from '@jovet/core/plan/network';
import { whyImpossible } from '@jovet/core/plan/planner';
import { bulkOf, ddtOf, firstOf } from '@jovet/core/formula/way';
import { localTime } from '@jovet/core/time';
import { demoDay, eventsOf, must, problemsOf, withThing } from '../demo.ts';
import { answered, baking, planned } from './planned.ts';

describe('the demo day', () => {
  it('is planned, and every dough followed through it is within its windows', () => {
    const { network, answer } = planned(demoDay(), 10);
    assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
    assert.deepEqual(answer.followed.faults, []);
    const { batches } = answer.followed;
    assert.equal(batches.length, 8);
    for (const [index, { whole, strands, dough }] of batches.entries()) {
      const { doc } = network.doughs[index]?.formula ?? {};
      assert.equal(network.doughs[index]?.key, dough);
      assert.ok(doc && whole.length > 1);
      const [bulk, proof] = [bulkOf(doc), firstOf(doc.pieces, 'proof')?.until];
      const cut =
        answer.followed.rises.find((rise) => rise.of === 'bulk' && rise.name === doc.name)?.rise ?? 0;
      const loaded = strands[0]?.at(-1)?.rise ?? 0;
      assert.ok(bulk && cut >= bulk.earliest - 0.06 && cut <= bulk.latest + 0.06, `${dough}: ${cut}`);
      assert.ok(
        proof && loaded >= proof.earliest - 0.1 && loaded <= proof.latest + 0.1,
        `${dough}: ${loaded}`,
      );
    }
    // Bread leaves on time, spare minutes included.
    network.instance.tasks.forEach((task, index) => {
      const placed = answer.schedule.tasks[index];
      const end = (placed?.start ?? 0) + (task.modes[placed?.mode ?? 0]?.slots ?? 0);
      if (task.due !== null) assert.ok(end <= task.due);
    });
  });

  it('a dough larger than a mixer becomes equal batches that share one levain, the first to leave mixed first', () => {
    const input = baking(demoDay(), 'quay-country');
    const demand = [
      { formula: 'quay-country', product: 'quay-loaf', scaledWeight: 0.84, pieces: 30, drop: '09:00' },
      { formula: 'quay-country', product: 'quay-loaf', scaledWeight: 0.84, pieces: 60, drop: '07:30' },
    ];
    const [dough, ...others] = must(doughsOf({ ...input, demand }));
    assert.equal(others.length, 0);
    assert.equal(dough?.batches.length, 2);
    const pieces = dough?.batches.map(({ lots }) => lots.map((lot) => lot.pieces));
    assert.deepEqual(pieces, [[45], [15, 30]]);
    const network = must(networkOf({ ...input, demand }));
    assert.equal(network.notes.filter(({ kind }) => kind === 'feed').length, 1);
    // A case of one bulk is no case of the other, though both hang on one levain.
    const { instance } = network;
    const idOf = (task: number) => instance.tasks[task]?.id ?? '';
    const bulk = instance.arcs.findIndex(({ from, levels }) => levels && idOf(from).includes('.1.'));
    const changed = atLevel(instance, bulk, 0).arcs.flatMap((arc, index) =>
      arc === instance.arcs[index] ? [] : [idOf(arc.from)],
    );
    assert.ok(changed.length > 1 && changed.every((id) => id.includes('.1.')), changed.join());
    assert.equal(network.notes.filter(({ kind }) => kind === 'mix').length, 2);
  });

  it('bread of the evening is made apart from bread of the morning', () => {
    const input = baking(demoDay(), 'oat-tin');
    const [line] = input.demand;
    assert.ok(line);
    const doughs = must(doughsOf({ ...input, demand: [line, { ...line, drop: '17:00' }] }));
    assert.deepEqual(
      doughs.map(({ key }) => key),
      ['oat-tin', 'oat-tin-2'],
    );
  });

  it('an order for what is not made here says so at its line', () => {
    const input = demoDay();
    const wrong = { formula: 'oat-tin', product: 'moon-loaf', scaledWeight: 1, pieces: 3, drop: '08:00' };
    const problems = problemsOf(doughsOf({ ...input, demand: [...input.demand, wrong] }));
    assert.match(problems[`demand.${input.demand.length}`] ?? '', /moon-loaf.*Choose a product/);
  });

  it('what is pinned stands where it is pinned, and the rest keeps its place where it can', () => {
    const input = demoDay();
    const { network, answer } = planned(input, 100);
    const mix = network.instance.tasks.findIndex(({ id }) => id === 'tidewater-rye.1.mix');
    const at = network.instance.origin + ((answer.schedule.tasks[mix]?.start ?? 0) + 3) * 300;
    const told = network.instance.tasks.map(({ id }, index) => ({
      task: id,
      at: network.instance.origin + (answer.schedule.tasks[index]?.start ?? 0) * 300,
    }));
    const pinned = must(networkOf({ ...input, told, pins: [{ task: 'tidewater-rye.1.mix', at }] }));
    const again = answered(pinned, 10, carriedOver(answer.schedule, network, pinned));
    assert.equal(again?.verdict, 'planned');
    if (again?.verdict !== 'planned') return;
    assert.equal(again.schedule.tasks[mix]?.start, (answer.schedule.tasks[mix]?.start ?? 0) + 3);
    const moved = again.schedule.tasks.filter(
      (placed, index) => placed?.start !== answer.schedule.tasks[index]?.start,
    );
    assert.ok(moved.length < network.instance.tasks.length / 2, `${moved.length} tasks moved`);
  });
});

describe('the day as it goes', () => {
  it('a dough that came out cold rises longer: what began stays, the rest is planned anew from now', () => {
    const input = demoDay();
    const { network, answer } = planned(input, 20);
    const at = (id: string) => {
      const index = network.instance.tasks.findIndex((task) => task.id === id);
      const placed = answer.schedule.tasks[index];
      const start = network.instance.origin + (placed?.start ?? 0) * 300;
      return {
        start,
        end: start + (network.instance.tasks[index]?.modes[placed?.mode ?? 0]?.slots ?? 0) * 300,
      };
    };
    const mix = at('quay-country.1.mix');
    const began = network.instance.tasks.filter(({ id }) => at(id).start <= mix.start);
    const { doc } = network.doughs.find(({ key }) => key === 'quay-country')?.formula ?? {};
    const ddt = doc ? ddtOf(doc) : 0;
    const happened = (temperature: number): DayInput => ({
      ...input,
      now: mix.end,
      events: eventsOf(
        began.map(({ id }) => ({
          task: id,
          ...at(id),
          temperature: id === 'quay-country.1.mix' ? temperature : null,
        })),
      ),
    });
    const bulk = (temperature: number): { best: number; cut: number } => {
      const next = must(networkOf(happened(temperature)));
      const again = answered(next, 60, carriedOver(answer.schedule, network, next));
      assert.equal(again?.verdict, 'planned');
      if (again?.verdict !== 'planned') return { best: 0, cut: 0 };
      for (const { id } of began) {
        const index = next.instance.tasks.findIndex((task) => task.id === id);
        assert.equal(next.instance.origin + (again.schedule.tasks[index]?.start ?? 0) * 300, at(id).start);
      }
      next.instance.tasks.forEach((task, index) => {
        if (began.some(({ id }) => id === task.id)) return;
        assert.ok(next.instance.origin + (again.schedule.tasks[index]?.start ?? 0) * 300 >= mix.end, task.id);
      });
      const divide = next.instance.tasks.findIndex(({ id }) => id === 'quay-country.1.divide');
      const arc = next.instance.arcs.find(({ to, levels }) => levels && to === divide);
      const end = (mix.end - next.instance.origin) / 300;
      return {
        best: windowAt(next.instance, arc?.ways[0], 0, end)?.best ?? 0,
        cut: again.schedule.tasks[divide]?.start ?? 0,
      };
    };
    const [cold, warm] = [bulk(ddt - 3), bulk(ddt)];
    assert.ok(cold.best >= warm.best + 3, `${cold.best} slots against ${warm.best}`);
    assert.ok(cold.cut >= warm.cut, `cut at ${cold.cut} instead of ${warm.cut}`);
  });
});

describe('any day of the demo bakery', () => {
  const day = demoDay();
  const lines = fc.array(
    fc.record({
      line: fc.integer({ min: 0, max: day.demand.length - 1 }),
      pieces: fc.integer({ min: 1, max: 60 }),
      drop: fc.constantFrom('05:00', '06:30', '08:00', '09:30', '14:00'),
    }),
    { minLength: 1, maxLength: 4 },
  );

  it('has a plan that the checker passes dough by dough, or a reason that it confirms, or says what breaks', () => {
    fc.assert(
      fc.property(lines, (chosen) => {
        const demand = chosen.flatMap(({ line, pieces, drop }) => {
          const known = day.demand[line];
          return known ? [{ ...known, pieces, drop }] : [];
        });
        const input = { ...day, demand };
        const network = must(networkOf(input));
        const answer = answered(network);
        if (answer === null) return;
        if (answer.verdict === 'impossible') {
          assert.ok(verifyCertificate(network.instance, answer.certificate));
          assert.ok(certificateWords(input, network, answer.certificate).length > 20);
          return;
        }
        assert.equal(answer.verdict, 'planned');
        if (answer.verdict !== 'planned') return;
        assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
        assert.deepEqual(answer.followed.faults, []);
        const packed = network.notes.reduce((sum, { kind, pieces }) => sum + (kind === 'pack' ? (pieces ?? 0) : 0), 0);
        assert.equal(packed, demand.reduce((sum, { pieces }) => sum + pieces, 0));
        // Nothing leaves after its van, and every loaf is packed once.
        network.instance.tasks.forEach((task, index) => {
          const placed = answer.schedule.tasks[index];
          const end = (placed?.start ?? 0) + (task.modes[placed?.mode ?? 0]?.slots ?? 0);
          if (task.due !== null) assert.ok(end <= task.due, task.id);
        });
      }),
      { numRuns: 15 },
    );
  }); // prettier-ignore
});

describe('a day that cannot be', () => {
  const early = () => {
    const input = baking(demoDay(), 'lantern-baguette');
    return { ...input, demand: input.demand.map((line) => ({ ...line, drop: '03:00' })) };
  };

  it('says why with times and names, and the remedies that are planned take it away', () => {
    const input = early();
    const network = must(networkOf(input));
    const answer = answered(network);
    assert.equal(answer?.verdict, 'impossible');
    if (answer?.verdict !== 'impossible') return;
    assert.match(certificateWords(input, network, answer.certificate), /^Lantern Baguette cannot be /);
    const remedies = remediesFor(input, network, answer).flat(2);
    const helping = remedies.filter((remedy) => {
      const changed = networkOf(remedied(input, remedy));
      return changed.ok && answered(changed.value)?.verdict === 'planned';
    });
    assert.ok(helping.length > 0, JSON.stringify(remedies));
  });

  it('a day with too few baskets names them, how many and when', () => {
    const base = baking(demoDay(), 'quay-country');
    const { floor } = base.bakehouse;
    const input = {
      ...base,
      bakehouse: { ...base.bakehouse, floor: withThing(floor, 'round-baskets', { count: 20 }) },
    };
    const network = must(networkOf(input));
    let best: Schedule | null = null;
    let verdict: Answer | null = null;
    for (const { progress, answer } of planning(network, 1)) {
      best = progress?.best ?? best;
      verdict = answer;
      if (answer ?? (progress?.rounds ?? 0) > 30) break;
    }
    const nearest = nearestTo(network, best ?? { tasks: [], ways: [] }, 1);
    let next = nearest.next();
    while (!next.done) next = nearest.next();
    const answer = verdict ?? next.value;
    assert.notEqual(answer.verdict, 'planned');
    const kinds = remediesFor(input, network, answer)
      .flat(2)
      .map((remedy) => (remedy.kind === 'more' ? remedy.of : remedy.kind));
    assert.ok(kinds.includes('round-baskets'), JSON.stringify(kinds));
  });

  it('a day with far too much of everything says what is short of each, not that there is no time', () => {
    const base = baking(demoDay(), 'quay-country');
    const input = { ...base, demand: base.demand.map((each) => ({ ...each, pieces: each.pieces * 8 })) };
    const network = must(networkOf(input));
    const nothing = {
      tasks: network.instance.tasks.map(() => null),
      ways: network.instance.arcs.map(() => 0),
    };
    const nearest = nearestTo(network, nothing, 1);
    let next = nearest.next();
    while (!next.done) next = nearest.next();
    assert.ok(next.value.verdict === 'not-found');
    const { schedule, faults } = next.value;
    assert.ok(schedule.tasks.every((placed) => placed !== null));
    const sentences = faultSentences(input, network, schedule, faults);
    assert.match(sentences.join('\n'), /^\d+ short of round baskets from .* to [\d:]+\.$/m);
    assert.match(
      sentences.at(-1) ?? '',
      /^There is nobody to .+ at .+, to .+ at .+ and for \d+ more tasks\.$/,
    );
    const once = faults.filter(({ kind }) => kind !== 'rise');
    assert.equal(
      sentences.filter((each) => !each.includes('risen')).length,
      new Set(once.map((fault) => ('resource' in fault ? fault.resource : fault.kind))).size,
    );
  });
});

describe('times that are held', () => {
  const input = demoDay();
  const { network, answer } = planned(input, 10);
  const startOf = (id: string) => {
    const index = network.instance.tasks.findIndex((task) => task.id === id);
    return network.instance.origin + (answer.schedule.tasks[index]?.start ?? 0) * 300;
  };

  it('a mix half an hour too late for its van at any length of its bulk is proved to be, whichever waits would fit alone', () => {
    const mix = 'tidewater-rye.1.mix';
    const found = Array.from({ length: 24 }, (_, step) => {
      const pins = [{ task: mix, at: startOf(mix) + step * 300 }];
      const moved = held(network, { pins, stands: [] });
      const certificate = whyImpossible(moved.instance);
      return certificate && { certificate, moved, pins };
    });
    const byLevel = found.filter(
      (each) => each?.certificate.kind === 'chain' && each.certificate.bulk !== null,
    );
    const anyhow = found.findIndex(
      (each) => each?.certificate.kind === 'chain' && each.certificate.bulk === null,
    );
    assert.ok(byLevel.length > 0);
    assert.ok(found.indexOf(byLevel[0] ?? null) < anyhow);
    for (const each of byLevel) {
      if (each?.certificate.kind !== 'chain') continue;
      assert.ok(verifyCertificate(each.moved.instance, each.certificate));
      assert.equal(verifyCertificate(each.moved.instance, { ...each.certificate, bulk: null }), false);
      assert.equal(verifyCertificate(network.instance, each.certificate), false);
      assert.match(
        certificateWords({ ...input, pins: each.pins }, each.moved, each.certificate),
        /^Tidewater Rye .* the longer it proofs.*\. To mix Tidewater Rye is held at (?:\w+ )?\d\d:\d\d\.$/,
      );
    }
  });

  it('two loads that are held the wrong way round may change places', () => {
    const loads = network.notes.flatMap(({ kind }, index) => {
      const { id = '' } = network.instance.tasks[index] ?? {};
      return kind === 'load' ? [{ id, at: startOf(id) }] : [];
    });
    const [first, last] = [
      loads.toSorted((a, b) => a.at - b.at)[0],
      loads.toSorted((a, b) => b.at - a.at)[0],
    ];
    assert.ok(first && last && first.at < last.at);
    const wrong = {
      ...input,
      pins: [
        { task: first.id, at: last.at },
        { task: last.id, at: first.at },
      ],
    };
    const held = must(networkOf(wrong));
    const refused = answered(held);
    assert.ok(refused && refused.verdict !== 'planned');
    const swap = remediesFor(wrong, held, refused)
      .flat(2)
      .find(({ kind }) => kind === 'swap');
    assert.ok(swap, JSON.stringify(refused));
    assert.equal(answered(must(networkOf(remedied(wrong, swap))))?.verdict, 'planned');
    assert.deepEqual(
      pinsAfter(wrong.pins, { kind: 'swap', tasks: [first.id, last.id], names: ['', ''] }).map(
        ({ at }) => at,
      ),
      [first.at, last.at],
    );
  });
});

describe('nights when clocks change', () => {
  for (const [date, change] of [['2026-03-29', 'forward'], ['2026-10-25', 'back']] as const)
    it(`a plan over the night when clocks go ${change} keeps its waits and its van`, () => {
      const { network, answer } = planned({ ...baking(demoDay(), 'quay-country'), date });
      const zone = 'Europe/London';
      const pack = network.notes.findIndex(({ kind }) => kind === 'pack');
      const due = network.instance.origin + (network.instance.tasks[pack]?.due ?? 0) * 300;
      assert.equal(localTime(due, zone).time, '07:40');
      assert.deepEqual(answer.followed.faults, []);
      // From 00:30 to the last van at 08:00 less a break: the night is an hour shorter, or longer.
      // It is a Sunday, on which he stands in for Odo Fenwright.
      const bram = network.instance.people.find(({ name }) => name === 'Bram Hethersedge');
      const onTheDay = bram?.free.filter(([from]) => localTime(network.instance.origin + from * 300, zone).date === date);
      const worked = (onTheDay ?? []).reduce((sum, [from, to]) => sum + to - from, 0) / 12;
      assert.ok(Math.abs(worked - (change === 'forward' ? 6.25 : 8.25)) < 0.01, String(worked));
    }); // prettier-ignore
});
