import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { certificateWords, faultSentences, faultWords } from '@jovet/core/plan/explain';
import { checkSchedule } from '@jovet/core/plan/checker';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { byPrice, planning, remediesFor, remedied, Remedy, remedyWords, type Offer } from '@jovet/core/plan';
import { whyImpossible } from '@jovet/core/plan/planner';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import type { Table } from '@jovet/core/dough';
import { WEEK } from '@jovet/core/bakehouse';
import { withSteps } from '@jovet/core/formula/way';
import { demoDay, madeSo, must, withThing } from '../demo.ts';
import { answered, baking, planned } from './planned.ts';

const input = demoDay({ pins: [{ task: 'a', at: 100 }, { task: 'b', at: 200 }] }); // prettier-ignore
const { floor } = input.bakehouse;
const withFloor = (changes: Partial<typeof floor>, of = input): DayInput => ({
  ...of,
  bakehouse: { ...of.bakehouse, floor: { ...of.bakehouse.floor, ...changes } },
});

/** Where two values differ, as paths: `demand.3.drop`. */
function differences(one: unknown, other: unknown, path = ''): string[] {
  if (Object.is(one, other)) return [];
  const parts = (value: unknown) => (typeof value === 'object' && value !== null ? value : null);
  const [a, b] = [parts(one), parts(other)];
  if (!a || !b) return [path];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].flatMap((key) =>
    differences(a[key as keyof typeof a], b[key as keyof typeof b], path ? `${path}.${key}` : key),
  );
}

const hand = {
  name: 'One more',
  skills: ['mix' as const],
  helps: [],
  learns: [],
  breaks: [],
  away: [],
  dates: [],
  rota: [{ from: '01:00', to: '05:00', days: [...WEEK] }],
};
const CASES: readonly { remedy: Remedy; words: string; changes: RegExp; of?: DayInput }[] = [
  { remedy: { kind: 'hands', hand }, words: 'One more pair of hands 01:00 to 05:00', changes: /^bakehouse\.floor\.hands\.\d+$/ },
  {
    remedy: { kind: 'shift', name: floor.hands[0]?.name ?? '', from: '23:00', to: '08:00' },
    words: 'Maren Tolley works 23:00 to 08:00',
    changes: /^bakehouse\.floor\.hands\.0\.rota\.0\.(from|to)$/,
  },
  {
    remedy: { kind: 'alone', name: floor.hands[0]?.name ?? '', skill: 'pack' },
    words: 'Maren Tolley packs alone',
    changes: /^bakehouse\.floor\.hands\.0\.(skills\.\d|helps\.0)$/,
    of: withFloor({ hands: floor.hands.map((each, index) => (index === 0 ? { ...each, helps: ['pack'] } : each)) }),
  },
  {
    remedy: { kind: 'exchange', names: ['Maren Tolley', 'Isk Varrow'], date: '2026-11-26' },
    words: 'Maren Tolley and Isk Varrow change shifts',
    changes: /^bakehouse\.floor\.hands\.[02]\.dates\.0$/,
  },
  {
    remedy: { kind: 'anywhere', formula: 'oat-tin' },
    words: 'Oat Tin may be made in whatever suits, not only in what its way names',
    changes: /^formulas\.\d+\.formula\.doc\.pieces\.\d+\.only\.0$/,
    of: madeSo(input, 'oat-tin', (doc) => withSteps(doc, (step) => (step.kind === 'bake' ? { ...step, only: ['oven'] } : step))),
  },
  {
    remedy: { kind: 'holder', formula: 'quay-country', from: 'round-baskets', to: 'couches' },
    words: 'Quay Country in couches instead of round baskets',
    changes: /^formulas\.\d+\.formula\.doc\.(pieces|products\.\d+\.way)\.\d+\.into$/,
  },
  {
    remedy: { kind: 'lies', formula: 'oat-tin', hours: 8 },
    words: 'Oat Tin may be baked up to 8 h before it is packed',
    changes: /^formulas\.\d+\.formula\.doc\.(pieces|products\.\d+\.way)\.\d+\.most$/,
  },
  { remedy: { kind: 'later', formula: 'tidewater-rye', minutes: 240 }, words: 'Tidewater Rye leaves 4 h later', changes: /^demand\.3\.drop$/ },
  { remedy: { kind: 'more', of: 'round-baskets', name: 'round baskets', count: 7 }, words: '7 more round baskets', changes: /^bakehouse\.floor\.equipment\.\d+\.count$/ },
  { remedy: { kind: 'more', of: 'tubs', name: 'tubs', count: 2 }, words: '2 more tubs', changes: /^bakehouse\.floor\.tubs$/ },
  {
    remedy: { kind: 'cold', formula: 'oat-tin', product: 'oat-tin', name: 'Oat tin' },
    words: 'Oat tin may proof in the cold',
    changes: /^formulas\.\d+\.formula\.doc\.products\.\d+\.way$/,
  },
  {
    remedy: { kind: 'proof', formula: 'oat-tin', by: 2 },
    words: 'The proof box stands at 32 °C',
    changes: /^bakehouse\.floor\.equipment\.\d+\.temperature$/,
    of: withFloor(withThing(floor, 'proof-box', { dough: 200, temperature: 30 })),
  },
  {
    remedy: { kind: 'proof', formula: 'quay-country', by: -2 },
    words: 'Quay Country proofs colder, at 22 °C',
    changes: /^formulas\.\d+\.formula\.doc\.(pieces|products\.\d+\.way)\.\d+\.ways\.\d+\.\d+\.(place|celsius)$/,
    of: withFloor({ equipment: floor.equipment.filter(({ kind }) => kind !== 'proof-box') }),
  },
  { remedy: { kind: 'lighter', formula: 'cardamom-knots', percent: 10 }, words: 'Cardamom Knots 10 % lighter', changes: /^demand\.[67]\.scaledWeight$/ },
  { remedy: { kind: 'fewer', formula: 'cardamom-knots', percent: 25 }, words: 'Cardamom Knots: 63 pieces instead of 84', changes: /^fewer\.0$/ },
  { remedy: { kind: 'parted', formula: 'oat-tin', batches: 2 }, words: 'Oat Tin in 2 batches', changes: /^parted\.0$/ },
  { remedy: { kind: 'together', formula: 'oat-tin' }, words: 'One dough of Oat Tin for all vans', changes: /^together\.0$/ },
  { remedy: { kind: 'unpin', task: 'a', name: 'mix Oat Tin' }, words: 'Stop holding the time to mix Oat Tin', changes: /^pins\./ },
  {
    remedy: { kind: 'swap', tasks: ['a', 'b'], names: ['load 3 Oat tin', 'load 4 Quay loaf'] },
    words: 'Change places: load 3 Oat tin and load 4 Quay loaf',
    changes: /^pins\.[01]\.at$/,
  },
]; // prettier-ignore

