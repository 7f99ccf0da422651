import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { Floor, Hand, Room, shiftsOn, takenTwice } from '@jovet/core/bakehouse';
import { ofKind, Thing } from '@jovet/core/equipment';
import { Stand, withSteps } from '@jovet/core/formula/way';
import { checkSchedule } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import { dialled, mixesOf, plannedDay, toldTasks, whyHere } from '@jovet/core/plan/explain';
import { ovenDay } from '@jovet/core/plan/explain/oven';
import { loadOf } from '@jovet/core/plan/instance';
import { networkOf } from '@jovet/core/plan/network';
import { parseWith } from '@jovet/core/problem';
import { weekdayOf } from '@jovet/core/time';
import { demoDay, demoHouse, madeSo, must, withThing } from '../demo.ts';
import { baking, planned } from './planned.ts';

const withFloor = (input: DayInput, change: (floor: Floor) => Floor): DayInput => ({
  ...input,
  bakehouse: { ...input.bakehouse, floor: change(input.bakehouse.floor) },
});
const RACK = { kind: 'oven', name: 'Rack oven', decks: 12, width: 0.6, depth: 0.8, stone: 0, shared: true, fan: true, steam: 'none' } as const; // prettier-ignore
/** Which oven each load of a plan goes into, by what it loads. */
function ovensOf(input: DayInput, rounds = 0) {
  const { network, answer } = planned(input, rounds);
  assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
  const into = network.notes.flatMap(({ kind, name }, task) => {
    const load = loadOf(network.instance, task, answer.schedule.tasks[task]);
    return kind === 'load' && load ? [[name, network.instance.ovens[load.oven]?.id] as const] : [];
  });
  return { network, answer, into: new Map(into), input };
}

describe('an oven whose dial is off', () => {
  it('what it is set to is said beside what it is to have, in the load sheet and where a bake changes', () => {
    assert.equal(dialled([{ set: 200, really: 190 }, { set: 250, really: 230 }])(210), '210 °C (set 225 °C)');
    assert.equal(dialled([{ set: 200, really: 200 }])(210), '210 °C');
    const falls = madeSo(baking(demoDay(), 'oat-tin'), 'oat-tin', (doc) =>
      withSteps(doc, (step) => (step.kind === 'bake' ? { ...step, stages: [{ from: 10, top: 180, bottom: 180, fan: 0 }] } : step)),
    );
    const day = withFloor(falls, (floor) => withThing(floor, 'oven', { dial: [{ set: 200, really: 190 }] }));
    const { network, answer } = planned(day, 0);
    const { reminders, oven } = plannedDay(day, network, answer.schedule, true);
    assert.ok(reminders.some(({ kind, what }) => kind === 'set' && what === 'top 180 °C (set 190 °C), bottom 180 °C (set 190 °C)'));
    assert.deepEqual(oven?.ovens?.[0]?.dial, [{ set: 200, really: 190 }]);
  }); // prettier-ignore

  it('a dial that goes up while it gets colder is refused', () => {
    const bad = { ...ofKind(demoDay().bakehouse.floor, 'oven')[0], dial: [{ set: 200, really: 210 }, { set: 250, really: 205 }] };
    const read = parseWith(Thing, bad);
    assert.ok(!read.ok && /hotter setting must be hotter/.test(read.problems[0]?.problem ?? ''), JSON.stringify(read));
  }); // prettier-ignore
});

