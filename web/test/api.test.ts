import assert from 'node:assert/strict';
import { get } from 'node:http';
import { test } from 'node:test';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { ENDPOINTS } from '../src/lib/server/endpoints/index.ts';
import { demoMix } from '../../core/test/demo.ts';
import * as schemas from '../src/lib/server/endpoints/schemas.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

interface Refusal {
  problems: { path: string; problem: string; remedy: string }[];
}
const post = (
  path: string,
  body: BodyInit,
  headers: Record<string, string> = { 'content-type': 'application/json' },
) => fetch(served + path, { method: 'POST', headers, body });

const document = await (await fetch(`${served}/api/v1/openapi.json`)).json();
const examples: Record<string, Record<string, unknown>> = Object.fromEntries(
  Object.entries<{ post?: { requestBody?: { content: { 'application/json'?: { example?: object } } } } }>(
    document.paths,
  )
    .map(([path, { post: operation }]) => [
      path,
      operation?.requestBody?.content['application/json']?.example,
    ])
    .filter(([, example]) => example !== undefined),
);

/** A refusal must be 4xx, with problems that each say what and how to mend it, and no trace of the inside. */
async function refused(response: Response): Promise<Refusal['problems']> {
  const text = await response.text();
  assert.ok(response.status >= 400 && response.status < 500, `${response.status}: ${text}`);
  assert.doesNotMatch(text, /node_modules|at .*\.(js|ts):\d+/);
  const { problems } = JSON.parse(text) as Refusal;
  assert.ok(problems.length > 0);
  for (const { path, problem, remedy } of problems) {
    assert.ok(typeof path === 'string' && problem.length > 5 && remedy.length > 5, text);
  }
  return problems;
}

const HELD = [{ body: { kind: 'held' }, around: 50 }];
const RISING = { culture: { share: 0.1 }, temperature: 25, stays: HELD, targets: [1] };

const withExamples = Object.entries(ENDPOINTS).flatMap(([name, { example, answer }]) =>
  example === undefined ? [] : [[name.replace('POST ', '/api/v1'), answer as z.ZodObject] as const],
);

test('every example of the API is answered, in the form that is documented to the last field', async () => {
  assert.ok(withExamples.length >= 20, `${withExamples.length}`);
  assert.deepEqual(withExamples.map(([path]) => path).sort(), Object.keys(examples).sort());
  for (const [path, schema] of withExamples) {
    const response = await post(path, JSON.stringify(examples[path]));
    assert.equal(response.status, 200, `${path}: ${await response.clone().text()}`);
    const answer = await response.json();
    assert.deepEqual(schema.strict().parse(answer), answer, path);
  }
  const refusal = await (await post('/api/v1/water', '{}')).json();
  assert.deepEqual(schemas.Problems.strict().parse(refusal), refusal);
});

test('water is reckoned in every way that is documented, and impossible wishes get an answer', async () => {
  const { mix } = examples['/api/v1/water'] as { mix: object };
  const doc = demoMix();
  const sources = [
    { name: 'tap', temperature: 21 },
    { name: 'ice', kind: 'ice', temperature: 0 },
  ];
  const asked = [
    [{ method: 'sum', ddt: 25, readings: [19, 22, 23], frictionFactor: 9 }, 27],
    [{ method: 'base', base: 66, flour: 19, room: 22 }, 25],
    [{ method: 'balance', ddt: 25, mix }, 21.2],
    [{ method: 'forward', water: 21.2, mix, frictionSpread: 1 }, 25],
    [{ method: 'solve', unknown: { kind: 'friction' }, water: 21.2, dough: 25, mix }, 3],
    [{ method: 'pour', mass: 10.742, wanted: -0.39, sources }, -0.39],
    [{ method: 'pour', mass: 10, wanted: -150, sources: sources.slice(0, 1) }, 21],
    [{ method: 'mix', doc }, 21.2],
  ] as const;
  for (const [question, temperature] of asked) {
    const response = await post('/api/v1/water', JSON.stringify(question));
    const answer = await response.json();
    assert.equal(response.status, 200, JSON.stringify(answer));
    assert.deepEqual(schemas.WaterAnswer.strict().parse(answer), answer);
    assert.ok(Math.abs(answer.temperature - temperature) < 0.05, `${question.method}: ${answer.temperature}`);
  }
  const [problem] = await refused(
    await post('/api/v1/water', JSON.stringify({ method: 'pour', mass: 0, wanted: 20, sources })),
  );
  assert.equal(problem?.path, 'mass');
});