describe('remedies', () => {
  for (const { remedy, words, changes, of = input } of CASES)
    it(`“${words}” changes what it says and nothing else`, () => {
      const changed = remedied(of, remedy);
      const found = differences(of, changed);
      assert.ok(found.length > 0);
      for (const path of found) assert.match(path, changes);
      assert.equal(remedyWords(of, remedy), words);
      assert.deepEqual(Remedy.parse(JSON.parse(JSON.stringify(remedy))), remedy);
    });

  it('nobody is asked to work longer, or to rest less, than the bakehouse allows; fewer pieces are among what is tried', () => {
    const [first] = floor.hands;
    assert.ok(first);
    const few = withFloor({ hands: [{ ...first, skills: ['mix', 'shape', 'oven', 'pack'], rota: [{ from: '02:00', to: '11:00', days: [...WEEK] }], breaks: [] }] }, { ...input, pins: [] });
    const tried = (limits: { shift: number; rest: number }) => {
      const day = withFloor({ ...few.bakehouse.floor, limits }, few);
      const network = must(networkOf(day));
      const answer = answered(network, 0, null, 30) ?? assert.fail('there is an answer');
      assert.notEqual(answer.verdict, 'planned');
      return remediesFor(day, network, answer).flat(2);
    };
    const hours = (from: string, to: string) => {
      const at = (time: string) => Number(time.slice(0, 2)) + Number(time.slice(3)) / 60;
      return (at(to) - at(from) + 24) % 24;
    };
    for (const limits of [{ shift: 10, rest: 11 }, { shift: 12, rest: 11 }, { shift: 16, rest: 14 }]) {
      const all = tried(limits);
      const shifts = all.flatMap((each): readonly { from: string; to: string }[] => (each.kind === 'shift' ? [each] : each.kind === 'hands' ? each.hand.rota : []));
      assert.ok(shifts.length > 0 && shifts.every(({ from, to }) => hours(from, to) <= limits.shift), JSON.stringify(shifts));
      const longer = all.filter(({ kind }) => kind === 'shift').length;
      assert.equal(longer, limits.shift >= 11 && limits.rest <= 13 ? 2 : 0);
      assert.ok(all.some(({ kind }) => kind === 'fewer'));
    }
  }); // prettier-ignore

  it('what makes all that is ordered is read before what leaves something out, the cheaper first', () => {
    const offer = (cost: number, ...remedies: Remedy[]) => ({ remedies, words: '', cost, sums: {} as Offer['sums'] });
    const fewer = offer(1, { kind: 'fewer', formula: 'oat-tin', percent: 100 });
    const [dear, cheap] = [offer(90, { kind: 'later', formula: 'oat-tin', minutes: 30 }), offer(20, { kind: 'later', formula: 'oat-tin', minutes: 60 })];
    assert.deepEqual([fewer, dear, cheap].sort(byPrice), [cheap, dear, fewer]);
  }); // prettier-ignore

  it('a van is not moved past midnight, and a weight is a share of what it was', () => {
    const late = remedied(input, { kind: 'later', formula: 'tidewater-rye', minutes: 720 });
    assert.equal(late.demand[3]?.drop, '23:00');
    assert.equal(
      remedied(late, { kind: 'later', formula: 'tidewater-rye', minutes: 240 }).demand[3]?.drop,
      '23:55',
    );
    const before = input.demand.filter(({ formula }) => formula === 'cardamom-knots');
    const lighter = remedied(input, { kind: 'lighter', formula: 'cardamom-knots', percent: 10 }).demand;
    for (const line of before) {
      const now = lighter.find(({ product }) => product === line.product);
      assert.ok(Math.abs((now?.scaledWeight ?? 0) / line.scaledWeight - 0.9) < 0.01, line.product);
    }
  });
});