describe('several ovens', () => {
  const two = withFloor(demoDay(), (floor) => withThing(floor, 'rack', RACK));

  it('what stands free bakes on a stone, what wants steam where there is some; a way may name its oven', () => {
    const { into, network, answer } = ovensOf(two);
    for (const bread of ['Quay loaf', 'Lantern baguette']) assert.equal(into.get(bread), 'oven', bread);
    const loads = plannedDay(two, network, answer.schedule, false).view.tasks.filter(({ note }) => note.kind === 'load');
    for (const { what, where, note } of loads)
      assert.ok(where && what.endsWith(where) && /^ into (Deck|Rack) oven$/.test(where), `${what} of ${note.dough}`);
    const named = madeSo(baking(two, 'oat-tin'), 'oat-tin', (doc) =>
      withSteps(doc, (step) => (step.kind === 'bake' ? { ...step, only: ['rack'] } : step)),
    );
    assert.deepEqual([...new Set(ovensOf(named).into.values())], ['rack']);
    const spare = withFloor(baking(demoDay(), 'oat-tin'), (floor) => withThing(floor, 'rack', { ...RACK, steam: 'built-in', spare: true }));
    assert.deepEqual([...new Set(ovensOf(spare).into.values())], ['oven']);
  }); // prettier-ignore

  it('each load stands on decks of its own oven, each oven has its heat, and what it is called is said', () => {
    const { network, answer, input } = ovensOf(madeSo(two, 'oat-tin', (doc) =>
      withSteps(doc, (step) => (step.kind === 'bake' ? { ...step, only: ['rack'] } : step)),
    )); // prettier-ignore
    const day = ovenDay(input, network, answer.schedule, answer.followed);
    assert.deepEqual(day.ovens?.map(({ name, first, count }) => [name, first, count]), [['Deck oven', 0, 4], ['Rack oven', 4, 12]]); // prettier-ignore
    assert.equal(day.decks.length, 16);
    for (const { oven = 0, decks, left } of day.loads) {
      const here = day.ovens?.[oven];
      assert.ok(here && left.every((count) => count === 0));
      assert.ok(decks.every(({ deck }) => here.first <= deck && deck < here.first + here.count));
    }
    assert.ok(day.loads.some(({ oven }) => oven === 1));
    const heated = day.heatings.map(({ oven }) => oven);
    assert.ok(heated.includes(0) && heated.includes(1), 'each oven heats up for itself');
    const told = toldTasks(input, network, answer.schedule);
    assert.ok(told.some(({ note }) => note.kind === 'load' && note.thing === 'rack'));
  });

  it('a load that was begun stays in the oven that people were told of', () => {
    const both = withFloor(baking(demoDay(), 'oat-tin'), (floor) => withThing(floor, 'second', { ...ofKind(floor, 'oven')[0], slug: 'second', name: 'Second oven' }));
    const { network, answer } = planned(both, 0);
    const told = toldTasks(both, network, answer.schedule).map(({ id, start, end, note }) => {
      const { kind, dough, batch, name, mass, pieces, formula, load, drop } = note;
      const thing = kind === 'load' ? { thing: 'second' } : {};
      return { task: id, at: start, end, note: { kind, dough, batch, name, mass, pieces, ...(formula ? { formula } : {}), ...(load ? { load, drop } : {}), ...thing } };
    });
    const load = told.find(({ note }) => note.kind === 'load');
    assert.ok(load);
    const later = must(networkOf({ ...both, told, now: load.at + 300 }));
    const task = later.instance.tasks.findIndex(({ id }) => id === load.task);
    assert.ok(later.notes[task]?.done);
    assert.equal(later.instance.ovens[later.instance.tasks[task]?.modes[0]?.load?.oven ?? -1]?.id, 'second');
  }); // prettier-ignore
});