test('every write of something that others may have changed names what it was made on', () => {
  const fieldsOf = (schema: unknown): string[] => Object.keys((schema as { shape?: object } | undefined)?.shape ?? {});
  // New things with an id of their own, and what only adds. Nobody sees a password or who is signed in to change it.
  const adds = /^POST |^PUT \/plans\/\{date\}\/found$|\/sign-in|^(PUT|DELETE) \/crew\/\{id\}(\/(pin|password|tries))?$|^DELETE \/(devices|tokens)\/\{id\}$/;
  for (const [name, { body, query }] of Object.entries(ENDPOINTS) as [string, { body?: z.ZodType; query?: z.ZodType }][]) {
    if (name.startsWith('GET') || adds.test(name)) continue;
    const lines = (body as z.ZodObject<{ lines?: z.ZodArray<z.ZodObject> }> | undefined)?.shape.lines?.element;
    const named = [...fieldsOf(body), ...fieldsOf(query), ...fieldsOf(lines)];
    assert.ok(named.some((field) => ['base', 'rev', 'was'].includes(field)), name);
  }
}); // prettier-ignore

test('the answers are those of the worked cases', async () => {
  const answer = async (path: string, body = examples[path]) =>
    (await post(path, JSON.stringify(body))).json();
  assert.equal((await answer('/api/v1/formula/scale')).parts[0].build.toFixed(4), '4.8512');
  assert.equal((await answer('/api/v1/water')).temperature.toFixed(2), '21.20');
  assert.equal(
    (await answer('/api/v1/water', { method: 'sum', ddt: 25, readings: [19, 22, 23], frictionFactor: 9 }))
      .temperature,
    27,
  );
  assert.equal(
    (await answer('/api/v1/water', { method: 'base', base: 66, flour: 19, room: 22 })).temperature,
    25,
  );
  assert.equal((await answer('/api/v1/fermentation/forecast')).crossings[1].time.toFixed(2), '3.98');
  const sheet = await answer('/api/v1/formula/laminate');
  assert.deepEqual([sheet.layers, sheet.length.toFixed(3), sheet.triangles], [25, '2.861', 62]);
  const rolling = await answer('/api/v1/formula/roll');
  assert.deepEqual(
    [rolling.sheets, rolling.steps.at(-1).layers.all, rolling.products[0].plan.eachStrip],
    [1, 25, 40],
  );
  assert.equal(rolling.products[0].plan.thickness.toFixed(2), rolling.last[0].at(-1).toFixed(2));
  const dough = await answer('/api/v1/dough');
  assert.equal(dough.water.balance.toFixed(1), '21.2');
  assert.match(dough.tasks.at(-1).local, /^2026-11-24 06:/);
  assert.equal(dough.workings['water.balance'].symbol, 'T_w');
});

