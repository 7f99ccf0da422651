import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import type { Actual } from '@jovet/core/run';
import { doughsOf, pullListOf, type DayInput } from '@jovet/core/plan/demand';
import { labelsOf } from '../../src/plan/explain/labels.ts';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { remindersOf } from '../../src/plan/explain/reminders.ts';
import { whyHere } from '@jovet/core/plan/explain';
import type { Schedule } from '@jovet/core/plan/instance';
import type { FormulaDoc } from '@jovet/core/formula';
import { autolyseMinutes, bulkOf, firstOf, type Step, type StepOf, withSteps } from '@jovet/core/formula/way';
import { demoDay, eventsOf, madeSo, must, withThing } from '../demo.ts';
import { baking, planned } from './planned.ts';

/** Epoch seconds of a task of a plan. */
function times({ instance }: Network, schedule: Schedule, id: string): { start: number; end: number } {
  const index = instance.tasks.findIndex((task) => task.id === id);
  const placed = schedule.tasks[index];
  assert.ok(placed, id);
  const slots = instance.tasks[index]?.modes[placed.mode]?.slots ?? 0;
  const start = instance.origin + placed.start * 300;
  return { start, end: start + slots * 300 };
}

const withFloor = (input: DayInput, floor: Partial<DayInput['bakehouse']['floor']>): DayInput => ({
  ...input,
  bakehouse: { ...input.bakehouse, floor: { ...input.bakehouse.floor, ...floor } },
});

/** A day in which all that was planned before a task went as planned, and that task as it was noted. */
function goneTo(input: DayInput, id: string, noted: Partial<Actual>): { before: number; next: Network } {
  const { network, answer } = planned(input);
  const own = times(network, answer.schedule, id);
  const now = Math.max(own.end, noted.seen?.at ?? 0);
  const blank = { temperature: null, seen: null, mass: null };
  const actuals = network.instance.tasks
    .map((task) => ({ task: task.id, ...times(network, answer.schedule, task.id), ...blank }))
    .filter(({ task, start }) => task !== id && start < now);
  return {
    before: own.end,
    next: must(
      networkOf({ ...input, now, events: eventsOf([...actuals, { task: id, ...own, ...blank, ...noted }]) }),
    ),
  };
}

/** Slots that a bulk is best after. */
const bestBulk = ({ instance }: Network): number => {
  const arc = instance.arcs.find(({ levels }) => levels);
  return instance.tables[arc?.ways[0]?.tables[0] ?? -1]?.best[0] ?? NaN;
};

/** A day on which a dough goes into the cold after so many minutes in the room. */
const intoTheCold = (input: DayInput, slug: string, minutes: number): DayInput =>
  madeSo(input, slug, (doc) =>
    withSteps(doc, (step) => {
      if (step.kind !== 'rest' || step.slug !== 'bulk') return step;
      const room = { place: 'room', celsius: null, minutes, rise: null, only: null } as const;
      return { ...step, stands: [room, { ...room, place: 'cold', minutes: null }] };
    }),
  );

const bulkIn = ({ doughs }: Network) => (doughs[0] ? bulkOf(doughs[0].formula.doc) : null);
const foldOf = (doc: FormulaDoc): StepOf<'fold'> => {
  const fold = firstOf(doc.way, 'fold');
  assert.ok(fold);
  return fold;
};

