import assert from 'node:assert/strict';
import { before, describe, test } from 'node:test';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

const DATE = '2034-05-03';
interface Answer {
  readonly verdict: string;
  readonly sentences: readonly string[];
  readonly moved: readonly { readonly id: string; readonly to: number }[];
  readonly remedies: readonly { readonly words: string; readonly remedies: readonly unknown[] }[];
  readonly n: number | null;
  readonly before: { readonly work: number } | null;
  readonly sums: { readonly work: number } | null;
  readonly problems: readonly { readonly path: string; readonly problem: string; readonly remedy: string }[];
}
async function ask<T>(method: string, path: string, body?: unknown): Promise<{ status: number; answer: T }> {
  const headers = { 'content-type': 'application/json' };
  const response = await fetch(`${served}/api/v1/${path}`, {
    method,
    headers,
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, answer: (await response.json()) as T };
}
const wrong = (body: object) => ask<Answer>('POST', `plans/${DATE}/mishaps`, body);
const events = async () =>
  (await ask<{ events: { happened: { kind: string } }[] }>('GET', `events?day=${DATE}`)).answer.events;

describe('what went wrong, through the API', () => {
  let tasks: readonly { id: string; kind: string; start: number; end: number; people: readonly string[] }[] =
    [];
  let line = { formula: '', product: '', drop: '' };
  let now = 0;
  before(async () => {
    const { answer: none } = await wrong({ mishaps: [{ mishap: { kind: 'power' } }] });
    assert.match(none.problems[0]?.problem ?? '', /No plan of this day is saved/);
    const { answer: plan } = await ask<{ verdict: string; input: { demand: (typeof line)[] }; schedule: unknown; tasks: typeof tasks }>(
      'POST', 'plan', { date: DATE, seconds: 8 },
    );
    assert.equal(plan.verdict, 'planned');
    const { input, schedule } = plan;
    const saved = await ask('PUT', `plans/${DATE}`, { base: 0, input, schedule });
    assert.equal(saved.status, 200, JSON.stringify(saved.answer));
    ({ tasks } = plan);
    const { formula, product, drop } = input.demand.find(({ product }) => product === 'oat-tin') ?? assert.fail('oat tins');
    line = { formula, product, drop };
    // Two in the morning, or so: when the knots are mixed.
    now = tasks.find(({ id }) => id === 'cardamom-knots.1.mix')?.start ?? 0;
  }); // prettier-ignore

  test('twelve of them are answered, each in words, with what moves or what helps; nothing is kept of what is only asked', async () => {
    const begun = (kind: string) => tasks.findLast((task) => task.kind === kind && task.start < now)?.id ?? assert.fail(kind);
    const person = tasks.find(({ start, people }) => start > now && people.length > 0)?.people[0] ?? '';
    const all: [string, object, RegExp][] = [
      ['deck', { kind: 'out', thing: 'oven', count: 1 }, /^1 of 4 decks of Deck oven is out of order from/],
      ['oven', { kind: 'out', thing: 'oven', until: now + 3600 }, /^Deck oven is out of order from/],
      ['retarder', { kind: 'out', thing: 'retarder' }, /^Retarder is out of order/],
      ['mixer', { kind: 'out', thing: 'small-mixer' }, /^Small mixer is out of order/],
      ['sick', { kind: 'away', person }, /is not there from/],
      ['late', { kind: 'away', person, until: now + 7200 }, /is there from/],
      ['power', { kind: 'power', until: now + 1200 }, /^There is no power from/],
      ['more', { kind: 'order', ...line, pieces: 30 }, /^30 Oat tin more/],
      ['cancelled', { kind: 'order', ...line, pieces: -500 }, /^500 Oat tin fewer/],
      ['van', { kind: 'van', drop: line.drop, to: '07:45' }, /^The van of .* leaves at 07:45/],
      ['late levain', { kind: 'slow', task: begun('feed'), minutes: 30 }, /is ready 30 min later/],
      ['dead levain', { kind: 'lost', task: begun('feed') }, /^Lost: /],
      ['dropped', { kind: 'lost', task: begun('mix') }, /^Lost: a dough of/],
    ];
    for (const [name, mishap, words] of all) {
      const { status, answer } = await wrong({ mishaps: [{ mishap, at: now }], now, seconds: 1 });
      assert.equal(status, 200, `${name}: ${JSON.stringify(answer)}`);
      assert.match(answer.sentences[0] ?? '', words, name);
      assert.equal(answer.n, null);
      assert.ok(answer.moved.every(({ to }) => to >= now), `${name}: the past stays`);
      assert.ok((answer.before?.work ?? 0) > 0, name);
      if (answer.verdict === 'planned') assert.ok((answer.sums?.work ?? 0) > 0, name);
      else assert.ok(answer.remedies.length > 0 && answer.remedies.every(({ remedies }) => remedies.length > 0), `${name}: ${answer.verdict}, ${answer.sentences.join(' ')}`);
    }
    assert.deepEqual(await events(), []);
  }); // prettier-ignore

  test('what is taken is noted, and the plan that goes on from it is the chosen one', async () => {
    const taken = await wrong({ mishaps: [{ mishap: { kind: 'order', ...line, pieces: -4 }, at: now }], now, take: true });
    assert.equal(taken.answer.verdict, 'planned', taken.answer.sentences.join(' '));
    assert.equal(taken.answer.n, 2);
    assert.deepEqual((await events()).map(({ happened }) => happened.kind), ['mishap']);
    const { answer } = await ask<{ plan: { n: number; shown: { view: { tasks: { id: string; note: { kind: string; name: string; pieces: number } }[] } } } }>('GET', `plans/${DATE}`);
    assert.equal(answer.plan.n, 2);
  }); // prettier-ignore

  test('so much does not go wrong on one day: the log refuses it in words, and so does a plan', async () => {
    const day = '2034-05-10';
    const event = (n: number) => ({
      id: `00000000-0000-7000-a000-${String(n).padStart(12, '0')}`, day, subject: { kind: 'day', id: day },
      happened: { kind: 'mishap', mishap: { kind: 'power', until: null } }, at: 2_030_000_000,
    }); // prettier-ignore
    const all = Array.from({ length: 101 }, (_, n) => event(n));
    const many = await ask<Answer>('POST', 'events', { events: all });
    assert.equal(many.status, 422);
    assert.match(many.answer.problems[0]?.problem ?? '', /100 things went wrong on 2034-05-10 already/);
    const { status } = await ask('POST', 'events', { events: all.slice(0, 2) });
    assert.equal(status, 200);
  });

  test('what is wrong with it is said at its field', async () => {
    for (const [body, path] of [
      [{ mishaps: [] }, 'mishaps'],
      [{ mishaps: [{ mishap: { kind: 'out', thing: 'oven', count: 0 } }] }, 'mishaps.0.mishap.count'],
      [{ mishaps: [{ mishap: { kind: 'van', drop: '06:30', to: '25:00' } }] }, 'mishaps.0.mishap.to'],
      [{ mishaps: [{ mishap: { kind: 'slow', task: 'a', minutes: 100_000 } }] }, 'mishaps.0.mishap.minutes'],
      [{ mishaps: [{ mishap: { kind: 'moon' } }] }, 'mishaps.0.mishap.kind'],
    ] as const) {
      const { status, answer } = await wrong(body);
      assert.ok(status >= 400 && status < 500);
      assert.equal(answer.problems[0]?.path, path);
    }
  });
});