test('bad JSON, wrong types, negative and absurd amounts and unknown names are refused at their place', async () => {
  const dough = examples['/api/v1/dough'] as { ask: object };
  const asking = (changes: object) => ({ ...dough, ask: { ...dough.ask, ...changes } });
  const line = { product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 };
  const cases: [path: string, body: unknown, at: string][] = [
    [
      '/api/v1/formula/scale',
      { formula: 'quay-country', to: { by: 'pieces', order: [{ ...line, pieces: '36' }] } },
      'to.order.0.pieces',
    ],
    ['/api/v1/formula/scale', { formula: 'no-such-formula', to: { by: 'pieces', order: [line] } }, 'formula'],
    [
      '/api/v1/formula/scale',
      { formula: 'quay-country', to: { by: 'ingredient', ingredient: 'moon', mass: 1 } },
      'to.ingredient',
    ],
    ['/api/v1/formula/compare', { a: 'quay-country', b: 'moon' }, 'formula'],
    ['/api/v1/formula/what-if', { formula: 'quay-country', hydration: 5 }, 'mix.water'],
    [
      '/api/v1/formula/bath',
      { basis: 'solution', percent: 60, purity: 0.5, given: 'water', mass: 1 },
      'percent',
    ],
    ['/api/v1/formula/scale', { formula: 'quay-country' }, 'to'],
    ['/api/v1/dough', { ...dough, formula: 'moon-loaf' }, 'formula'],
    ['/api/v1/dough', asking({ pieces: [{ ...line, pieces: -5 }] }), 'ask.pieces.0.pieces'],
    ['/api/v1/dough', asking({ pieces: [{ ...line, pieces: 1e12 }] }), 'ask.pieces.0.pieces'],
    ['/api/v1/dough', asking({ pieces: [{ ...line, pieces: 100_000 }] }), 'ask.pieces'],
    ['/api/v1/dough', asking({ ddt: 400 }), 'ask.ddt'],
    ['/api/v1/dough', asking({ mixer: 'whisk' }), 'ask.mixer'],
    ['/api/v1/dough', asking({ date: '2026-02-30' }), 'ask.date'],
    ['/api/v1/dough', { ...dough, workings: ['water.magic'] }, 'workings.0'],
    ['/api/v1/dough', asking({ surprise: 1 }), 'ask.surprise'],
    ['/api/v1/fermentation/forecast', { ...RISING, culture: { share: 0 } }, 'culture.share'],
    ['/api/v1/fermentation/forecast', { ...RISING, temperature: 50, stays: HELD }, 'stays'],
    ['/api/v1/fermentation/solve', { ...examples['/api/v1/fermentation/solve'], hours: 1 }, 'hours'],
    ['/api/v1/cultures', { id: 'none', culture: {} }, 'id'],
  ];
  for (const [path, body, at] of cases) {
    const problems = await refused(await post(path, JSON.stringify(body)));
    assert.ok(
      problems.some((each) => each.path === at),
      `${path} ${at}: ${JSON.stringify(problems)}`,
    );
  }
  for (const text of ['', '{', 'null', '[]', '"x"', '{"a":1e999}']) {
    for (const path of Object.keys(examples)) await refused(await post(path, text));
  }
  await refused(await post('/api/v1/water', new Uint8Array([0x7b, 0xff, 0xfe])));
});

test('a body of 10 MB is refused, however it is sent', async () => {
  const big = JSON.stringify({ a: 'x'.repeat(10_000_000) });
  for (const path of [...Object.keys(examples), '/api/v1/import']) {
    const response = await post(path, big).catch(() => null);
    // The server may close the connection before it has read it all; then there is no answer to read.
    if (response) assert.equal((await refused(response), response.status), 413);
  }
  assert.ok((await fetch(`${served}/api/v1/health`)).ok);
});

test('unknown addresses, other methods, other kinds of body and other sites are refused in the same form', async () => {
  await refused(await fetch(`${served}/api/v1/no/such/thing`));
  await refused(await fetch(`${served}/api/v1/water`, { method: 'DELETE' }));
  await refused(await fetch(`${served}/api/v1/plans/yesterday`));
  await refused(await fetch(`${served}/api/v1/plans/1999-01-01`));
  const example = JSON.stringify(examples['/api/v1/water']);
  assert.equal(
    (await post('/api/v1/water', example, { 'content-type': 'application/x-www-form-urlencoded' })).status,
    200,
  );
  const foreign = await post('/api/v1/water', example, { origin: 'http://elsewhere.test' });
  assert.equal((await refused(foreign), foreign.status), 403);
});

test('a name that is led here from elsewhere reads nothing; an own name does, whatever its port', async () => {
  const { port } = new URL(served);
  const asked = (host: string, path = '/api/v1/export') =>
    new Promise<number | undefined>((done, failed) =>
      get({ host: '127.0.0.1', port, path, headers: { host } }, (answer) => (answer.resume(), done(answer.statusCode))).on('error', failed),
    );
  for (const host of ['elsewhere.test', `elsewhere.test:${port}`, '127.0.0.1.elsewhere.test', 'localhost.elsewhere.test', '10.0.0.7'])
    for (const path of ['/api/v1/export', '/know/formulas', '/api/v1/live']) assert.equal(await asked(host, path), 421, `${host} ${path}`);
  for (const host of ['localhost', 'LOCALHOST:80', `127.0.0.1:${port}`, '[::1]:9']) assert.equal(await asked(host), 200, host);
}); // prettier-ignore