describe('a dough that stands in the cold', () => {
  it('ends its bulk cold and within its window, and takes up room there', () => {
    const formula = 'quay-country';
    const day = intoTheCold(baking(demoDay(), formula), formula, 120);
    const { network, answer } = planned(day, 5);
    const [batch] = answer.followed.batches;
    const bulk = bulkIn(network);
    const end = batch?.whole.at(-1);
    assert.ok(end && bulk && end.rise > bulk.earliest - 0.06 && end.rise < bulk.latest + 0.06, `${end?.rise}`);
    assert.ok(end.temperature < 14, `${end.temperature} °C`);
    assert.deepEqual(answer.followed.faults, []);
    const fridge = network.instance.resources.findIndex(({ id }) => id === 'retarder');
    const arc = network.instance.arcs.find(({ levels }) => levels);
    assert.equal(arc?.ways[0]?.holds.find(({ resource }) => resource === fridge)?.amount, Math.ceil(network.doughs[0]?.batches[0]?.dough ?? 0));
    assert.ok(remindersOf(day, network, answer.schedule, answer.followed).some(({ kind }) => kind === 'cold'));
  }); // prettier-ignore

  it('a pre-ferment that ripens there takes up room there too, once for all batches that it goes into', () => {
    const day = baking(demoDay(), 'lantern-baguette');
    const cold = (formula: DayInput['formulas'][number]): DayInput['formulas'][number] => {
      const { doc } = formula.formula;
      const parts = doc.parts.map((part) => ({ ...part, temperature: 6 }));
      return { ...formula, formula: { ...formula.formula, doc: { ...doc, parts } } };
    };
    const demand = day.demand.map((line) => ({ ...line, pieces: line.pieces * 3 }));
    const { instance, doughs } = must(networkOf({ ...day, demand, formulas: day.formulas.map(cold) }));
    assert.ok((doughs[0]?.batches.length ?? 0) > 1);
    const fridge = instance.resources.findIndex(({ id }) => id === 'retarder');
    const feed = instance.tasks.findIndex(({ kind }) => kind === 'feed');
    const held = instance.arcs
      .filter(({ from }) => from === feed)
      .flatMap(({ ways }) => ways[0]?.holds ?? [])
      .filter(({ resource }) => resource === fridge)
      .reduce((sum, { amount }) => sum + amount, 0);
    const build = doughs[0]?.scaled.parts[0]?.build ?? 0;
    assert.ok(held >= build && held <= build + (doughs[0]?.batches.length ?? 0), `${held} of ${build} kg`);
  });

  it('pieces that come out of the cold before they are loaded are warm then, within their window, and called out in time', () => {
    const base = baking(demoDay(), 'quay-country');
    const day = madeSo(base, 'quay-country', (doc) =>
      withSteps(doc, (step) => {
        const [[warm] = []] = step.kind === 'proof' ? step.ways : [];
        if (step.kind !== 'proof' || !warm) return step;
        return {
          ...step,
          ways: [
            [warm],
            [
              { ...warm, place: 'cold', celsius: null },
              { ...warm, minutes: 90 },
            ],
          ],
        };
      }),
    );
    const { network, answer } = planned(day, 10);
    const [strand] = network.models[0]?.batches[0]?.strands ?? [];
    assert.ok(strand);
    const proof = strand.passages.find(({ window }) => window !== null);
    const way =
      network.instance.arcs[proof?.arc ?? -1]?.ways[answer.schedule.ways[proof?.arc ?? -1] ?? 0]?.name;
    assert.equal(way, 'cold, then warm');
    const course = answer.followed.batches[0]?.strands[0] ?? [];
    const load = course.at(-1);
    const coldest = Math.min(...course.map(({ temperature }) => temperature));
    assert.ok(load && coldest < 6 && load.temperature > 12, `${coldest}, ${load?.temperature} °C`);
    const { earliest = 9, latest = 0 } = proof?.window?.rise ?? {};
    assert.ok(load.rise > earliest - 0.06 && load.rise < latest + 0.06, `${load.rise}`);
    assert.deepEqual(answer.followed.faults, []);
    const out = remindersOf(day, network, answer.schedule, answer.followed).find(
      ({ kind }) => kind === 'warm',
    );
    assert.equal(out?.at, load.at - 90 * 60);
  });

  it('says so where it never rises enough there', () => {
    const formula = 'quay-country';
    const day = intoTheCold(baking(demoDay(), formula), formula, 0);
    const network = networkOf({
      ...day,
      bakehouse: {
        ...day.bakehouse,
        floor: withThing(day.bakehouse.floor, 'retarder', { temperature: 1, dough: 200, most: 4 }),
      },
    });
    assert.ok(!network.ok);
    assert.match(network.problems[0]?.problem ?? '', /In the cold Quay Country does not rise enough/);
  });
});

describe('a proof box of one temperature', () => {
  it('warms all that asks for warmth alike, and leaves in the room what it is too warm for', () => {
    const standing = (temperature: number) => {
      const day = demoDay();
      const { models } = must(
        networkOf(withFloor(day, withThing(day.bakehouse.floor, 'proof-box', { dough: 120, temperature }))),
      );
      const around = (key: string) =>
        models
          .find((each) => each.key === key)
          ?.batches[0]?.strands[0]?.passages.find(({ window }) => window !== null)?.ways[0]?.[0]?.around;
      return [around('oat-tin'), around('quay-country'), around('butter-crescents')];
    };
    assert.deepEqual(standing(27), [27, 27, 27]);
    assert.deepEqual(standing(29), [29, 29, null]);
    assert.deepEqual(standing(34), [34, null, null]);
  });
});

