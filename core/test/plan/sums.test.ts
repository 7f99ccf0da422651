import assert from 'node:assert/strict';
import { describe, test } from 'node:test';
import { draftOfFloor, parseFloor } from '@jovet/core/bakehouse';
import type { DayInput } from '@jovet/core/plan/demand';
import { carriedOver } from '@jovet/core/plan';
import { plannedDay, planSums } from '@jovet/core/plan/explain';
import { networkOf } from '@jovet/core/plan/network';
import { localTime } from '@jovet/core/time';
import { inHours } from '../../src/plan/explain/hours.ts';
import { demoDay, demoHouse, must } from '../demo.ts';
import { atNight } from './at-night.ts';
import { planned } from './planned.ts';

type Prices = DayInput['bakehouse']['floor']['prices'];
const plain: Prices = { hour: 20, kilowattHour: 0.3, cheap: null, cheapKilowattHour: null, pieces: [] };
const day = demoDay();
const { network, answer } = planned(day, 5);
const pricedAt = (prices: Prices) => {
  const input = { ...day, bakehouse: { ...day.bakehouse, floor: { ...day.bakehouse.floor, prices } } };
  const shown = plannedDay(input, network, answer.schedule, true);
  assert.ok(shown.sums);
  return { ...shown, sums: shown.sums };
};
const near = (a: number | null, b: number, by = 1e-6) =>
  assert.ok(a !== null && Math.abs(a - b) < by, `${a} and ${b}`);