/** A sentence as a person would write it. */
function assertSentence(text: string, network: Network) {
  assert.match(text, /^[A-Z\d].*\.$/, text);
  assert.doesNotMatch(text, /undefined|null|NaN|Infinity|something|a task| {2}/, text);
  for (const { key } of network.doughs) if (key.includes('-')) assert.ok(!text.includes(key), text);
}

describe('why there is no plan, in words', () => {
  const sentenceOf = (of: DayInput) => {
    const network = must(networkOf(of));
    const certificate = whyImpossible(network.instance);
    assert.ok(certificate);
    const text = certificateWords(of, network, certificate);
    assertSentence(text, network);
    return text;
  };
  const often = (times: number, formula: string) => {
    const base = baking(demoDay(), formula);
    return { ...base, demand: base.demand.map((line) => ({ ...line, pieces: line.pieces * times })) };
  };

  it('too few decks, hands, or things are named with how much is needed and there, and whose bread it is', () => {
    const oneDeck = withFloor(withThing(floor, 'oven', { decks: 1 }), often(4, 'quay-country'));
    assert.match(
      sentenceOf(oneDeck),
      /^From .*\d\d:\d\d to \d\d:\d\d there are not enough decks: Quay Country need .*\d+ (h|min) of deck, and there is \d+ (h|min)/,
    );
    const [first] = floor.hands;
    assert.ok(first);
    const alone = withFloor({ hands: [{ ...first, breaks: [] }] }, { ...input, pins: [] });
    assert.match(sentenceOf(alone), /not enough hands|Nobody can|cannot be (done|fitted)/);
  });

  it('what is short is told in its own unit: pieces, kilograms of the cold, metres of the bench', () => {
    const network = must(networkOf(input));
    const task = network.notes.findIndex(({ dough, kind }) => dough === 'oat-tin' && kind === 'shape');
    const of = (name: string, amount: number) => {
      const resource = network.instance.resources.findIndex((each) => each.name === name);
      const capacity = network.instance.resources[resource]?.capacity ?? 0;
      return certificateWords(input, network, {
        kind: 'energy',
        of: { kind: 'resource', resource },
        from: 12,
        to: 24,
        tasks: [task],
        arcs: [],
        need: 12 * amount,
        have: 12 * capacity,
      });
    };
    assert.match(
      of('round baskets', 90),
      /there are not enough round baskets: Oat Tin need 90, and there is 80\.$/,
    );
    assert.match(
      of('retarder', 199.5),
      /there is not enough of the retarder: Oat Tin need 200 kg, and there is 160 kg\.$/,
    );
    assert.match(
      of('bench', 75),
      /there is not enough of the bench: Oat Tin need 7\.5 m, and there is 6\.0 m\.$/,
    );
  });

  it('a pre-ferment that never ripens where it stands is said to, and no shift is blamed for it', () => {
    const cold = madeSo(baking(demoDay(), 'quay-country'), 'quay-country', (doc) => ({
      ...doc,
      parts: doc.parts.map((part) => ({ ...part, temperature: 1 })),
    }));
    assert.match(
      sentenceOf(cold),
      /^Quay levain never gets so far where it stands that one could (mix|weigh) Quay Country/,
    );
  });

  it('work that nobody has learnt, and what no tub or cold would hold, are said of the task', () => {
    const nobodyShapes = floor.hands.map((each) => ({
      ...each,
      skills: each.skills.filter((skill) => skill !== 'shape'),
    }));
    assert.match(
      sentenceOf(withFloor({ hands: nobodyShapes }, baking(demoDay(), 'oat-tin'))),
      /^Nobody can (divide|shape) .* at any time/,
    );
    const equipment = floor.equipment.map((each) => (each.kind === 'holder' ? { ...each, count: 3 } : each));
    assert.match(
      sentenceOf(withFloor({ equipment }, baking(demoDay(), 'oat-tin'))),
      /^To (?:shape|load) 28 Oat tin takes 28 small tins, and there are 3\.$/,
    );
  });
});

