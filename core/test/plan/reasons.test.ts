import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { chanceFrom, shuffled } from '@jovet/core/chance';
import { planAtPace, type Answer } from '@jovet/core/plan';
import { checkSchedule, verifyCertificate, type Fault, type RiseFault } from '@jovet/core/plan/checker';
import type { DayInput } from '@jovet/core/plan/demand';
import { certificateWords, faultSentences, faultWords } from '@jovet/core/plan/explain';
import type { Certificate, Instance, Schedule } from '@jovet/core/plan/instance';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { whyImpossible } from '@jovet/core/plan/planner';
import { demoDay, must, withThing } from '../demo.ts';
import { answered } from './planned.ts';

/** So many days that cannot be are looked at: 500, where somebody has the time. */
const DAYS = Number(process.env['JOVET_REASONS'] ?? 12);

/** A small day that is too much in some way: too early, too few hands or things, too many pieces. */
function hardDay(seed: number): DayInput {
  const chance = chanceFrom(seed);
  const base = demoDay();
  const slugs = shuffled([...new Set(base.demand.map(({ formula }) => formula))], chance).slice(0, 1 + Math.floor(chance() * 3));
  const { floor } = base.bakehouse;
  const [kept] = slugs;
  const input = { ...base, demand: base.demand.filter(({ formula }) => slugs.includes(formula)) };
  const withFloor = (changed: typeof floor): DayInput => ({ ...input, bakehouse: { ...input.bakehouse, floor: changed } });
  const pick = <T,>(all: readonly T[]): T => all[Math.floor(chance() * all.length)] ?? assert.fail('there is one');
  switch (Math.floor(chance() * 7)) {
    case 0:
      return { ...input, demand: input.demand.map((line) => (line.formula === kept ? { ...line, drop: `0${Math.floor(chance() * 5)}:30` } : line)) };
    case 1:
      return withFloor(withThing(floor, pick(['round-baskets', 'couches', 'large-tins', 'small-tins', 'trays']), { count: 1 + Math.floor(chance() * 8) }));
    case 2:
      return withFloor({ ...floor, hands: floor.hands.filter(({ skills }) => !skills.includes(pick(['mix', 'oven', 'pack'] as const))) });
    case 3:
      return withFloor(withThing(floor, 'oven', { decks: 1 }));
    case 4:
      return { ...input, demand: input.demand.map((line) => ({ ...line, pieces: line.pieces * (3 + Math.floor(chance() * 5)) })) };
    case 5:
      return withFloor({ ...floor, hands: floor.hands.map((hand) => ({ ...hand, rota: hand.rota.map((shift) => ({ ...shift, from: '07:00', to: '11:00' })) })) });
    default:
      return withFloor({ ...floor, tubs: 1, equipment: floor.equipment.map((thing) => (thing.kind === 'retarder' ? { ...thing, dough: 1 } : thing)) });
  }
} // prettier-ignore

/** The day with more than enough of what is blamed. */
function relieved(instance: Instance, certificate: Certificate): Instance {
  const everybody = (skills: number, count: number) =>
    Array.from({ length: count }, (_, n) => ({ name: `more ${n}`, skills, helps: 0, free: [[0, instance.slots] as const] }));
  const all = (1 << instance.skills.length) - 1;
  if (certificate.kind === 'energy') {
    const { of, from, to, need } = certificate;
    const more = Math.ceil(need / (to - from)) + 1;
    if (of.kind === 'hands') return { ...instance, people: [...instance.people, ...everybody(of.skills, more)] };
    if (of.kind === 'decks') return { ...instance, ovens: instance.ovens.map((oven) => ({ ...oven, decks: oven.decks + more, out: [] })) };
    return {
      ...instance,
      resources: instance.resources.map((each, index) => (index === of.resource ? { ...each, capacity: each.capacity + more, out: [] } : each)),
    };
  }
  const own = new Set(certificate.tasks);
  return {
    ...instance,
    people: [...instance.people, ...everybody(all, 4)],
    resources: instance.resources.map((each) => ({ ...each, capacity: each.capacity * 20 + 100 })),
    tasks: instance.tasks.map((task, index) => (own.has(index) ? { ...task, first: 0, last: instance.slots, due: null } : task)),
    arcs: instance.arcs.map((arc) =>
      own.has(arc.from) && own.has(arc.to) ? { ...arc, ways: [{ ...(arc.ways[0] ?? assert.fail('a way')), holds: [], tables: [0] }], levels: false } : arc,
    ),
    tables: instance.tables.map((table, index) => (index === 0 ? { earliest: [0], best: [0], latest: [instance.slots] } : table)),
  };
} // prettier-ignore