test('every answer says what may be done with it, and a page runs nothing but what came with it', async () => {
  for (const path of ['/know/formulas', '/api/v1/health', '/no/such/page', '/api/v1/no/such/thing']) {
    const { headers }: Response = await fetch(served + path);
    assert.equal(headers.get('x-content-type-options'), 'nosniff', path);
    assert.equal(headers.get('x-frame-options'), 'DENY', path);
    assert.equal(headers.get('referrer-policy'), 'same-origin', path);
  }
  const page = await fetch(`${served}/know/formulas`);
  const rules = new Map((page.headers.get('content-security-policy') ?? '').split('; ').map((each) => [each.split(' ')[0], each]));
  const [, nonce] = /'nonce-([^']+)'/.exec(rules.get('script-src') ?? '') ?? [];
  assert.ok(nonce && !/unsafe/.test(rules.get('script-src') ?? ''));
  assert.equal(rules.get('frame-ancestors'), "frame-ancestors 'none'");
  const scripts = [...(await page.text()).matchAll(/<script\b[^>]*>/g)].map(([tag]) => tag);
  assert.ok(scripts.length > 0 && scripts.every((tag) => tag.includes(nonce)));
}); // prettier-ignore

test('signs, numbers and names that there are not are refused in the form of the API, never with a 500', async () => {
  const id = uuid();
  const send = (method: string, path: string, body?: unknown) =>
    fetch(`${served}/api/v1/${path}`, { method, headers: { 'content-type': 'application/json' }, ...(body === undefined ? {} : { body: JSON.stringify(body) }) });
  const line = (customer: string, pieces: number) => ({ lines: [{ customer, product: 'quay-loaf', drop: '08:00', pieces, was: null }] });
  for (const answer of [
    await send('PUT', 'orders/2037-03-03', line('own\u0000counter', 3)),
    await send('PUT', 'orders/2037-03-03', line('own\ud800counter', 3)),
    await send('PUT', 'orders/2037-03-03', line('own-counter', 2 ** 31)),
    await send('PUT', 'orders/0000-03-03', line('own-counter', 3)),
    await send('DELETE', `drafts/${id}?rev=abc`),
    await send('DELETE', `drafts/${id}?rev=${2 ** 31}`),
    await send('POST', 'formula/constructor', {}),
    await send('POST', 'formula/__proto__', {}),
    await send('GET', 'customers/%00'),
    await send('GET', 'plans/2036-01-01?n=99999999999'),
    await send('POST', 'here', { device: id, room: '/make/\u0000', place: null }),
  ])
    await refused(answer);
}); // prettier-ignore

test('whatever is sent, the answer is never a 500', async () => {
  const paths = fc.constantFrom(...Object.keys(examples), '/api/v1/import');
  await fc.assert(
    fc.asyncProperty(paths, fc.jsonValue(), fc.string(), async (path, value, key) => {
      const mutated = {
        ...examples[path],
        [key]: value,
        [Object.keys(examples[path] ?? { jovet: 1 })[0] ?? 'a']: value,
      };
      for (const body of [value, mutated]) {
        const response = await post(path, JSON.stringify(body));
        assert.ok(response.status < 500, `${path} ${JSON.stringify(body)}`);
        await response.arrayBuffer();
      }
    }),
    { numRuns: 60 },
  );
});

