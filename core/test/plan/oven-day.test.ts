import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import { followDecks } from '@jovet/core/plan/instance';
import { held } from '@jovet/core/plan/network';
import { ovenDay, ovenOfDeck, type OvenLoad } from '@jovet/core/plan/explain/oven';
import type { DayInput, HandLaid } from '@jovet/core/plan/demand';
import { decksTogether, extentOf } from '@jovet/core/oven/decks';
import { demoDay, withThing } from '../demo.ts';
import { baking, planned } from './planned.ts';

const oven = (input: DayInput, rounds = 3) => {
  const { network, answer } = planned(input, rounds);
  return { network, answer, day: ovenDay(input, network, answer.schedule, answer.followed) };
};

describe('the oven through a planned day', () => {
  const { network, day } = oven(demoDay());

  it('every piece that is loaded stands on a deck, within it, and no deck holds two loads at once', () => {
    const wanted = network.notes.reduce((sum, { kind, pieces }) => sum + (kind === 'load' ? (pieces ?? 0) : 0), 0);
    assert.equal(day.loads.flatMap(({ items }) => items).reduce((sum, { pieces }) => sum + pieces, 0), wanted);
    for (const [index, load] of day.loads.entries()) {
      assert.deepEqual(load.left, load.items.map(() => 0), load.items.map(({ name }) => name).join());
      load.items.forEach(({ held }, item) => {
        const standing = load.decks.flatMap(({ pieces }) => pieces).filter(({ lot }) => lot === item);
        assert.equal(standing.reduce((sum, { spots }) => sum + spots.length, 0), held);
      });
      for (const { deck, pieces } of load.decks) {
        for (const { lot, spots } of pieces)
          for (const { x, y, turned } of spots) {
            const [along, deep] = extentOf(load.items[lot]?.outline ?? { kind: 'round', diameter: 9 }, turned);
            assert.ok(x - along / 2 > -1e-6 && x + along / 2 < ovenOfDeck(day, deck).floor.width + 1e-6);
            assert.ok(y - deep / 2 > -1e-6 && y + deep / 2 < ovenOfDeck(day, deck).floor.depth + 1e-6);
          }
        for (const other of day.loads.slice(0, index))
          if (other.decks.some((each) => each.deck === deck)) assert.ok(other.until <= load.at);
      }
    }
  }); // prettier-ignore

  it('stones are hot for their first load, fall under it and come back; colder ones than wanted are named', () => {
    for (const { course, short } of day.decks) {
      const temperatures = course.map(({ celsius }) => celsius);
      assert.ok(Math.max(...temperatures) < 300 && Math.min(...temperatures) >= 10);
      for (const { load, celsius } of short) assert.ok(celsius < (day.loads[load]?.loadAt ?? 0));
    }
    const [first] = day.loads;
    const deck = day.decks[first?.decks[0]?.deck ?? 0];
    const at = (moment: number) => deck?.course.findLast((each) => each.at <= moment)?.celsius ?? NaN;
    assert.ok(first && Math.abs(at(first.at) - first.loadAt) < 5, `${at(first?.at ?? 0)}`);
    assert.ok(at(first.at + 900) < first.loadAt - 5);
    assert.ok(day.heated > 20 && day.heated < 200, `${day.heated} kWh`);
  });

  it('a weak heater leaves stones short, says by how much, and a recovery of its own plans for it', () => {
    const base = demoDay();
    const { floor } = base.bakehouse;
    const weak = (recovery: number | null): DayInput => ({
      ...base,
      bakehouse: { ...base.bakehouse, floor: withThing(floor, 'oven', { heater: 3, recovery }) },
    });
    const [strong, fixed, reckoned] = [base, weak(0), weak(null)].map((input) => {
      const { network, day } = oven(input);
      const short = day.decks.flatMap((deck) =>
        deck.short.map(({ load, celsius }) => (day.loads[load]?.loadAt ?? 0) - celsius),
      );
      return { short, slots: network.instance.tasks.flatMap(({ modes }) => modes[0]?.load?.slots ?? []) };
    });
    const sum = (of: readonly number[] = []) => of.reduce((all, each) => all + each, 0);
    assert.ok(fixed?.short.every((kelvin) => kelvin > 0));
    assert.ok(
      sum(fixed?.short) > sum(strong?.short) + 20,
      `${sum(fixed?.short)} and ${sum(strong?.short)} K short`,
    );
    assert.ok(reckoned?.slots.every((slots, load) => slots >= (fixed?.slots[load] ?? Infinity)));
    assert.ok(sum(reckoned?.slots) > sum(fixed?.slots), 'loads keep a weak oven longer');
  });
});

