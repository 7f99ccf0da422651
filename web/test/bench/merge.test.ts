import assert from 'node:assert/strict';
import { describe, it } from 'node:test';
import fc from 'fast-check';
import { keep, type Base } from '../../src/lib/sync/keep.ts';
import { merge, pickOf } from '../../src/lib/sync/merge.ts';

const house = {
  things: [
    { slug: 'oven', fields: { name: 'Oven', decks: '4' } },
    { slug: 'bench', fields: { name: 'Bench', metres: '3' } },
  ],
  hands: [{ name: 'Maren', days: ['a', 'b'] }],
  tubs: '12',
};
const withDecks = (decks: string) => ({ ...house, things: house.things.map((each) => (each.slug === 'oven' ? { ...each, fields: { ...each.fields, decks } } : each)) }); // prettier-ignore

describe('what two changed of one document', () => {
  it('goes together where it is of different things, in either order', () => {
    const mine = { ...withDecks('5'), hands: [...house.hands, { name: 'Odo', days: ['c'] }] };
    const theirs = { ...house, tubs: '14', things: house.things.slice(0, 1) };
    const { value, clashes } = merge(house, mine, theirs);
    assert.deepEqual(clashes, []);
    assert.deepEqual([value.tubs, value.things, value.hands.map(({ name }) => name)], ['14', mine.things.slice(0, 1), ['Maren', 'Odo']]);
    assert.deepEqual(merge(house, theirs, mine).value, { ...value });
  }); // prettier-ignore

  it('is asked for where both changed the same, and what is chosen counts', () => {
    const [mine, theirs] = [withDecks('5'), withDecks('6')];
    const { clashes } = merge(house, mine, theirs);
    assert.deepEqual(clashes, [
      { path: ['things', 'oven', 'fields', 'decks'], was: '4', mine: '5', theirs: '6' },
    ]);
    const key = pickOf(clashes[0]?.path ?? []);
    assert.deepEqual(merge(house, mine, theirs, { [key]: 'theirs' }), { value: theirs, clashes: [] });
    assert.deepEqual(merge(house, mine, theirs, { [key]: 'mine' }), { value: mine, clashes: [] });
    assert.deepEqual(merge(house, mine, withDecks('5')).clashes, [], 'the same is no clash');
  });

  it('goes together weekday by weekday', () => {
    const week = (...days: number[]) => ({ days });
    assert.deepEqual(merge(week(1, 1, 1), week(2, 1, 1), week(1, 3, 1)), {
      value: week(2, 3, 1),
      clashes: [],
    });
    assert.deepEqual(
      merge(week(1, 1), week(2, 1), week(3, 1)).clashes.map(({ path }) => path),
      [['days', '0']],
    );
    assert.equal(
      merge(week(1, 1), week(2, 1), week(3)).clashes.length,
      1,
      'of another length it is one thing',
    );
  });

  it('is asked for where one takes away what the other changed', () => {
    const gone = { ...house, things: house.things.slice(1) };
    const [clash] = merge(house, gone, withDecks('6')).clashes;
    assert.deepEqual([clash?.path, clash?.mine], [['things', 'oven'], undefined]);
    assert.equal(
      merge(house, gone, withDecks('6'), { [pickOf(['things', 'oven'])]: 'mine' }).value.things.length,
      1,
    );
  });

  it('never drops a change of either, whatever the document', () => {
    const doc = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.oneof(fc.integer(), fc.dictionary(fc.constantFrom('x', 'y'), fc.integer())));
    fc.assert(
      fc.property(doc, doc, doc, (was, mine, theirs) => {
        const { value, clashes } = merge(was, mine, theirs);
        const clashed = new Set(clashes.map(({ path }) => path[0]));
        for (const name of ['a', 'b', 'c', 'd']) {
          const [before, here, there] = [was, mine, theirs].map((each) => JSON.stringify(each[name]));
          if (clashed.has(name)) continue;
          const now = JSON.stringify(value[name]);
          if (here === before) assert.equal(now, there);
          else if (there === before) assert.equal(now, here);
        }
      }),
    );
  }); // prettier-ignore
});

describe('keeping a document that others change', () => {
  type Doc = Record<string, number>;
  /** A server that keeps one document. */
  function server(doc: Doc) {
    let now: Base<Doc> = { value: doc, rev: 1 };
    return {
      now: () => now,
      change: (to: Doc) => (now = { value: to, rev: now.rev + 1 }),
      put: (value: Doc, base: Base<Doc>) => {
        if (base.rev !== now.rev)
          return Promise.resolve({ kind: 'stale' as const, problems: [], stands: now });
        now = { value, rev: now.rev + 1 };
        return Promise.resolve({ kind: 'done' as const, value: now });
      },
    };
  }
  const read = (stands: unknown) => stands as Base<Doc>;

  it('keeps what others changed meanwhile, and its own', async () => {
    const kept = server({ a: 1, b: 1 });
    const base = kept.now();
    kept.change({ a: 1, b: 2 });
    const done = await keep<Doc, Base<Doc>>({ a: 5, b: 1 }, base, {}, kept.put, read);
    assert.deepEqual(done, { kind: 'done', value: { a: 5, b: 2 }, base: { value: { a: 5, b: 2 }, rev: 3 } });
  });

  it('keeps nothing where both changed the same, until somebody chose; refused is refused', async () => {
    const kept = server({ a: 1 });
    const base = kept.now();
    kept.change({ a: 2 });
    const clash = await keep<Doc, Base<Doc>>({ a: 3 }, base, {}, kept.put, read);
    assert.ok(clash.kind === 'clash' && clash.clashes.length === 1);
    assert.deepEqual(kept.now().value, { a: 2 });
    kept.change({ a: 2, c: 1 });
    assert.equal(
      (await keep<Doc, Base<Doc>>({ a: 3 }, base, { [pickOf(['a'])]: 'mine' }, kept.put, read)).kind,
      'done',
    );
    assert.deepEqual(kept.now().value, { a: 3, c: 1 });
    const problems = [{ path: 'a', problem: 'It is too much.', remedy: 'Type less.' }];
    const refusing = () => Promise.resolve({ kind: 'refused' as const, problems });
    assert.deepEqual(await keep<Doc, Base<Doc>>({ a: 9 }, kept.now(), {}, refusing, read), {
      kind: 'refused',
      problems,
      unreachable: false,
    });
  });
});