describe('out of order', () => {
  it('an oven that is away while it is wanted sends the load to the other one, or there is no plan', () => {
    const out = [{ from: '2026-11-20T00:00', to: '2026-11-30T00:00', count: null, stays: false }];
    const day = baking(demoDay(), 'oat-tin');
    const second = withFloor(day, (floor) => withThing(floor, 'second', { ...ofKind(floor, 'oven')[0], slug: 'second', name: 'Second oven', out: [] }));
    const broken = withFloor(second, (floor) => withThing(floor, 'oven', { out }));
    assert.deepEqual([...new Set(ovensOf(broken).into.values())], ['second']);
    const none = must(networkOf(withFloor(day, (floor) => withThing(floor, 'oven', { out }))));
    const { ovens, slots } = none.instance;
    assert.deepEqual(ovens[0]?.out, [[0, slots, 4]]);
  }); // prettier-ignore

  it('so many of a thing that are missing are not there to any plan: the checker finds a plan of before short', () => {
    fc.assert(
      fc.property(fc.constantFrom('round-baskets', 'big-mixer', 'retarder', 'trays', 'oven'), (slug) => {
        const base = demoDay();
        const out = [{ from: '2026-11-01T00:00', to: '2026-12-31T00:00', count: null, stays: false }];
        const broken = {
          ...withFloor(base, (floor) => (slug === 'big-mixer' ? floor : withThing(floor, slug, { out }))),
          mixers: base.mixers.map((each) => (each.slug === slug ? { ...each, out } : each)),
        };
        const whole = planned(base, 0);
        const { instance } = must(networkOf(broken));
        const faults = checkSchedule(instance, whole.answer.schedule);
        const wanted = slug === 'oven' ? 'decks' : 'over';
        assert.ok(faults.some(({ kind }) => kind === wanted), slug);
        assert.ok(faults.every(({ kind }) => kind === wanted), slug);
      }),
      { numRuns: 5 },
    );
  }); // prettier-ignore

  it('mixers that are alike share the batches of a dough, and where the plan chose, it is said which', () => {
    // In an oven that takes all loads at once they need not follow one another.
    const many = withFloor(baking(demoDay(), 'quay-country'), (floor) => withThing(floor, 'oven', { decks: 12 }));
    const [big] = many.mixers;
    assert.ok(big);
    const mixers = [{ ...big, maxDough: 20 }, { ...big, maxDough: 20, slug: 'other-mixer', name: 'Other mixer' }];
    const input = { ...many, mixers };
    const { network, answer } = ovensOf(input, 5);
    const used = mixesOf(input, network, answer.schedule).map(({ doc }) => doc.mixer.slug);
    assert.deepEqual([...new Set(used)].sort(), ['big-mixer', 'other-mixer']);
    const plain = madeSo(input, 'quay-country', (doc) => ({ ...doc, way: doc.way.filter((step) => step.kind !== 'mix' || step.programme !== null) }));
    const free = ovensOf(plain);
    const told = toldTasks(plain, free.network, free.answer.schedule).filter(({ note }) => note.kind === 'mix');
    assert.ok(told.length > 1 && told.every(({ what }) => / in (Big|Other) mixer$/.test(what)), told.map(({ what }) => what).join());
  }); // prettier-ignore

  it('a mixer of equal kind takes over, and the water is reckoned for the one that mixes', () => {
    const base = baking(demoDay(), 'quay-country');
    const [big] = base.mixers;
    assert.ok(big);
    const out = [{ from: '2026-11-01T00:00', to: '2026-12-31T00:00', count: null, stays: false }];
    const input = {
      ...base,
      mixers: [
        { ...big, out },
        { ...big, slug: 'other-mixer', name: 'Other mixer' },
      ],
    };
    const { network, answer } = ovensOf(input);
    for (const { doc } of mixesOf(input, network, answer.schedule))
      assert.equal(doc.mixer.slug, 'other-mixer');
  });
});

describe('machines', () => {
  it('a divider, a sheeter and a moulder that a step takes up are booked, and are as quick as they are', () => {
    const machines = (floor: Floor) =>
      withThing(withThing(withThing(floor, 'divider', { kind: 'divider', heads: 30 }), 'moulder', { kind: 'moulder', each: 3 }), 'sheeter', { kind: 'sheeter', kilogram: 6 });
    const day = withFloor(demoDay(), machines);
    const worked = (input: DayInput, slug: string, kind: string) => {
      const { instance, notes } = must(networkOf(baking(input, slug)));
      const task = notes.findIndex((note) => note.kind === kind);
      const used = instance.tasks[task]?.modes[0]?.uses.map(({ resource }) => instance.resources[resource]?.id) ?? [];
      return { seconds: notes[task]?.work ?? 0, used };
    };
    const taking = (slug: string, kind: string, gear: string) =>
      madeSo(day, slug, (doc) => withSteps(doc, (step) => (step.kind === kind && 'gear' in step ? { ...step, gear: [gear] } : step)));
    const by = (slug: string, kind: string, tool: string) =>
      madeSo(day, slug, (doc) => withSteps(doc, (step) => (step.kind === kind && 'tool' in step ? { ...step, tool: tool as typeof step.tool } : step)));
    for (const [kind, tool] of [['divide', 'divider'], ['shape', 'moulder']] as const)
      assert.deepEqual(worked(by('oat-tin', kind, tool), 'oat-tin', kind), worked(taking('oat-tin', kind, tool), 'oat-tin', kind), 'done by it is taken up by it');
    for (const [slug, kind, gear] of [['oat-tin', 'divide', 'divider'], ['oat-tin', 'shape', 'moulder'], ['butter-crescents', 'turn', 'sheeter']] as const) {
      const [byHand, byMachine] = [worked(day, slug, kind), worked(taking(slug, kind, gear), slug, kind)];
      assert.ok(byMachine.seconds < byHand.seconds, `${kind}: ${byMachine.seconds} and ${byHand.seconds} s`);
      assert.ok(byMachine.used.includes(gear) && !byHand.used.includes(gear));
    }
  }); // prettier-ignore
});