test('a deck of nothing, a piece too large and a bake of no minutes are refused in words', async () => {
  const pack = (body: object) => post('/api/v1/oven/pack', JSON.stringify(body));
  const round = { kind: 'round', diameter: 0.3 };
  const said = async (response: Response) => (await refused(response)).map(({ path, problem }) => `${path}: ${problem}`);
  assert.match((await said(await pack({ deck: { width: 0, depth: 1 }, piece: round })))[0] ?? '', /^deck: The deck has no floor/);
  assert.match((await said(await pack({ deck: { width: 0.2, depth: 0.2 }, piece: round })))[0] ?? '', /^piece: .*larger than the deck/);
  const heat = examples['/api/v1/oven/heat'] as { loads: object[] };
  const loads = [{ ...heat.loads[0], minutes: 0 }];
  const cold = await post('/api/v1/oven/heat', JSON.stringify({ ...heat, loads }));
  assert.match((await said(cold))[0] ?? '', /^loads.0: .*0 minutes/);
}); // prettier-ignore

test('a day is planned around what is held, and a pin on what is no task is refused', async () => {
  const plan = (pins: { task: string; at: number }[]) =>
    post('/api/v1/plan', JSON.stringify({ date: '2032-04-01', seconds: 5, pins }));
  type Told = { verdict: string; tasks: { id: string; start: number }[] };
  const startOf = ({ tasks }: Told) => tasks.find(({ id }) => id === 'oat-tin.oat-scald')?.start ?? NaN;
  const free = (await (await plan([])).json()) as Told;
  assert.equal(free.verdict, 'planned');
  const at = startOf(free) - 900;
  const held = (await (await plan([{ task: 'oat-tin.oat-scald', at }])).json()) as Told;
  assert.equal(held.verdict, 'planned');
  assert.equal(startOf(held), at);
  const [problem] = await refused(await plan([{ task: 'moon-loaf.1.mix', at }]));
  assert.equal(problem?.path, 'pins.0');
});

test('what a planning answers can be checked, saved and planned on as it is; what is said of the day is in it', async () => {
  const date = '2032-05-20';
  const ask = async (path: string, body: unknown) => {
    const response = await post(path, JSON.stringify(body));
    assert.equal(response.status, 200, await response.clone().text());
    return response.json();
  };
  const first = await ask('/api/v1/plan', { date, seconds: 3 });
  assert.equal(first.verdict, 'planned');
  assert.deepEqual(first.remedies, []);
  const hands = first.tasks.reduce((sum: number, task: { start: number; end: number; people: string[] }) => sum + (task.end - task.start) * task.people.length, 0); // prettier-ignore
  assert.equal(first.sums.work, hands);
  assert.ok(first.sums.paidWork > 0 && first.sums.paidEnergy > 0 && first.sums.currency === 'EUR');
  const { input, schedule, tasks } = first;
  assert.deepEqual(await ask('/api/v1/plan/check', { input, schedule }), { holds: true, sentences: [], cost: first.cost });
  // At midnight, with a task noted and all goals but one left: the past stands, and it begins with that plan.
  const now = tasks.find(({ id }: { id: string }) => id === 'oat-tin.1.mix').start + 600;
  const told = tasks.map(({ id, start, end }: { id: string; start: number; end: number }) => ({ task: id, at: start, end }));
  const done = tasks[0];
  const event = { id: uuid(), day: date, subject: { kind: 'task', id: done.id }, happened: { kind: 'ended' }, at: done.end + 300 };
  const goals = { ...input.bakehouse.floor.weights, night: 7 };
  const second = await ask('/api/v1/plan', { input, from: schedule, events: [event], now, told, goals, learned: {}, seconds: 3 });
  assert.equal(second.verdict, 'planned');
  assert.deepEqual(
    [second.input.now, second.input.events.length, second.input.told.length, second.input.bakehouse.floor.weights.night],
    [now, 1, told.length, 7],
  );
  const startOf = (plan: typeof first, id: string) => plan.tasks.find((task: { id: string }) => task.id === id).start;
  for (const { id, start } of tasks) if (start < now && id !== done.id) assert.equal(startOf(second, id), start, id);
  assert.ok((await ask('/api/v1/plan/check', { input: second.input, schedule: second.schedule })).holds);
  const saved = await fetch(`${served}/api/v1/plans/${date}`, {
    method: 'PUT', headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ base: 0, input: second.input, schedule: second.schedule }),
  });
  assert.equal(saved.status, 200, await saved.clone().text());
  const { labels } = await (await fetch(`${served}/api/v1/plans/${date}/labels.json`)).json();
  assert.ok(labels.length > 0 && labels.every(({ mass, pieces }: { mass: number; pieces: object[] }) => mass > 0 && pieces.length > 0));
  const [other] = await refused(await post('/api/v1/plan', JSON.stringify({ input: second.input, from: { tasks: [], ways: [] } })));
  assert.equal(other?.path, 'from');
  const both = await refused(await post('/api/v1/plan', JSON.stringify({ date, input })));
  assert.match(both[0]?.problem ?? '', /one of the two/);
}); // prettier-ignore

