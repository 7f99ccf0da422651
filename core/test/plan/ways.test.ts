import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { FormulaDoc } from '@jovet/core/formula';
import { Stand } from '@jovet/core/formula/way';
import { checkSchedule } from '@jovet/core/plan/checker';
import { toldOf } from '@jovet/core/plan/changes';
import { DayInput } from '@jovet/core/plan/demand';
import { plannedDay } from '@jovet/core/plan/explain';
import { endOf, loadOf } from '@jovet/core/plan/instance';
import { networkOf } from '@jovet/core/plan/network';
import { whyImpossible } from '@jovet/core/plan/planner';
import { parseWith } from '@jovet/core/problem';
import { demoDay, madeSo, must, withThing } from '../demo.ts';
import {
  ANY_DOUGHS,
  bake,
  cold,
  divide,
  end,
  made,
  minutes,
  mix,
  rise,
  room,
  weigh,
  type Said,
} from './any-doughs.ts';
import { answered, baking, planned } from './planned.ts';

/** Plans a day and lets the checker look at it. @returns what is done, in the order of time */
function order(input: DayInput): { kinds: string[]; at: (kind: string) => { start: number; end: number } } {
  const { network, answer } = planned(input, 20);
  assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
  assert.deepEqual(answer.followed.faults, []);
  const all = network.instance.tasks.map((task, index) => {
    const placed = answer.schedule.tasks[index];
    const start = placed?.start ?? 0;
    return { kind: task.kind, start, end: start + (task.modes[placed?.mode ?? 0]?.slots ?? 0) };
  });
  all.sort((a, b) => a.start - b.start || a.end - b.end);
  return { kinds: all.map(({ kind }) => kind), at: (kind) => all.find((each) => each.kind === kind) ?? assert.fail(kind) };
} // prettier-ignore