describe('several places in the cold', () => {
  it('the plan chooses among retarders that differ, and takes those that are alike as one', () => {
    const alike = must(networkOf(withFloor(demoDay(), (floor) => withThing(floor, 'second', { ...ofKind(floor, 'retarder')[0], slug: 'second', name: 'Second' }))));
    const pool = alike.instance.resources.find(({ id }) => id === 'retarder');
    assert.deepEqual([pool?.name, pool?.capacity], ['retarders', 320]);
    const colder = withFloor(baking(demoDay(), 'quay-country'), (floor) => withThing(floor, 'second', { kind: 'retarder', name: 'Cold room', dough: 500, temperature: 6 }));
    const { network } = ovensOf(colder);
    const names = network.instance.arcs.flatMap(({ ways }) => ways.map(({ name }) => name));
    assert.ok(names.includes('Retarder') && names.includes('Cold room'), [...new Set(names)].join());
    // With the first one full the second is what is left.
    const full = ovensOf(withFloor(colder, (floor) => withThing(floor, 'retarder', { dough: 1 })));
    const ways = full.network.instance.arcs.map(({ ways }, arc) => ways[full.answer.schedule.ways[arc] ?? 0]?.name);
    assert.ok(!ways.includes('Retarder'));
  }); // prettier-ignore

  it('a retarder that goes by the clock proofs in the morning: the checker follows it by that clock, too', () => {
    const programme = [{ at: '18:00', celsius: 3 }, { at: '03:00', celsius: 22 }]; // prettier-ignore
    const set = withFloor(baking(demoDay(), 'quay-country'), (floor) => withThing(floor, 'retarder', { programme, dough: 500 }));
    const only = madeSo(set, 'quay-country', (doc) =>
      withSteps(doc, (step) => (step.kind === 'proof' ? { ...step, ways: [[{ place: 'cold', celsius: null, minutes: null, rise: null, only: 'retarder' }]] } : step)),
    );
    const plain = withFloor(only, (floor) => withThing(floor, 'retarder', { programme: [], temperature: 3 }));
    const longest = (input: DayInput) => {
      const { network, answer } = ovensOf(input, 10);
      assert.deepEqual(answer.followed.faults, []);
      const { instance } = network;
      return Math.max(...instance.arcs.flatMap(({ from, to }) => {
        const [a, b] = [answer.schedule.tasks[from], answer.schedule.tasks[to]];
        return network.notes[to]?.kind === 'load' && a && b ? [b.start - a.start] : [];
      }));
    };
    assert.ok(longest(set) < longest(plain), 'warm from three on it is ready sooner');
  }); // prettier-ignore
});

describe('a rota', () => {
  const week = fc.array(
    fc.record({ from: fc.constantFrom('02:00', '14:00', '22:00'), to: fc.constantFrom('06:00', '10:30', '21:00'), days: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1 }) }),
    { minLength: 1, maxLength: 4 },
  ); // prettier-ignore
  const date = fc
    .integer({ min: 0, max: 700 })
    .map((day) => new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10));

  it('nobody is on shift on a day off or while they are away, and a date of its own goes before all', () => {
    fc.assert(
      fc.property(week, date, date, (rota, on, gone) => {
        const hand = Hand.parse({ name: 'One', skills: ['mix'], rota, away: [{ from: gone, to: gone }] });
        const shifts = shiftsOn(hand, on);
        if (on === gone) assert.deepEqual(shifts, []);
        else assert.equal(shifts.length, rota.filter(({ days }) => days.includes(weekdayOf(on))).length);
        const swapped = { ...hand, dates: [{ date: on, from: '16:00', to: '20:00' }] };
        assert.deepEqual(shiftsOn(swapped, on), [{ from: '16:00', to: '20:00' }]);
      }),
    );
  });

  it('a plan shows those who are on shift between its first hands and its last van', () => {
    const day = demoDay();
    const { network, answer } = planned(day, 0);
    const { people } = plannedDay(day, network, answer.schedule, false);
    assert.deepEqual(people, ['Maren Tolley', 'Odo Fenwright', 'Isk Varrow', 'Pell Dunnage', 'Nell Quarrie']);
  });

  it('in the plan of a day they have no hands to give', () => {
    const base = demoDay();
    const [first, ...others] = base.bakehouse.floor.hands;
    assert.ok(first);
    const away = { ...first, away: [{ from: '2026-11-20', to: '2026-11-30', why: 'holiday' }] };
    const { instance } = must(
      networkOf(withFloor(base, (floor) => ({ ...floor, hands: [away, ...others] }))),
    );
    assert.deepEqual(instance.people[0]?.free, []);
    assert.ok((instance.people[1]?.free.length ?? 0) > 0);
  });
});