describe('what a plan takes', () => {
  test('is the work of all hands, that of it by night, the heat of the ovens, and what they cost', () => {
    const { sums, view, oven, costs } = pricedAt(plain);
    const work = view.tasks.reduce((sum, { start, end, people }) => sum + (end - start) * people.length, 0);
    near(sums.work, work);
    const hourOf = (at: number) => localTime(at, day.bakehouse.zone).hour;
    const byNight = view.tasks.filter(({ start, people }) => people.length > 0 && (hourOf(start) >= 22 || hourOf(start) < 6));
    assert.equal(sums.awake, new Set(byNight.flatMap(({ people }) => people)).size);
    assert.ok(sums.asleep > 0 && sums.asleep < sums.work);
    near(sums.energy, oven?.heated ?? 0);
    near(sums.paidWork, (work / 3600) * 20);
    near(sums.paidEnergy, sums.energy * 0.3);
    near(Number(costs?.['cost.energy']?.result.value), sums.energy * 0.3, 0.01);
  }); // prettier-ignore

  test('dough that reaches no piece is told and paid for; a dough that is lost counts in it', () => {
    const { sums } = pricedAt(plain);
    const wasted = network.doughs.reduce((sum, { scaled, batches }) => sum + scaled.dough - batches.reduce((all, { lots }) => all + lots.reduce((own, lot) => own + lot.pieces * lot.scaledWeight, 0), 0), 0);
    near(sums.wasted ?? null, wasted, 1e-6);
    assert.ok(wasted > 0.5 && (sums.paidWaste ?? 0) > 0 && (sums.paidWaste ?? 0) < wasted * 5, `${sums.paidWaste}`);
    const night = atNight(day, '02:00', 5);
    const mix = night.day.told.find(({ note }) => note?.kind === 'mix' && note.mass && note.mass > 5);
    assert.ok(mix?.note?.mass);
    const event = { id: '00000000-0000-7000-9000-000000000001', day: day.date, subject: { kind: 'day', id: day.date }, happened: { kind: 'mishap', mishap: { kind: 'lost', task: mix.task } }, at: (night.day.now ?? 0), instrument: 'typed', spot: 'core', offset: 0, corrects: null } as const;
    const said = { ...night.day, events: [...night.day.events, event] };
    const after = must(networkOf(said));
    const lost = planSums(said, after, carriedOver(night.schedule, night.network, after));
    const before = planSums(night.day, night.network, night.schedule);
    assert.ok((lost.wasted ?? 0) - (before.wasted ?? 0) > mix.note.mass * 0.9, `${lost.wasted} and ${before.wasted} kg`);
    assert.ok((lost.paidWaste ?? 0) > (before.paidWaste ?? 0));
  }); // prettier-ignore

  test('a kWh may have another price at some hours: what is heated then is told apart', () => {
    const of = (from: string, to: string) =>
      pricedAt({ ...plain, cheap: { from, to }, cheapKilowattHour: 0.1 }).sums;
    const [night, rest, all] = [of('22:00', '04:00'), of('04:00', '22:00'), of('00:00', '23:59')];
    assert.ok(night.cheap > 1 && rest.cheap > 1);
    near(night.cheap + rest.cheap, night.energy, 0.5);
    assert.ok(all.cheap > all.energy * 0.98);
    near(night.paidEnergy, (night.energy - night.cheap) * 0.3 + night.cheap * 0.1);
    const asEver = pricedAt({ ...plain, cheap: { from: '22:00', to: '04:00' } }).sums;
    near(asEver.paidEnergy, asEver.energy * 0.3);
  });

  test('what has begun counts as it did, though nobody says whose hands it was', () => {
    const night = atNight(day, '02:00', 5);
    const stood = must(networkOf(night.day));
    const on = planSums(night.day, stood, carriedOver(night.schedule, night.network, stood));
    const before = planSums(day, night.network, night.schedule);
    assert.ok(Math.abs(on.work - before.work) < 0.03 * before.work, `${on.work} and ${before.work} s`);
    assert.ok(
      Math.abs(on.asleep - before.asleep) < 0.05 * before.asleep,
      `${on.asleep} and ${before.asleep} s`,
    );
  });

  test('hours may go over midnight, and are those of the clock on the wall', () => {
    const within = (from: string, to: string, zone: string) => [5, 6, 21, 22].map((hour) => inHours({ from, to }, zone)(hour * 3600));
    assert.deepEqual(within('22:00', '06:00', 'UTC'), [true, false, false, true]);
    assert.deepEqual(within('06:00', '22:00', 'UTC'), [false, true, true, false]);
    assert.deepEqual(within('22:00', '06:00', 'Europe/Berlin'), [false, false, true, true], 'an hour ahead in January');
    assert.equal(inHours(null, 'UTC')(0), false);
  }); // prettier-ignore

  test('without a price it is not said in money', () => {
    const { sums } = pricedAt({ ...plain, hour: null, kilowattHour: null });
    assert.deepEqual([sums.paidWork, sums.paidEnergy], [null, null]);
    assert.ok(sums.work > 0 && sums.energy > 0);
  });

  test('prices are typed in the bakehouse, taken out again, and refused where they are none', () => {
    const { bakehouse, mixers } = demoHouse();
    const draft = draftOfFloor({ bakehouse, mixers }, '°C');
    const typed = (house: Record<string, string>) =>
      parseFloor({ ...draft, house: { ...draft.house, ...house } }, { bakehouse, mixers }, '°C');
    const set = must(typed({ hourPrice: '31.5', energyPrice: '0.41', cheap: '21 to 5', cheapPrice: '' }));
    assert.deepEqual(set.bakehouse.floor.prices, {
      hour: 31.5, kilowattHour: 0.41, cheap: { from: '21:00', to: '05:00' }, cheapKilowattHour: null, pieces: [],
    });
    const none = must(typed({ hourPrice: '', energyPrice: '', cheap: '', cheapPrice: '' }));
    assert.deepEqual(none.bakehouse.floor.prices, { hour: null, kilowattHour: null, cheap: null, cheapKilowattHour: null, pieces: [] });
    const refused = typed({ hourPrice: '-3' });
    assert.deepEqual(refused.ok ? [] : refused.problems.map(({ path }) => path), ['house.hourPrice']);
  }); // prettier-ignore
});
