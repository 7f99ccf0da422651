import assert from 'node:assert/strict';
import { carriedOver, offeredFor, planAtPace, type Answer, type Offer } from '@jovet/core/plan';
import { toldOf } from '@jovet/core/plan/changes';
import type { DayInput } from '@jovet/core/plan/demand';
import { plannedDay, type PlannedDay } from '@jovet/core/plan/explain';
import type { Schedule } from '@jovet/core/plan/instance';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { asPlanned, Event, type Mishap } from '@jovet/core/run';
import { resolveLocal } from '@jovet/core/time';
import { must } from '../demo.ts';
import { planned } from './planned.ts';

let made = 0;
export const makeId = (): string => `00000000-0000-7000-b000-${String((made += 1)).padStart(12, '0')}`;

/** A day in the middle of its night: all that should have begun has, and is noted. */
export interface Night {
  readonly day: DayInput;
  readonly now: number;
  readonly network: Network;
  readonly schedule: Schedule;
  readonly shown: PlannedDay;
}

export function atNight(input: DayInput, time: string, rounds = 0): Night {
  const { network, answer } = planned(input, rounds);
  const shown = plannedDay(input, network, answer.schedule, false);
  const now = must(resolveLocal(input.date, time, input.bakehouse.zone));
  const begun = shown.view.tasks.filter(({ start }) => start < now);
  const events = asPlanned(begun, input.date, makeId).filter(({ at }) => at <= now);
  const day: DayInput = { ...input, now, told: toldOf(shown.view), events };
  return { day, now, network, schedule: answer.schedule, shown };
}

/** The day of a night with what went wrong. */
export const withMishap = ({ day, now }: Pick<Night, 'day' | 'now'>, mishap: Mishap, at = now): DayInput => ({
  ...day,
  events: [
    ...day.events,
    Event.parse({
      id: makeId(),
      day: day.date,
      subject: { kind: 'day', id: day.date },
      happened: { kind: 'mishap', mishap },
      at,
    }),
  ],
});

/** A night planned on from what stood, within so many rounds, and what is offered where there is no plan. */
export async function plannedOn(night: Night, day: DayInput, rounds = 30): Promise<{ readonly network: Network; readonly answer: Answer; readonly offers: readonly Offer[] }> {
  const network = must(networkOf(day));
  const within = (most: number) => ({ over: (found: Answer | null, n: number) => found !== null || n >= most, breathe: async () => true, nearest: () => true });
  const from = carriedOver(night.schedule, night.network, network);
  const answer = (await planAtPace(network, 1, { ...within(rounds), from })) ?? assert.fail('there is an answer');
  const offers: Offer[] = [];
  if (answer.verdict === 'planned') return { network, answer, offers };
  let tried = 0;
  const all = offeredFor(day, network, answer, { schedule: night.schedule, network: night.network }, {
    plan: (_, other, stood) => ((tried += 1), planAtPace(other, 1, { ...within(8), from: stood })),
    over: () => tried > 12,
  });
  for await (const offer of all) {
    offers.push(offer);
    if (offers.length > 0) break;
  }
  return { network, answer, offers };
} // prettier-ignore

/** All that goes wrong on a bad night, made of what the day has. */
export function badNight({ day, now, shown }: Night): Readonly<Record<string, Mishap>> {
  const begun = shown.view.tasks.filter(({ start }) => start < now);
  const { equipment, hands } = day.bakehouse.floor;
  const thing = (kind: string) => equipment.find((each) => each.kind === kind)?.slug ?? assert.fail(kind);
  const drops = day.demand.map(({ drop }) => drop).sort();
  const [line] = day.demand.filter(({ drop }) => drop === drops.at(-1));
  const feed = begun.findLast(({ note }) => note.kind === 'feed') ?? assert.fail('a pre-ferment is made');
  const mixed = begun.findLast(({ note }) => note.kind === 'mix') ?? assert.fail('a dough is mixed');
  const at = ([hour = '', minute = '']: string[], by: number) =>
    `${hour.padStart(2, '0')}:${String(Number(minute) + by).padStart(2, '0')}`;
  const first = drops[0] ?? '';
  assert.ok(line && hands.length > 1);
  const { formula, product, drop } = line;
  const there = shown.people.find((name) => shown.view.tasks.some((task) => task.start > now && task.people.includes(name)));
  return {
    'a deck is out': { kind: 'out', thing: thing('oven'), count: 1, until: null },
    'the oven is out for an hour': { kind: 'out', thing: thing('oven'), count: null, until: now + 3600 },
    'the retarder is out': { kind: 'out', thing: thing('retarder'), count: null, until: null },
    'a mixer is out': { kind: 'out', thing: day.mixers[0]?.slug ?? '', count: null, until: null },
    'somebody is sick': { kind: 'away', person: there ?? '', until: null },
    'somebody is late': { kind: 'away', person: there ?? '', until: now + 7200 },
    'there is no power': { kind: 'power', until: now + 1800 },
    'thirty more': { kind: 'order', formula, product, drop, pieces: 30 },
    'an order is cancelled': { kind: 'order', formula, product, drop, pieces: -100_000 },
    'a van is earlier': { kind: 'van', drop: first, to: at(first.split(':'), -Math.min(10, Number(first.split(':')[1]))) },
    'a levain is late': { kind: 'slow', task: feed.id, minutes: 60 },
    'a levain is dead': { kind: 'lost', task: feed.id },
    'a batch is dropped': { kind: 'lost', task: mixed.id },
  };
} // prettier-ignore