describe('rooms', () => {
  const cellar = Room.parse({ slug: 'cellar', name: 'Cellar', air: 14, humidity: 90 });
  const shed = Room.parse({ slug: 'shed', name: 'Shed', air: { coldest: 8, warmest: 26, warmestAt: 15 } });
  /** Oat tins whose dough rises in a room, at most a night long. */
  const risingIn = (only: string | null) => {
    const day = baking(demoDay(), 'oat-tin');
    const formulas = day.formulas.map(({ slug, formula }) => {
      const way = formula.doc.way.map((step) =>
        step.kind === 'rest' && step.slug === 'bulk' ? { ...step, stands: [Stand.parse({ place: 'room', only })] } : step,
      );
      return { slug, formula: { ...formula, doc: { ...formula.doc, way } } };
    });
    return withFloor({ ...day, formulas }, (floor) => ({ ...floor, rooms: [...floor.rooms, cellar, shed] }));
  }; // prettier-ignore
  const bulkOf = (only: string | null) => {
    const { network, answer } = planned(risingIn(only), 5);
    assert.deepEqual(answer.followed.faults, []);
    const [batch] = answer.followed.batches;
    const [first, last] = [batch?.whole[0], batch?.whole.at(-1)];
    assert.ok(first && last);
    return { network, speed: (last.rise - first.rise) / (last.at - first.at), temperature: last.temperature };
  };

  it('a dough that stands in a colder room than the others rises slower there', () => {
    const [bakery, cold] = [bulkOf(null), bulkOf('cellar')];
    assert.ok(cold.speed < bakery.speed, `${cold.speed} and ${bakery.speed}`);
    assert.ok(cold.temperature < bakery.temperature - 0.5);
    const waits = (only: string | null) => {
      const { network, answer } = planned(risingIn(only), 5);
      const divide = network.instance.tasks.findIndex(({ kind }) => kind === 'divide');
      return whyHere(risingIn(only), network, answer.schedule, divide).waits.join(' ');
    };
    assert.match(waits('cellar'), /, in Cellar after the mix of Oat Tin/);
    assert.match(waits(null), /, in the room after the mix of Oat Tin/);
  });

  it('one that is colder at night is so hour by hour', () => {
    const rooms = must(networkOf(risingIn('shed'))).frame.rooms;
    const around = rooms.find(({ slug }) => slug === 'shed')?.around;
    assert.ok(Array.isArray(around));
    const all = around.map(([, celsius]: readonly [number, number]) => celsius);
    assert.ok(Math.abs(Math.min(...all) - 8) < 0.5 && Math.abs(Math.max(...all) - 26) < 0.5);
    assert.ok(bulkOf('shed').speed > 0);
  });

  it('a room that is not here is said', () => {
    assert.match(JSON.stringify(networkOf(risingIn('attic'))), /needs the place/);
  });

  it('equipment and mixers share their names: what a plan would take for one is refused at its slug', () => {
    const { bakehouse } = demoHouse();
    const mixers = demoDay().mixers;
    assert.deepEqual(takenTwice(mixers, bakehouse.floor), []);
    const at = (floor: Floor, all = mixers) => takenTwice(all, floor).map(({ path }) => path);
    assert.deepEqual(at(bakehouse.floor, mixers.map((each) => ({ ...each, slug: 'retarder' }))), ['mixers.0.slug', 'mixers.1.slug']);
    assert.deepEqual(at(withThing(bakehouse.floor, 'tubs', { kind: 'holder', count: 3 })).length, 1);
    // A bakehouse of before has its racks under that very name, and is kept as ever.
    const old = Floor.parse({ racks: { count: 3, bread: 40 } });
    assert.ok(old.equipment.some(({ slug }) => slug === 'racks'));
    assert.deepEqual(at(old), []);
  }); // prettier-ignore
});