describe('doughs that one fixed shape could not say', () => {
  for (const [name, day] of Object.entries(ANY_DOUGHS))
    it(`${name}: planned, and the checker finds nothing`, () =>
      assert.ok(order(day()).kinds.includes('shape')));

  it('mixed in bouts with rests in the cold between, second water, folds in the cold, three products three ways', () => {
    const day = ANY_DOUGHS['in bouts, with second water and folds in the cold, three products three ways']();
    const { kinds } = order(day);
    for (const kind of ['fill', 'cut', 'fold']) assert.ok(kinds.includes(kind), kind);
    assert.equal(kinds.filter((kind) => kind === 'mix').length, 3 * kinds.filter((kind) => kind === 'divide').length);
  }); // prettier-ignore

  it('each bout takes as long as its own programme', () => {
    const input = made('oat-tin', [weigh, mix, { kind: 'rest', slug: 'pause', until: minutes(15, 20, 40), stands: [room] }, { kind: 'mix', slug: 'again', programme: 'by-hand', to: 24 }, { kind: 'rest', slug: 'bulk', until: rise(0.5, 0.8, 1.3), stands: [room] }, divide],
      [{ kind: 'shape', slug: 'shape', shape: 'flat' }, bake, ...end]);
    const minutesOf = (programme: string) => input.bakehouse.programmes.find(({ slug }) => slug === programme)?.minutes ?? assert.fail(programme);
    const { instance } = must(networkOf(input));
    const slots = (id: string) => instance.tasks.find((task) => task.id === `oat-tin.1.${id}`)?.modes[0]?.slots ?? assert.fail(id);
    assert.ok(Math.abs(slots('again') - slots('mix') - (minutesOf('by-hand') - minutesOf('gentle')) / 5) < 1);
  }); // prettier-ignore

  it('divided before bulk, re-rounded every half hour, proofed warm and chilled only to be cut cleanly', () => {
    const { kinds, at } = order(
      ANY_DOUGHS['divided before bulk, re-rounded, proofed warm, chilled to be cut'](),
    );
    assert.ok(kinds.indexOf('divide') < kinds.indexOf('fold') && kinds.indexOf('fold') < kinds.indexOf('shape'));
    assert.ok(at('load').start - at('shape').end >= 6);
  }); // prettier-ignore

  it('laminated after a night in the cold, turned double and half, washed, and with syrup as it comes out', () => {
    const { kinds, at } = order(
      ANY_DOUGHS['laminated after a night in the cold'](),
    );
    assert.ok(at('lock-in').start - at('mix').end >= 120);
    assert.equal(kinds.filter((kind) => kind === 'turn').length, 2);
  }); // prettier-ignore

  it('dipped: shaped, cold overnight, half an hour out, bath, cut, salt', () => {
    const day = ANY_DOUGHS['dipped after a night in the cold']();
    const { at } = order(day);
    assert.ok(at('dip').start - at('shape').end >= 12);
    assert.ok(at('load').start >= at('dip').end && at('load').start <= at('dip').end + 3);
    // What a step says goes to whoever does it, and its gate is asked for; people are told of the plan without it.
    const { network, answer } = planned(day, 5);
    const { view, reminders } = plannedDay(day, network, answer.schedule, false);
    const dip = view.tasks.find(({ note }) => note.kind === 'dip');
    assert.ok(dip);
    assert.deepEqual(
      { ...dip.note.says, words: undefined },
      { cautions: ['Gloves and eye protection.'], confirm: 'gloves are on', words: undefined },
    );
    assert.match(dip.note.says?.words ?? '', /carry off \d+ g of the bath\. .*neutralised/);
    assert.ok(reminders.some(({ task, confirm }) => task === dip.index && confirm === 'gloves are on'));
    assert.ok(networkOf(DayInput.parse({ ...day, told: toldOf(view), now: dip.end })).ok);
  });

  it('pots that get hot take the decks before their load, a dough in the warm oven those that it stands on', () => {
    const potty = ANY_DOUGHS['proofed in a basket, baked in a pot']();
    const pots = order(potty);
    const { instance } = must(networkOf(potty));
    const load = instance.tasks.find(({ kind }) => kind === 'load')?.modes[0]?.load;
    const heat = instance.tasks.find(({ kind }) => kind === 'heat')?.modes[0];
    assert.ok(load && heat && load.before >= heat.slots + 6, 'from when they are set in');
    assert.ok(pots.at('load').start - load.before <= pots.at('heat').start);

    const warm = ANY_DOUGHS['the oven as a warm chamber first; small tins unmoulded and covered']();
    const { network, answer } = planned(warm, 20);
    const index = network.instance.tasks.findIndex(({ modes }) => modes[0]?.load?.warm);
    const [task, placed] = [network.instance.tasks[index], answer.schedule.tasks[index]];
    const first = order(warm).at('divide');
    assert.ok(task?.kind === 'mix' && placed && !order(warm).kinds.includes('heat'));
    const mode = task.modes[placed.mode];
    const chamber = mode?.load;
    assert.ok(chamber && chamber.before + mode.slots > 60 && placed.start + chamber.slots > first.end);
    // Nothing else is baked on those decks meanwhile: the checker says so of a load that is moved there.
    const baked = network.instance.tasks.findIndex(({ kind }) => kind === 'load');
    const moved = answer.schedule.tasks.map((each, at) => (at === baked && each ? { ...each, start: placed.start + mode.slots } : each));
    const small = { ...network.instance, ovens: network.instance.ovens.map((oven) => ({ ...oven, decks: 1 })) };
    assert.ok(checkSchedule(small, { ...answer.schedule, tasks: moved }).some(({ kind }) => kind === 'decks'));
  }); // prettier-ignore

  it('a deck on which a dough stands warm had hours to cool before, and does not bake meanwhile', () => {
    const chamber = ANY_DOUGHS['the oven as a warm chamber first; small tins unmoulded and covered']();
    const demo = demoDay();
    const tidewater = demo.demand.filter(({ formula }) => formula === 'tidewater-rye').map((line) => ({ ...line, drop: '06:30' }));
    const day = {
      ...chamber,
      bakehouse: { ...chamber.bakehouse, floor: withThing(chamber.bakehouse.floor, 'oven', { decks: 1, preheat: 20 }) },
      demand: [...chamber.demand.map((line) => ({ ...line, pieces: 12, drop: '12:00' })), ...tidewater],
      formulas: [...chamber.formulas, ...demo.formulas.filter(({ slug }) => slug === 'tidewater-rye')],
    };
    const { network, answer: { schedule } } = planned(day, 40);
    const { instance } = network;
    const loads = instance.tasks.flatMap((_, index) => {
      const placed = schedule.tasks[index];
      const load = placed && loadOf(instance, index, placed);
      return load ? [{ index, load, stands: endOf(instance, index, placed), from: placed.start - load.before, to: placed.start + load.slots }] : [];
    });
    const [warm, ...hot] = loads.toSorted((a, b) => Number(b.load.warm !== undefined) - Number(a.load.warm !== undefined));
    assert.ok(warm?.load.warm && hot.length >= 2 && warm.stands - warm.from > 60, 'an oven takes hours to cool');
    for (const each of hot) assert.ok(each.from >= warm.to || each.to <= warm.from, `${each.from} to ${each.to}`);
    const [rye] = hot;
    const near = (start: number) => schedule.tasks.map((each, at) => (at === rye?.index && each ? { ...each, start } : each));
    for (const start of [warm.stands, warm.from + 3])
      assert.ok(checkSchedule(instance, { ...schedule, tasks: near(start) }).some(({ kind }) => kind === 'decks'));
    const { view } = plannedDay(day, network, schedule, false);
    const strip = view.strips.find(({ name }) => name === 'decks');
    assert.equal(strip?.used[warm.stands], 1);
    assert.equal(strip?.used[warm.stands - 1], 0, 'what it needs to cool is not shown as taken');
  }); // prettier-ignore

  it('a dough may stand in the warm oven twice: it comes back into an oven that is still just warm', () => {
    const once = ANY_DOUGHS['the oven as a warm chamber first; small tins unmoulded and covered']();
    const twice = madeSo(once, 'oat-tin', (doc) => ({
      ...doc,
      pieces: doc.pieces.map((step) => (step.kind === 'proof' ? { ...step, ways: [[Stand.parse({ place: 'oven', celsius: 28 })]] } : step)),
    }));
    const { floor } = twice.bakehouse;
    const day = { ...twice, bakehouse: { ...twice.bakehouse, floor: withThing(floor, 'oven', { decks: 2, preheat: 20 }) } };
    const { network: { instance }, answer: { schedule } } = planned(day, 20);
    const warm = instance.tasks.filter((_, index) => loadOf(instance, index, schedule.tasks[index])?.warm);
    assert.deepEqual(warm.map(({ kind }) => kind), ['mix', 'shape']);
  }); // prettier-ignore

  it('two doughs that stand in the warm oven one after the other are never said to be impossible for the hours it cools', () => {
    const chamber = ANY_DOUGHS['the oven as a warm chamber first; small tins unmoulded and covered']();
    const oat = chamber.formulas.find(({ slug }) => slug === 'oat-tin');
    const [line] = chamber.demand;
    assert.ok(oat && line);
    const { floor } = chamber.bakehouse;
    const day = {
      ...chamber,
      bakehouse: { ...chamber.bakehouse, floor: withThing(floor, 'oven', { decks: 1, preheat: 20 }) },
      formulas: [oat, { ...oat, slug: 'later-tin' }],
      demand: [{ ...line, pieces: 8, drop: '11:00' }, { ...line, formula: 'later-tin', pieces: 8, drop: '14:30' }],
    };
    const { instance } = must(networkOf(day));
    const warm = instance.tasks.flatMap(({ modes }) => modes[0]?.load?.warm ?? []);
    assert.ok(warm.length === 2 && warm.every(({ cools, reheats }) => cools > 60 && reheats > 0));
    assert.equal(whyImpossible(instance), null);
  }); // prettier-ignore

  it('a pre-ferment stands warm for hours and then in the cold; one goes by the clock alone, whatever its rise', () => {
    const base = baking(demoDay(), 'quay-country');
    /** Hours from the feeding to the first mix, and how far it has risen by then. */
    const waited = (input: DayInput) => {
      const { network, answer } = planned(input, 5);
      assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
      assert.deepEqual(answer.followed.faults, []);
      const [part] = network.models[0]?.preferments ?? [];
      assert.ok(part);
      const [fed, used] = [answer.schedule.tasks[part.task], answer.schedule.tasks[part.into[0] ?? -1]];
      const course = answer.followed.preferments.find(({ task }) => task === part.task)?.course ?? [];
      const at = network.instance.origin + (used?.start ?? 0) * 300;
      const holds = network.instance.arcs.filter(({ from }) => from === part.task).flatMap(({ ways }) => ways.flatMap((way) => way.holds));
      return { hours: ((used?.start ?? 0) - (fed?.start ?? 0)) / 12, rise: course.findLast((each) => each.at <= at)?.rise ?? 0, course, holds, part };
    };
    const warm = waited(base);
    const chilled = waited(ANY_DOUGHS['a pre-ferment warm for hours and then in the cold']());
    assert.ok(chilled.hours > warm.hours + 3, `${chilled.hours} and ${warm.hours} h`);
    assert.ok(Math.abs(chilled.rise - chilled.part.ripeness.best) < 0.4, `${chilled.rise}`);
    assert.ok(chilled.holds.length > 0, 'it stands in the retarder');
    assert.ok(chilled.course.some(({ temperature }) => temperature === 24) && chilled.course.at(-1)?.temperature === 8);
    const clocked = waited(ANY_DOUGHS['a pre-ferment by the clock, past on purpose']());
    assert.ok(clocked.hours >= 15 && clocked.hours <= 17.5, `${clocked.hours} h`);
    assert.ok(clocked.rise > clocked.part.ripeness.latest, 'it is past, on purpose');
  }); // prettier-ignore

  it('direct in an hour and a half; never proofed; and raw into the freezer', () => {
    const direct = order(
      made('cardamom-knots', [weigh, { ...mix, to: 28 }, { kind: 'rest', slug: 'bulk', until: minutes(20, 25, 40), stands: [room] }, divide], [
        { kind: 'shape', slug: 'shape', shape: 'knot', into: 'trays', hold: 15 },
        { kind: 'proof', slug: 'proof', until: minutes(20, 30, 45), ways: [[{ place: 'warm', celsius: 32 }]] },
        { ...bake, mass: 0.085, minutes: 14 }, ...end,
      ]),
    );
    assert.ok(direct.kinds.includes('load'));
    const flat = order(
      made('quay-country', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.4, 0.6, 1), stands: [room] }, divide], [
        { kind: 'shape', slug: 'shape', shape: 'flat' }, { kind: 'top', slug: 'top' }, { ...bake, minutes: 8 }, { kind: 'pack', slug: 'pack' },
      ], {}, { ...demoDay(), demand: demoDay().demand.filter(({ product }) => product === 'quay-small') }),
    );
    assert.ok(flat.at('load').start - flat.at('shape').end <= 3);
    const frozen = order(
      made('oat-tin', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.2, 0.4, 0.8), stands: [room] }, divide], [
        { kind: 'shape', slug: 'shape', shape: 'round' }, { kind: 'freeze', slug: 'freeze' },
      ]),
    );
    assert.equal(frozen.kinds.at(-1), 'freeze');
    assert.ok(!frozen.kinds.includes('load'));
  }); // prettier-ignore

  it('what is done to bread takes its time: at once with the unloading, once cool with the packing, or so long after', () => {
    const done = (...after: Said[]) => {
      const { instance } = must(networkOf(made('oat-tin', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.2, 0.4, 0.8), stands: [room] }, divide], [
        { kind: 'shape', slug: 'shape', shape: 'tin', into: 'small-tins' }, { kind: 'proof', slug: 'proof', until: rise(0.6, 1, 2), ways: [[room]] }, bake, ...after,
      ])));
      const slots = (kind: string) => instance.tasks.find((task) => task.kind === kind)?.modes[0]?.slots ?? 0;
      const first = (kind: string) => {
        const task = instance.tasks.findIndex((each) => each.kind === kind);
        const arc = instance.arcs.find(({ to }) => to === task);
        return instance.tables[arc?.ways[0]?.tables[0] ?? -1]?.earliest[0];
      };
      return { slots, first };
    };
    const [cool, pack] = end as [Said, Said];
    const slow = { each: 60 };
    const plain = done(cool, pack);
    assert.ok(done({ kind: 'unmould', slug: 'unmould', ...slow }, cool, pack).slots('out') > plain.slots('out'));
    const sliced = done(cool, { kind: 'slice', slug: 'slice' }, { kind: 'dust', slug: 'dust', ...slow }, pack);
    assert.ok(sliced.slots('slice') > 0 && sliced.slots('pack') > plain.slots('pack'));
    assert.ok(done(cool, { kind: 'dust', slug: 'dust', ...slow }, pack).slots('pack') > plain.slots('pack'));
    const own = done({ kind: 'glaze', slug: 'glaze', after: 20, words: 'thin, while it is warm' }, cool, pack);
    assert.equal(own.first('glaze'), 4);
  }); // prettier-ignore

  it('what a bakehouse has no place for is said, with the step that asks for it', () => {
    const day = made('oat-tin', [weigh, mix, { kind: 'rest', slug: 'bulk', until: rise(0.2, 0.4, 0.8), stands: [{ place: 'freezer' }] }, divide], [bake, ...end]);
    assert.throws(() => planned(day), /“bulk” needs the freezer/);
  }); // prettier-ignore
});