test('what a room hands out can be fetched: a formula as each of its files, its scale sheet, the pull list', async () => {
  const get = async (path: string) => {
    const response = await fetch(`${served}/api/v1/${path}`);
    assert.equal(response.status, 200, path);
    return { type: response.headers.get('content-type') ?? '', text: await response.text() };
  };
  const table = await get('formulas/quay-country/as/formula.csv');
  assert.match(table.type, /text\/csv/);
  assert.match(table.text, /Bread flour/);
  const whole = JSON.parse((await get('formulas/quay-country/as/formula.json')).text);
  assert.deepEqual([whole.jovet, whole.slug, whole.formula.name], ['formula', 'quay-country', 'Quay Country']);
  const recipe = JSON.parse((await get('formulas/quay-country/as/recipe.jsonld?pieces=36')).text);
  assert.deepEqual([recipe['@type'], recipe.recipeYield], ['Recipe', '36 pieces']);
  const sheet = JSON.parse((await get('formulas/quay-country/scale-sheet?pieces=36')).text);
  const order = [{ product: 'quay-loaf', pieces: 36, scaledWeight: whole.formula.products[0].scaledWeight }];
  const scaled = await (await post('/api/v1/formula/scale', JSON.stringify({ formula: 'quay-country', to: { by: 'pieces', order } }))).json();
  assert.deepEqual(sheet, scaled);
  await refused(await fetch(`${served}/api/v1/formulas/quay-country/scale-sheet?pieces=-3`));
  await refused(await fetch(`${served}/api/v1/formulas/quay-country/as/formula.doc`));
  const { lines, totals } = JSON.parse((await get('orders/2034-05-06')).text);
  const orders = await get('orders/2034-05-06/orders.csv');
  assert.equal(orders.text.trim().split(/\r?\n/).length, lines.length + 1);
  const pull = JSON.parse((await get('orders/2034-05-06/pull-list.json')).text);
  assert.ok(totals.length > 0 && pull.doughs.length > 0 && pull.lines.every(({ needed }: { needed: number }) => needed > 0));
}); // prettier-ignore

test('a plan that was not found is answered with the nearest, which can be checked, and with ways out that hold', async () => {
  const ask = async (path: string, body: unknown) => (await post(path, JSON.stringify(body))).json();
  const { input } = await ask('/api/v1/plan', { date: '2032-07-15', seconds: 1 });
  type Line = { formula: string; pieces: number };
  const more = input.demand.map((line: Line) => ({ ...line, pieces: Math.round(line.pieces * 1.3) }));
  const full = await ask('/api/v1/plan', { input: { ...input, demand: more }, seconds: 1 });
  assert.equal(full.verdict, 'not-found');
  assert.ok(full.sentences.length > 0);
  const checked = await ask('/api/v1/plan/check', { input: full.input, schedule: full.schedule });
  assert.equal(checked.holds, false);
  assert.deepEqual(checked.sentences.length > 0, true);
  const early = input.demand
    .filter(({ formula }: Line) => formula === 'lantern-baguette')
    .map((line: Line) => ({ ...line, pieces: 30, drop: '03:00' }));
  const short = await ask('/api/v1/plan', { input: { ...input, demand: early.slice(0, 1) }, seconds: 4 });
  assert.notEqual(short.verdict, 'planned');
  assert.match(short.sentences[0], /Lantern Baguette/);
  assert.ok(short.remedies.length > 0, short.sentences[0]);
  for (const { words, cost, sums } of short.remedies)
    assert.ok(words.length > 5 && cost > 0 && sums.work > 0 && sums.paidWork > 0);
}); // prettier-ignore