describe('folds by rise', () => {
  it('stand where the dough holds the rise that was asked for, at any time of the day', () => {
    const formula = 'quay-country';
    const folds = [{ by: 'share' as const, at: 33 }, { by: 'rise' as const, at: 0.32 }];
    const day = madeSo(baking(demoDay(), formula), formula, (doc) => ({
      ...doc,
      way: doc.way.flatMap((step) => {
        if (step.kind === 'rest' && step.slug === 'bulk')
          return [...folds.map((at, n): Step => ({ ...foldOf(doc), slug: `fold-${n + 1}`, at })), step];
        return step.kind === 'fold' ? [] : [step];
      }),
    }));
    const { network, answer } = planned(day, 5);
    const bulk = bulkIn(network);
    const course = answer.followed.batches[0]?.whole ?? [];
    const drops = course.filter((moment, index) => (course[index + 1]?.rise ?? 9) < moment.rise - 1e-6);
    const wanted = [0.33 * (bulk?.best ?? 0), 0.32];
    assert.equal(drops.length, 2);
    drops.forEach(({ rise }, index) => assert.ok(Math.abs(rise - (wanted[index] ?? 9)) < 0.06, `${rise} for ${wanted[index]}`));
  }); // prettier-ignore
});

describe('a laminated dough', () => {
  it('has its fat locked in and is folded, resting in the cold after each', () => {
    const { network, answer } = planned(baking(demoDay(), 'butter-crescents'), 5);
    const at = (name: string) => times(network, answer.schedule, `butter-crescents.1.${name}`);
    const steps = ['lock-in', 'turn-1', 'turn-2', 'divide'].map(at);
    steps.slice(1).forEach(({ start }, index) => {
      const rest = (start - (steps[index]?.end ?? 0)) / 60;
      assert.ok(rest >= 20 && rest <= 120, `${rest} min`);
    });
    const chill = at('chill');
    const [batch] = answer.followed.batches;
    const before = batch?.whole.findLast(({ at }) => at <= chill.start)?.temperature ?? 0;
    assert.ok((batch?.whole.at(-1)?.temperature ?? 99) < before - 8, 'as a sheet it is cold');
    assert.deepEqual(answer.followed.faults, []);
    const [label] = labelsOf(network, answer.followed, answer.schedule);
    assert.ok(label);
    // Its rise is over when it is carried into the cold, where it rests at least for as long as it says.
    assert.deepEqual([label.over, label.then], [chill.start, 'move']);
    assert.ok(((steps[0]?.start ?? 0) - chill.end) / 60 >= 45);
    assert.ok(label.height > label.start);
  });
});

describe('what is noted of a task', () => {
  it('a dough that stands higher than was forecast is cut sooner, one that stands lower later', () => {
    const day = baking(demoDay(), 'oat-tin');
    const { network, answer } = planned(day);
    const mixed = times(network, answer.schedule, 'oat-tin.1.mix').end;
    const [label] = labelsOf(network, answer.followed, answer.schedule);
    const start = label?.start ?? NaN;
    const bulkFor = (height: number) =>
      bestBulk(goneTo(day, 'oat-tin.1.mix', { seen: { at: mixed + 2700, height } }).next);
    const [low, high] = [bulkFor(start * 1.05), bulkFor(start * 1.6)];
    assert.ok(low > high + 2, `${low} and ${high} slots`);
  });

  it('less dough makes fewer pieces of what leaves last, more dough more of what there is most of', () => {
    const day = baking(demoDay(), 'quay-country');
    const [dough] = must(doughsOf(day));
    const whole = dough?.batches[0];
    const net = (whole?.lots ?? []).reduce((sum, { pieces, scaledWeight }) => sum + pieces * scaledWeight, 0);
    const lots = (mass: number) => {
      const { next } = goneTo(day, 'quay-country.1.divide', { mass });
      return next.doughs[0]?.batches[0]?.lots ?? [];
    };
    const kilograms = (of: readonly { pieces: number; scaledWeight: number }[]) =>
      of.reduce((sum, { pieces, scaledWeight }) => sum + pieces * scaledWeight, 0);
    const [short, long] = [lots(net - 3), lots(net + 3)];
    const last = Math.max(...(whole?.lots ?? []).map(({ drop }) => drop));
    for (const [index, lot] of (whole?.lots ?? []).entries())
      if (lot.drop < last) assert.equal(short[index]?.pieces, lot.pieces, lot.product);
    assert.ok(kilograms(short) <= net - 3 + 0.5 && kilograms(short) > net - 5, `${kilograms(short)} kg`);
    assert.ok(kilograms(long) > net + 1.5 && kilograms(long) <= net + 3 + 1e-9, `${kilograms(long)} kg`);
  });
});