describe('an oven whose trays share one heat', () => {
  const base = baking(demoDay(), 'oat-tin');
  const { floor } = base.bakehouse;
  const trays = (shared: boolean) =>
    oven({
      ...base,
      bakehouse: {
        ...base.bakehouse,
        floor: withThing(floor, 'oven', { decks: 10, width: 0.6, depth: 0.8, stone: 0, fan: true, shared }),
      },
    }).day;

  it('has one temperature, kept by the heaters of all, and its energy is counted once', () => {
    const [one, apart] = [trays(true), trays(false)];
    for (const { course } of one.decks) assert.deepEqual(course, one.decks[0]?.course);
    assert.deepEqual(
      one.decks.slice(1).map(({ heated }) => heated),
      one.decks.slice(1).map(() => 0),
    );
    assert.ok(one.heated > 1 && one.heated < 100, `${one.heated} kWh`);
    const [load] = one.loads;
    const coldest = ({ decks, loads }: typeof one) => {
      const [first] = loads;
      const deck = decks[first?.decks[0]?.deck ?? 0];
      return Math.min(
        ...(deck?.course ?? []).flatMap(({ at, celsius }) =>
          first && at > first.at && at < first.until ? [celsius] : [],
        ),
      );
    };
    assert.ok(load && load.decks.length < 10);
    assert.ok(coldest(one) > coldest(apart) + 5, `${coldest(one)} and ${coldest(apart)} °C`);
  });
});