test('the best plan that was found for a day is kept, unless it does not hold', async () => {
  const date = '2032-04-01';
  const put = (schedule: unknown) =>
    fetch(`${served}/api/v1/plans/${date}/found`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ schedule }),
    });
  const { schedule } = await (await post('/api/v1/plan', JSON.stringify({ date, seconds: 2 }))).json();
  const kept = async (given: unknown) => ((await (await put(given)).json()) as { kept: boolean }).kept;
  assert.equal(await kept({ tasks: [], ways: [] }), false);
  const first = schedule.tasks.map((placed: { start: number }) => ({ ...placed, start: 0 }));
  assert.equal(await kept({ ...schedule, tasks: first }), false);
  assert.equal(await kept(schedule), true);
  assert.equal(await kept(schedule), false, 'it is no better than itself');
});

test('what is entered of a mix is not noted beside it: it would not stand in the mix', async () => {
  const event = { id: uuid(), day: '2033-04-01', subject: { kind: 'mix', id: uuid() }, at: 1_996_000_000 };
  for (const happened of [
    { kind: 'lot', lot: 'A 1' },
    { kind: 'confirmed', gate: 'salt' },
    { kind: 'note', text: 'slack' },
    { kind: 'added', what: 'water', mass: 0.2 },
  ]) {
    const [said] = await refused(await post('/api/v1/events', JSON.stringify({ events: [{ ...event, happened }] })));
    assert.match(`${said?.problem} ${said?.remedy}`, /mixes\/ID/);
  }
}); // prettier-ignore

test('what no instrument shows is refused at its value, with what can be entered', async () => {
  const event = { id: uuid(), day: '2033-04-01', subject: { kind: 'task', id: 'oat-tin.1.mix' }, at: 1_996_000_000 };
  for (const [quantity, value, said] of [
    ['temperature', 9000, /9000 °C .* −40 to 500 °C/],
    ['height', -1, /cm/],
    ['mass', 6000, /0 to 5000 kg/],
  ] as const) {
    const happened = { kind: 'reading', quantity, of: null, value };
    const [problem] = await refused(await post('/api/v1/events', JSON.stringify({ events: [{ ...event, happened }] })));
    assert.equal(problem?.path, 'events.0.happened.value');
    assert.match(`${problem?.problem} ${problem?.remedy}`, said);
  }
}); // prettier-ignore

test('a body that is refused unread ends its connection: the next request is answered at once', async () => {
  const large = JSON.stringify({ a: 'x'.repeat(3_000_000) });
  for (let round = 0; round < 6; round += 1) {
    const refusal = await post('/api/v1/events', large);
    assert.equal(refusal.status, 413);
    await refusal.text();
    const begun = performance.now();
    assert.equal((await fetch(`${served}/api/v1/health`)).status, 200);
    assert.ok(performance.now() - begun < 1500);
  }
});

test('what was refused before it was read does not stand before the next request', async () => {
  const large = JSON.stringify({ a: 'x'.repeat(1_500_000) });
  const put = (path: string) =>
    fetch(served + path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: large });
  for (let round = 0; round < 4; round += 1)
    for (const path of ['/api/v1/orders/never', '/api/v1/no/such/thing', '/api/v1/water']) {
      await refused(await put(path));
      assert.equal(
        (await fetch(`${served}/api/v1/health`, { signal: AbortSignal.timeout(2000) })).status,
        200,
      );
    }
});

test('half of a sign, and nought, are refused with their field and never changed into something else', async () => {
  for (const name of ['\\ud800', 'a\\u0000b', '\\udc00 rye']) {
    const problems = await refused(await post('/api/v1/crew', `{"name":"${name}","role":"baker"}`));
    assert.deepEqual(
      problems.map(({ path }) => path),
      ['name'],
    );
  }
  // A whole pair, and a stroke before a u, are signs like others.
  assert.equal((await post('/api/v1/formula/divider', '{"note":"\\ud83c\\udf5e"}')).status, 422);
  const { problems } = (await (
    await post('/api/v1/crew', '{"name":"\\\\u0000","role":"none"}')
  ).json()) as Refusal;
  assert.deepEqual(
    problems.map(({ path }) => path),
    ['role'],
  );
});
