import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { Hand, type Floor } from '@jovet/core/bakehouse';
import { withSteps } from '@jovet/core/formula/way';
import { checkSchedule, verifyCertificate } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import { plannedDay } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { parseWith } from '@jovet/core/problem';
import { demoDay, madeSo, must, withThing } from '../demo.ts';
import { answered, baking, planned } from './planned.ts';

const withFloor = (input: DayInput, change: Partial<Floor>): DayInput => ({
  ...input,
  bakehouse: { ...input.bakehouse, floor: { ...input.bakehouse.floor, ...change } },
});
const ALL = [0, 1, 2, 3, 4, 5, 6];
const hand = (name: string, levels: Pick<Hand, 'skills'> & Partial<Pick<Hand, 'helps' | 'learns'>>): Hand =>
  must(parseWith(Hand, { name, rota: [{ from: '18:00', to: '18:00', days: ALL }], ...levels }));
const WHOLE = { skills: ['mix', 'shape', 'oven', 'pack'] } satisfies Pick<Hand, 'skills'>;
const HELPER = { skills: [], helps: ['mix', 'shape', 'oven', 'pack'] } satisfies Pick<
  Hand,
  'skills' | 'helps'
>;
/** Oat Tin, cut by two people together. */
const TWO = madeSo(baking(demoDay(), 'oat-tin'), 'oat-tin', (doc) =>
  withSteps(doc, (step) => (step.kind === 'divide' ? { ...step, least: 2, most: 2 } : step)),
);

describe('people who do something with help', () => {
  it('are beside one who does it alone, and never by themselves', () => {
    const day = withFloor(TWO, { hands: [hand('One', WHOLE), hand('Two', HELPER)] });
    const { network, answer } = planned(day, 10);
    assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
    const crews = answer.schedule.tasks.flatMap((placed) => (placed && placed.people.length > 0 ? [placed.people] : []));
    assert.ok(crews.some((crew) => crew.includes(1)) && crews.every((crew) => crew.includes(0)));
    // A crew of nobody who does it alone is found by the checker.
    const cut = network.instance.tasks.findIndex(({ kind }) => kind === 'pack');
    const tasks = answer.schedule.tasks.map((placed, index) => (index === cut && placed ? { ...placed, people: [1] } : placed));
    assert.ok(checkSchedule(network.instance, { ...answer.schedule, tasks }).some((fault) => fault.kind === 'people' && fault.why === 'skill'));
  }); // prettier-ignore

  it('where there is nobody to help, and for what is only being learnt, nothing is planned; that is proved', () => {
    for (const hands of [[hand('Two', HELPER)], [hand('One', WHOLE), hand('Three', { skills: [], learns: WHOLE.skills })]]) {
      const network = must(networkOf(withFloor(TWO, { hands })));
      const answer = answered(network, 0);
      assert.ok(answer?.verdict === 'impossible' && verifyCertificate(network.instance, answer.certificate));
    }
    assert.ok(!parseWith(Hand, { name: 'Nobody', skills: [] }).ok);
    assert.ok(!parseWith(Hand, { name: 'Twice', skills: ['mix'], helps: ['mix'] }).ok);
  }); // prettier-ignore

  it('any crew is planned so that the checker finds nothing, or it is said why not', () => {
    const level = fc.constantFrom('skills', 'helps', 'learns', 'none');
    fc.assert(
      fc.property(fc.array(fc.tuple(level, level, level, level), { minLength: 2, maxLength: 5 }), (crew) => {
        const hands = crew.flatMap((levels, index) => {
          const at = (wanted: string) => WHOLE.skills.filter((_, skill) => levels[skill] === wanted);
          const read = parseWith(Hand, { name: `Hand ${index}`, rota: [{ from: '18:00', to: '18:00', days: ALL }], skills: at('skills'), helps: at('helps'), learns: at('learns') });
          return read.ok ? [read.value] : [];
        });
        const network = must(networkOf(withFloor(TWO, { hands })));
        const answer = answered(network, 0, null, 40);
        if (answer?.verdict === 'planned') assert.deepEqual(checkSchedule(network.instance, answer.schedule), []);
        if (answer?.verdict === 'impossible') assert.ok(verifyCertificate(network.instance, answer.certificate));
      }),
      { numRuns: 40, seed: 22 },
    );
  }); // prettier-ignore
});

describe('places for baskets and trays', () => {
  const shaped = baking(demoDay(), 'quay-country');
  const cold = (places: number | null) =>
    withFloor(shaped, { equipment: withThing(shaped.bakehouse.floor, 'retarder', { places }).equipment });

  it('are counted where a thing says how many it has: what stands in the cold takes one for each basket', () => {
    const free = must(networkOf(cold(null))).instance;
    assert.ok(free.resources.every(({ id }) => !id.endsWith('.places')));
    const day = cold(500);
    const { network, answer } = planned(day, 5);
    const places = network.instance.resources.findIndex(({ id }) => id === 'retarder.places');
    assert.equal(network.instance.resources[places]?.name, 'places in the retarder');
    const taken = network.instance.arcs.flatMap(({ ways }) => ways.flatMap(({ holds }) => holds.filter(({ resource }) => resource === places)));
    const baskets = network.instance.resources.findIndex(({ id }) => id === 'round-baskets');
    const held = network.instance.arcs.flatMap(({ ways }) => ways.flatMap(({ holds }) => (holds.some(({ resource }) => resource === places) ? holds.filter(({ resource }) => resource === baskets) : [])));
    assert.ok(taken.length > 0 && taken.some(({ amount }) => amount === held[0]?.amount));
    const { view } = plannedDay(day, network, answer.schedule, false);
    assert.ok(view.strips.every(({ name }) => name !== 'retarder.places'));
  }); // prettier-ignore

  it('fewer than it needs, and the plan that stood there overfills them', () => {
    const { network, answer } = planned(cold(500), 5);
    const index = network.instance.resources.findIndex(({ id }) => id === 'retarder.places');
    const few = must(networkOf(cold(1))).instance;
    const used = answer.schedule.ways.some((way, arc) => network.instance.arcs[arc]?.ways[way]?.holds.some(({ resource }) => resource === index));
    const faults = checkSchedule(few, answer.schedule).filter((fault) => fault.kind === 'over' && fault.resource === index);
    assert.equal(faults.length > 0, used);
    // With every one of its ways in the cold it stands there.
    const always = madeSo(cold(1), 'quay-country', (doc) => withSteps(doc, (step) => (step.kind === 'proof' ? { ...step, ways: [[{ place: 'cold', celsius: null, minutes: null, rise: null, only: null }]] } : step)));
    const none = answered(must(networkOf(always)), 0, null, 20);
    assert.notEqual(none?.verdict, 'planned');
  }); // prettier-ignore
});