describe('any list of steps', () => {
  const pool: Said[] = [
    { kind: 'rest', slug: 'rest', until: minutes(10, 20, 60), stands: [room] },
    { kind: 'rest', slug: 'cold-rest', until: minutes(30, 60, 300), stands: [cold] },
    { kind: 'rest', slug: 'bulk', until: rise(0.3, 0.6, 1.2), stands: [room] },
    { kind: 'fold', slug: 'fold', at: { by: 'minutes', at: 30 } },
    { kind: 'lock-in', slug: 'lock-in' }, { kind: 'turn', slug: 'turn' },
    { kind: 'mix', slug: 'bout', programme: 'gentle', minutes: 5, to: 24 },
  ]; // prettier-ignore
  const own: Said[] = [
    { kind: 'rest', slug: 'bench', until: minutes(10, 20, 60), stands: [room] },
    { kind: 'shape', slug: 'shape', shape: 'round' }, { kind: 'fill', slug: 'fill' }, { kind: 'wash', slug: 'wash' },
    { kind: 'fold', slug: 're-round', fold: 're-round', at: { by: 'minutes', at: 15 } },
    { kind: 'proof', slug: 'proof', until: rise(0.5, 0.9, 1.6), ways: [[room], [cold]] },
    { kind: 'dip', slug: 'dip', solution: 'brine', percent: 8 },
  ]; // prettier-ignore
  it('is planned and passes the checker, or says why not in words that name a step or a dough', () => {
    let plans = 0;
    fc.assert(
      fc.property(
        fc.subarray(pool, { minLength: 0, maxLength: 5 }),
        fc.subarray(own, { minLength: 1, maxLength: 5 }),
        fc.boolean(),
        (way, pieces, reversed) => {
          const input = baking(demoDay(), 'oat-tin');
          const { formula } = input.formulas.find(({ slug }) => slug === 'oat-tin') ?? assert.fail('oat-tin');
          const doc = parseWith(FormulaDoc, {
            ...formula.doc,
            way: [weigh, mix, ...(reversed ? way.toReversed() : way), divide],
            pieces: [...(reversed ? pieces.toReversed() : pieces), bake, ...end],
            products: formula.doc.products.map((product) => ({ ...product, way: null })),
          });
          if (!doc.ok) {
            for (const { path, problem } of doc.problems) {
              assert.match(path, /^(way|pieces)/);
              assert.ok(problem.length > 8);
            }
            return;
          }
          const day = madeSo(input, 'oat-tin', () => doc.value);
          const network = networkOf(day);
          if (!network.ok) {
            for (const { problem } of network.problems) assert.match(problem, /Oat Tin|Oat tin/);
            return;
          }
          const answer = answered(network.value);
          if (answer?.verdict !== 'planned') return;
          plans += 1;
          assert.deepEqual(checkSchedule(network.value.instance, answer.schedule), []);
          assert.deepEqual(answer.followed.faults, []);
        },
      ),
      { numRuns: 40, seed: 22 },
    );
    assert.ok(plans > 5, `${plans} of 40 are planned`);
  });
});