describe('what a plan breaks, in words', () => {
  const day = demoDay();
  const { network, answer } = planned(day);
  const { instance } = network;

  it('whatever is moved, taken away or given to others is said in whole sentences, each fault in one of them', () => {
    const broken = fc.record({
      task: fc.integer({ min: 0, max: instance.tasks.length - 1 }),
      by: fc.integer({ min: -40, max: 40 }),
      who: fc.constantFrom('same', 'none', 'other'),
      gone: fc.boolean(),
    });
    const seen = new Set<string>();
    fc.assert(
      fc.property(fc.array(broken, { minLength: 1, maxLength: 6 }), (changes) => {
        const tasks = [...answer.schedule.tasks];
        for (const { task, by, who, gone } of changes) {
          const placed = tasks[task];
          if (!placed) continue;
          const start = Math.max(0, placed.start + by);
          const people = who === 'same' ? placed.people : who === 'none' ? [] : placed.people.map((each) => (each + 1) % instance.people.length);
          tasks[task] = gone && by % 3 === 0 ? null : { ...placed, start, people };
        }
        const schedule: Schedule = { ...answer.schedule, tasks };
        const faults = checkSchedule(instance, schedule);
        const sentences = faultSentences(day, network, schedule, faults);
        assert.equal(sentences.length > 0, faults.length > 0);
        assert.equal(new Set(sentences).size, sentences.length);
        for (const text of sentences) assertSentence(text, network);
        for (const fault of faults) {
          seen.add(fault.kind);
          assertSentence(faultWords(day, network, schedule, fault), network);
          if (fault.kind !== 'over') continue;
          const { name = '' } = instance.resources[fault.resource] ?? {};
          assert.ok(sentences.some((text) => text.includes(`short of ${name} from`)), name);
        }
      }),
      { seed: 6, numRuns: 300 },
    );
    for (const kind of ['missing', 'bounds', 'window', 'people', 'double', 'over'])
      assert.ok(seen.has(kind), `no fault of the kind ${kind} was made`);
  });
}); // prettier-ignore

describe('a plan whose doughs come out of their windows when they are followed', () => {
  it('is not shown: its waits are drawn in where they were missed, until a plan holds', () => {
    const network = must(networkOf(baking(demoDay(), 'quay-country')));
    const { instance } = network;
    const bulk = instance.arcs.find(({ levels }) => levels);
    const [index = -1] = bulk?.ways[0]?.tables ?? [];
    // A table that lets the bulk end 25 minutes before the dough has risen enough.
    const sooner = (slots: readonly number[]) => slots.map((slot) => (slot < 0 ? slot : Math.max(0, slot - 5)));
    const tables: Table[] = [...instance.tables];
    const table = tables[index];
    assert.ok(table);
    tables[index] = { ...table, earliest: sooner(table.earliest), best: sooner(table.earliest) };
    let [hidden, shown] = [0, 0];
    for (const { progress, answer } of planning({ ...network, instance: { ...instance, tables } }, 1)) {
      if (progress?.unplaced === 0 && answer === null) hidden += 1;
      if (answer?.verdict === 'planned') {
        shown += 1;
        assert.deepEqual(answer.followed.faults, []);
        break;
      }
      if ((progress?.rounds ?? 0) > 200) break;
    }
    assert.ok(hidden > 0, 'the first plan holds, so that nothing was drawn in');
    assert.equal(shown, 1);
  });
}); // prettier-ignore