describe('a load that is laid by hand', () => {
  const base = demoDay();
  const { network, answer, day } = oven(base);
  const place = day.loads.findIndex(({ decks }) => decks.length === 1);
  const load = day.loads[place];
  assert.ok(load);
  /** Decks that another load has as one goes in, or while it bakes. */
  const inWayOf = (of: OvenLoad | undefined, until = of?.at ?? 0): number[] =>
    day.loads.flatMap((each) =>
      of && each !== of && each.at < until && each.until > of.at ? each.decks.map(({ deck }) => deck) : [],
    );
  const idsOf = (of: OvenLoad) => of.items.map(({ load: task }) => network.instance.tasks[task]?.id ?? '');
  const handsOf = (of: OvenLoad) =>
    of.decks.flatMap(({ deck, pieces: on }) =>
      on.flatMap(({ lot, spots }) =>
        spots.map((spot): HandLaid => ({ task: idsOf(of)[lot] ?? '', deck, ...spot })),
      ),
    );
  const [ids, pieces] = [idsOf(load), handsOf(load)];
  const [first, ...rest] = pieces;
  const home = first?.deck ?? 0;
  const free = day.decks.findIndex((_, deck) => deck !== home && !inWayOf(load, load.until).includes(deck));
  assert.ok(first && free >= 0);
  const laid = (by: HandLaid[], index = place): OvenLoad | undefined => {
    const input = { ...base, stands: [{ task: by[0]?.task ?? '', decks: [], pieces: by }] };
    return ovenDay(input, held(network, input), answer.schedule, answer.followed).loads[index];
  };
  const spotsOn = (of: OvenLoad | undefined, deck: number) =>
    of?.decks.find((each) => each.deck === deck)?.pieces.flatMap(({ spots }) => spots) ?? [];

  it('stands as it was laid, also on a second deck, which the plan then counts', () => {
    const spread = laid([{ ...first, deck: free }, ...rest]);
    assert.equal(spread?.byHand, 'yes');
    assert.deepEqual(spotsOn(spread, free), [{ x: first.x, y: first.y, turned: first.turned }]);
    assert.equal(spotsOn(spread, home).length, rest.length);
    const fills = (by: HandLaid[]) =>
      held(network, {
        pins: [],
        stands: [{ task: ids[0] ?? '', decks: [], pieces: by }],
      }).instance.tasks.flatMap(({ id, modes }) => (ids.includes(id) ? (modes[0]?.load?.fill ?? []) : []));
    assert.equal(decksTogether(fills([{ ...first, deck: free }, ...rest])), 2);
    assert.equal(decksTogether(fills(pieces)), 1);
  });

  it('pieces that came in since stand beside the others, and what cannot stand like that stands as reckoned', () => {
    const fewer = laid(rest);
    assert.equal(fewer?.byHand, 'yes');
    assert.equal(spotsOn(fewer, home).length, pieces.length);
    const over = laid(pieces.map((each) => ({ ...each, x: first.x, y: first.y })));
    assert.equal(over?.byHand, 'lost');
    assert.deepEqual(over?.decks, load.decks);
  });

  it('a deck that another load has by then gives way to a free one', () => {
    const at = day.loads.findIndex(
      (each) => inWayOf(each).length > 0 && inWayOf(each).length + each.decks.length < day.decks.length,
    );
    const [late, [busy]] = [day.loads[at], inWayOf(day.loads[at])];
    assert.ok(late && busy !== undefined);
    const hands = handsOf(late);
    const moved = laid(
      hands.map((each) => (each.deck === hands[0]?.deck ? { ...each, deck: busy } : each)),
      at,
    );
    assert.equal(moved?.byHand, 'yes');
    assert.ok(moved?.decks.every(({ deck }) => !inWayOf(late).includes(deck)));
  });
});

describe('the heat of stones in a plan', () => {
  const stones = { bakes: [{ at: 250, leaves: 250 }, { at: 200, leaves: 190 }], cooling: 3, play: 10 };
  const one = { stones, decks: 1, reheat: 24 };
  const hot = { load: { profile: 0, slots: 8, before: 0 }, start: 100, fills: [800] };
  const mild = (start: number) => ({ load: { profile: 1, slots: 8, before: 0 }, start, fills: [800] });
  const off = (load: ReturnType<typeof mild>, decks = 1) => followDecks({ ...one, decks }, [hot, load]).hot;

  it('a stone that baked hotter cools slowly, one that was off or baked nothing is as wanted', () => {
    assert.equal(off(mild(108)), 250 - 200 - 10);
    assert.equal(off(mild(118)), 250 - 200 - 10 * 3 - 10);
    assert.equal(off(mild(125)), 0);
    assert.equal(off(mild(90)), 0, 'it goes first, and hotter bread after it');
    assert.equal(off(mild(108), 2), 0, 'on the deck that was not as hot');
  });

  it('bread that wants less heat does not follow hot bread onto its stone where another order does as well', () => {
    const mixed = (price: number): DayInput => {
      const { bakehouse, demand } = demoDay();
      const { floor } = bakehouse;
      const weights = { ...floor.weights, hot: price };
      return demoDay({
        bakehouse: { ...bakehouse, floor: withThing({ ...floor, weights }, 'oven', { decks: 2 }) },
        demand: demand
          .filter(({ product }) => ['lantern-baguette', 'cardamom-knot'].includes(product))
          .map((each) => ({ ...each, pieces: 24, drop: '08:00' })),
      });
    };
    const [{ day: careless }, { answer, day }] = [oven(mixed(0)), oven(mixed(4), 60)];
    assert.ok(careless.decks.some((deck) => deck.hot.length > 0));
    assert.equal(answer.cost.hot, 0);
    assert.deepEqual(day.decks.flatMap((deck) => deck.hot), []);
  });
}); // prettier-ignore