const blameOf = (certificate: Certificate): string =>
  certificate.kind === 'chain'
    ? `chain ${certificate.tasks.join()}`
    : JSON.stringify([certificate.of, certificate.from, certificate.to]);

/** The nearest plan of a day that has none after some rounds; null: it has one, or cannot have one. */
async function nearestOf(network: Network): Promise<Extract<Answer, { verdict: 'not-found' }> | null> {
  const answer = await planAtPace(network, 1, {
    over: (found, rounds) => found !== null || rounds >= 12,
    breathe: () => Promise.resolve(true),
    nearest: () => true,
  });
  return answer?.verdict === 'not-found' ? answer : null;
}

/** People who could do a task of a plan when it is placed, and do nothing else then. */
function idleFor({ tasks, people }: Instance, schedule: Schedule, task: number): number[] {
  const spanOf = (index: number) => {
    const placed = schedule.tasks[index];
    return placed
      ? {
          from: placed.start,
          to: placed.start + (tasks[index]?.modes[placed.mode]?.slots ?? 0),
          who: placed.people,
        }
      : null;
  };
  const own = spanOf(task) ?? assert.fail('it is placed');
  const skill = tasks[task]?.skill ?? assert.fail('it takes hands');
  return people.flatMap(({ skills, free }, person) => {
    const there = free.some(([from, to]) => from <= own.from && own.to <= to);
    const busy = tasks.some((_, other) => {
      const span = spanOf(other);
      return span !== null && span.who.includes(person) && span.from < own.to && own.from < span.to;
    });
    return (skills >> skill) & 1 && there && !busy ? [person] : [];
  });
}

/** Holds what a sentence about the nearest plan says against the plan by other means. */
function assertTrue({ instance }: Network, schedule: Schedule, fault: Fault | RiseFault, words: string) {
  const stays = (changed: Instance, { kind }: Fault, from: number, to: number) =>
    checkSchedule(changed, schedule).some((each) => each.kind === kind && 'from' in each && each.from < to && from < each.to &&
      (each.kind === 'decks' ? fault.kind === 'decks' && each.oven === fault.oven : fault.kind === 'over' && each.resource === fault.resource));
  const startOf = (task: number) => schedule.tasks[task]?.start ?? NaN;
  if (fault.kind === 'over') {
    const more = (by: number) => ({ ...instance, resources: instance.resources.map((each, index) => (index === fault.resource ? { ...each, capacity: each.capacity + by } : each)) });
    assert.ok(!stays(more(fault.short), fault, fault.from, fault.to), `${words} As much more is enough`);
    assert.ok(stays(more(fault.short - 1e-3), fault, fault.from, fault.to), `${words} Less is not`);
  } else if (fault.kind === 'decks') {
    const more = (by: number) => ({ ...instance, ovens: instance.ovens.map((each, index) => (index === fault.oven ? { ...each, decks: each.decks + by } : each)) });
    assert.ok(!stays(more(fault.short), fault, fault.from, fault.to), `${words} As many more are enough`);
    assert.ok(stays(more(fault.short - 1), fault, fault.from, fault.to), `${words} Fewer are not`);
  } else if (fault.kind === 'people' && fault.why === 'number') assert.deepEqual(idleFor(instance, schedule, fault.task), [], words);
  else if (fault.kind === 'window') {
    const { from = 0, to = 0 } = instance.arcs[fault.arc] ?? {};
    const mode = instance.tasks[from]?.modes[schedule.tasks[from]?.mode ?? 0];
    assert.equal(fault.wait, startOf(to) - startOf(from) - (mode?.slots ?? 0), words);
    assert.ok(fault.wait < fault.least || fault.wait > fault.most, words);
  } else if (fault.kind === 'missing') assert.ok(Number.isNaN(startOf(fault.task)), words);
  else if (fault.kind === 'bounds') {
    const { first = 0, last = 0, due = null, modes = [] } = instance.tasks[fault.task] ?? {};
    const end = startOf(fault.task) + (modes[schedule.tasks[fault.task]?.mode ?? 0]?.slots ?? 0);
    assert.ok(startOf(fault.task) < first || startOf(fault.task) > last || (due !== null && end > due), words);
  }
} // prettier-ignore