describe('what hangs on a task', () => {
  it('salt and held-back water are asked for at the mix, steam at the load, a first look half-way', () => {
    const day = baking(demoDay(), 'lantern-baguette');
    const pan = withFloor(day, withThing(day.bakehouse.floor, 'oven', { steam: 'pan' }));
    const { network, answer } = planned(pan, 5);
    const found = remindersOf(pan, network, answer.schedule, answer.followed);
    const asked = found.filter(({ confirm }) => confirm !== null).map(({ kind }) => kind);
    for (const kind of ['salt', 'water', 'steam'] as const) assert.ok(asked.includes(kind), kind);
    const load = times(network, answer.schedule, 'lantern-baguette.1.lantern-baguette.load').start;
    const out = times(network, answer.schedule, 'lantern-baguette.1.lantern-baguette.out').start;
    const oven = (name: string) =>
      times(network, answer.schedule, `lantern-baguette.1.lantern-baguette.${name}`);
    assert.ok(
      [load - 600, load - 900].includes(oven('pan').start),
      `${load - oven('pan').start} s before the load`,
    );
    const half = oven('load').end + (out - oven('load').end) / 2;
    assert.ok(Math.abs(oven('look').start - half) <= 600 && oven('look').end <= out);
    const heat = found.find(({ kind }) => kind === 'heat');
    assert.equal(heat?.at, load - Math.ceil(day.bakehouse.preheat / 5) * 300);
    const autolyse = times(network, answer.schedule, 'lantern-baguette.1.autolyse');
    const minutes = (times(network, answer.schedule, 'lantern-baguette.1.mix').start - autolyse.end) / 60;
    const wanted = autolyseMinutes(must(doughsOf(pan))[0]?.formula.doc ?? { way: [] }) ?? NaN;
    assert.ok(minutes >= wanted * 0.75 && minutes <= wanted * 1.5 + 5, `${minutes} of ${wanted} min`);
    const none = withFloor(pan, withThing(pan.bakehouse.floor, 'oven', { steam: 'none' }));
    assert.ok(
      !remindersOf(none, network, answer.schedule, answer.followed).some(({ kind }) => kind === 'steam'),
    );
    const pots = withFloor(pan, withThing(pan.bakehouse.floor, 'oven', { steam: 'lid' }));
    const lids = remindersOf(pots, network, answer.schedule, answer.followed).filter(
      ({ kind }) => kind === 'steam' || kind === 'vent',
    );
    assert.deepEqual(
      lids.map(({ what }) => what),
      ['lids on', 'take the lids off'],
    );
  });

  it('why here says what breaks if it alone were moved, and what it waits for', () => {
    const day = baking(demoDay(), 'oat-tin');
    const { network, answer } = planned(day, 5);
    const out = network.instance.tasks.findIndex(({ id }) => id.endsWith('.out'));
    const why = whyHere(day, network, answer.schedule, out);
    assert.match(why.waits.join(' '), /after the loading of Oat tin/);
    // The sums behind its time come with it, down to what nothing is behind.
    const { id = '' } = network.instance.tasks[out] ?? {};
    assert.ok(why.workings[`task.${id}`] && why.workings[`task.${id}.latest`]);
    for (const { inputs } of Object.values(why.workings))
      for (const { key } of inputs) assert.ok(key === undefined || why.workings[key], key);
    const later = why.moves.find(({ minutes }) => minutes === 30);
    assert.match(later?.breaks.join(' ') ?? '', /would wait/);
  });
});

describe('the pull list', () => {
  it('is the dough less the seed of its build, and what is dusted; bought is what is left after preparing', () => {
    const doughs = must(doughsOf(demoDay()));
    for (const key of ['quay-country', 'lantern-baguette', 'tidewater-rye', 'beacon-durum']) {
      const dough = doughs.find((each) => each.key === key);
      assert.ok(dough);
      const { lines } = pullListOf([dough]);
      const seed = dough.scaled.parts.reduce((sum, part) => sum + (part.seed?.mass ?? 0), 0);
      const dusted = dough.formula.doc.coatings.reduce((sum, { perKilogram }) => sum + perKilogram, 0);
      const wanted = dough.scaled.dough * (1 + dusted) - seed;
      const needed = lines.reduce((sum, line) => sum + line.needed, 0);
      assert.ok(Math.abs(needed - wanted) < 0.005 * wanted, `${key}: ${needed} of ${wanted} kg`);
    }
    const all = pullListOf(doughs).lines;
    for (const { ingredient, needed, bought, packs, doughs: of } of all) {
      assert.ok(Math.abs(bought * ingredient.yield - needed) < 1e-9, ingredient.slug);
      assert.ok(Math.abs(of.reduce((sum, { mass }) => sum + mass, 0) - needed) < 1e-9, ingredient.slug);
      if (packs !== null && ingredient.pack !== null) assert.equal(packs, Math.ceil(bought / ingredient.pack - 1e-9));
    }
    assert.ok(all.some(({ packs }) => packs !== null));
  }); // prettier-ignore
});