describe('why a day was only not found', () => {
  it(`is said of the nearest plan of ${Math.ceil(DAYS / 2)} days, and true of it: as much more of what is short is enough, and less is not`, { timeout: 900_000 }, async () => {
    let [found, seed] = [0, 0];
    const kinds = new Set<string>();
    while (found < DAYS / 2 && (seed += 1) < DAYS * 8) {
      const input = hardDay(seed);
      const network = must(networkOf(input));
      const answer = await nearestOf(network);
      if (!answer) continue;
      found += 1;
      for (const words of faultSentences(input, network, answer.schedule, answer.faults)) {
        assert.match(words, /^[A-Z0-9].*\.$/, words);
        assert.doesNotMatch(words, /undefined|NaN|null|cannot|impossible/, `${seed}: ${words}`);
      }
      for (const fault of answer.faults) {
        kinds.add(fault.kind);
        assertTrue(network, answer.schedule, fault, `${seed}: ${faultWords(input, network, answer.schedule, fault)}`);
      }
    }
    assert.equal(found, Math.ceil(DAYS / 2), `of ${seed} days`);
    assert.ok(kinds.size > 1, [...kinds].join());
  }); // prettier-ignore
});

describe('why a day cannot be', () => {
  it(`is true of ${DAYS} days: what is blamed taken away, the day is possible or something else is in its way`, { timeout: 900_000 }, () => {
    let [found, seed] = [0, 0];
    const kinds = new Map<string, number>();
    while (found < DAYS && (seed += 1) < DAYS * 4) {
      const input = hardDay(seed);
      const network = must(networkOf(input));
      const { instance } = network;
      const answer = answered(network, 0, null, 26);
      if (answer?.verdict !== 'impossible') continue;
      found += 1;
      const { certificate } = answer;
      const words = certificateWords(input, network, certificate);
      kinds.set(certificate.kind, (kinds.get(certificate.kind) ?? 0) + 1);
      assert.match(words, /^[A-Z].*\.$/, words);
      assert.doesNotMatch(words, /undefined|NaN|null/);
      const after = relieved(instance, certificate);
      assert.ok(!verifyCertificate(after, certificate), `${seed}: ${words} It is in the way still`);
      const next = whyImpossible(after);
      if (next) {
        assert.notEqual(blameOf(next), blameOf(certificate), `${seed}: ${words}`);
        assert.ok(verifyCertificate(after, next), `${seed}: the next reason is true`);
      }
      // The fewest are named: without one of them there would be time.
      if (certificate.kind === 'chain' && certificate.bulk === null && certificate.tasks.length > 1)
        for (const task of certificate.tasks)
          assert.ok(!verifyCertificate(instance, { ...certificate, tasks: certificate.tasks.filter((each) => each !== task) }), `${seed}: ${words} Not for ${task}`);
    }
    assert.equal(found, DAYS, `of ${seed} days`);
    assert.ok(kinds.size === 2, JSON.stringify([...kinds]));
  }); // prettier-ignore
});
