import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { sql } from 'kysely';
import { RIGHTS_OF, ROLES, type Right, type Role } from '../src/lib/crew/rights.ts';
import { digestOf, newCode, newToken, readCode } from '../src/lib/server/crew/secrets.ts';
import { tried, waitAfter } from '../src/lib/server/crew/tries.ts';
import { readDone, writeDown } from '../src/lib/server/database/audit.ts';
import {
  crewOf,
  hasHead,
  keepCode,
  retirePerson,
  setRole,
  setSecret,
  useCode,
} from '../src/lib/server/database/crew.ts';
import { grantToWeb, WEB_ROLE } from '../src/lib/server/database/web-role.ts';
import { ENDPOINTS } from '../src/lib/server/endpoints/index.ts';
import { freshDatabase } from './fresh-database.ts';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test database');

let fresh: Awaited<ReturnType<typeof freshDatabase>>;
before(async () => {
  fresh = await freshDatabase();
});
after(() => fresh.end());

interface Asked {
  readonly status: number;
  readonly answer: { problems?: { path: string; problem: string }[] } & Record<string, unknown>;
  readonly cookies: string;
}
/** Asks the running Jovet; without cookies as the head baker of the demo, who comes in by itself on this computer. */
async function ask(name: string, body?: unknown, headers: Record<string, string> = {}): Promise<Asked> {
  const [method = '', path = ''] = name.split(' ');
  const response = await fetch(`${served}/api/v1${path}`, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  const cookies = response.headers.getSetCookie().map((each) => each.split(';')[0]).join('; ');
  return { status: response.status, answer: text.startsWith('{') ? JSON.parse(text) : {}, cookies };
} // prettier-ignore
/** Whoever is passed on by something in between is nobody until signed in. */
const PASSED_ON = { 'x-forwarded-for': '192.0.2.7' };
const PASSWORD = 'flour and water';
const NIL = '00000000-0000-0000-0000-000000000000';

/** Somebody new of the running Jovet. */
async function somebody(role: Role): Promise<{ id: string; name: string }> {
  const name = `Test ${role} ${newToken().slice(0, 6)}`;
  const { status, answer } = await ask('POST /crew', { name, role });
  assert.equal(status, 200);
  return { id: String(answer['id']), name };
}
/** The cookie of somebody who signed in with a password. */
async function signedIn(role: Role): Promise<string> {
  const { id, name } = await somebody(role);
  assert.equal((await ask(`PUT /crew/${id}/password`, { password: PASSWORD })).status, 200);
  const { status, cookies } = await ask(
    'POST /sign-in',
    { name: name.toUpperCase(), password: PASSWORD },
    PASSED_ON,
  );
  assert.equal(status, 200);
  assert.match(cookies, /session_token=/);
  return cookies;
}
/** A device of the bakery. */
async function device(): Promise<{ id: string; cookies: string }> {
  const { answer } = await ask('POST /devices/code');
  const name = `Tablet ${newToken().slice(0, 6)}`;
  const taken = await ask('POST /sign-in/device', { code: answer['code'], name }, PASSED_ON);
  assert.equal(taken.status, 200);
  const again = await ask('POST /sign-in/device', { code: answer['code'], name }, PASSED_ON);
  assert.equal(again.status, 422, 'a code takes in one device');
  const devices = (await ask('GET /devices')).answer['devices'] as { id: string; name: string }[];
  return { id: devices.find((each) => each.name === name)?.id ?? '', cookies: taken.cookies };
}

const ALL = Object.entries(ENDPOINTS) as [string, { right: Right | 'open' }][];
/** Asked so that nothing is changed by it: of things that are not there, with a body that says nothing. */
const asked = (name: string) => {
  const address = name.replace(/\{(\w+)\}/g, (_, each: string) => (each === 'id' ? NIL : each === 'date' ? '2033-01-04' : 'none'));
  return [address, /^(POST|PUT|PATCH) /.test(name) ? {} : undefined] as const;
}; // prettier-ignore

for (const role of ROLES)
  test(`every endpoint is for ${role} what the table of rights says`, async () => {
    const cookie = await signedIn(role);
    for (const [name, { right }] of ALL) {
      if (right === 'open') continue;
      const { status } = await ask(...asked(name), { ...PASSED_ON, cookie });
      const may = RIGHTS_OF[role].includes(right);
      assert.equal(status === 403, !may, `${role} ${name}: ${status}`);
      assert.ok(status !== 401 && status < 500, `${role} ${name}: ${status}`);
    }
  });

test('nobody gets anything, a page leads to signing in, and health says that it lives', async () => {
  for (const [name, { right }] of ALL) {
    if (right === 'open') continue;
    const { status, answer } = await ask(...asked(name), PASSED_ON);
    assert.equal(status, 401, name);
    assert.deepEqual(answer.problems?.map(({ problem }) => problem), ['You are not signed in.'], name);
  }
  assert.equal((await ask('GET /live', undefined, PASSED_ON)).status, 401);
  assert.equal((await ask('GET /health', undefined, PASSED_ON)).status, 200);
  for (const path of ['/plan/orders', '/know/crew', '/make/floor/2033-01-04']) {
    const page: Response = await fetch(served + path, { headers: PASSED_ON, redirect: 'manual' });
    assert.equal(page.status, 303);
    assert.equal(page.headers.get('location'), `/sign-in?to=${encodeURIComponent(path)}`);
  }
  const data = await fetch(`${served}/plan/orders/__data.json`, { headers: PASSED_ON });
  assert.match(await data.text(), /"redirect".*sign-in/);
}); // prettier-ignore

test('a program may what its token says, in the name of who let it in, until it is shut out', async () => {
  const { status, answer } = await ask('POST /tokens', { name: 'Till', rights: ['read', 'order'] });
  assert.equal(status, 200);
  const authorization = `Bearer ${String(answer['token'])}`;
  for (const [name, { right }] of ALL) {
    if (right === 'open') continue;
    const got = await ask(...asked(name), { ...PASSED_ON, authorization });
    assert.equal(got.status === 403, right !== 'read' && right !== 'order', `${name}: ${got.status}`);
  }
  const tokens = (await ask('GET /tokens')).answer['tokens'] as { id: string; name: string }[];
  for (const { id } of tokens.filter(({ name }) => name === 'Till')) await ask(`DELETE /tokens/${id}`);
  assert.equal((await ask('GET /formulas', undefined, { ...PASSED_ON, authorization })).status, 401);
});

test('on a device of the bakery a PIN is asked once; then the name changes by one press', async () => {
  const { cookies } = await device();
  const [one, other] = [await somebody('baker'), await somebody('trainee')];
  for (const { id } of [one, other]) await ask(`PUT /crew/${id}/pin`, { pin: '2580' });
  const from = (session = '') => ({ ...PASSED_ON, cookie: [cookies, session].filter(Boolean).join('; ') });
  const first = await ask('POST /sign-in/pin', { person: one.id, pin: '2580' }, from());
  assert.equal(first.status, 200);
  assert.equal((await ask('PUT /sign-in/name', { person: other.id }, from(first.cookies))).status, 403);
  const second = await ask('POST /sign-in/pin', { person: other.id, pin: '2580' }, from());
  const publish = ['PUT /formulas/none', {}] as const;
  assert.equal((await ask(...publish, from(second.cookies))).status, 403, 'a trainee publishes nothing');
  const back = await ask('PUT /sign-in/name', { person: one.id }, from(second.cookies));
  assert.equal(back.status, 200);
  assert.notEqual((await ask(...publish, from(back.cookies))).status, 403);
  // Nowhere else: not without the device, and not with the session alone of a device that is not there.
  assert.equal((await ask('POST /sign-in/pin', { person: one.id, pin: '2580' }, PASSED_ON)).status, 403);
  assert.equal((await ask('PUT /sign-in/name', { person: one.id }, PASSED_ON)).status, 403);
});

test('a cookie that says nothing is that of no device', async () => {
  const { status, answer } = await ask('GET /sign-in', undefined, { ...PASSED_ON, cookie: 'jovet-tablet=%' });
  assert.deepEqual([status, answer['device']], [200, null]);
});

test('a head baker with a PIN says nothing of who may what', async () => {
  const { cookies } = await device();
  const { id } = await somebody('head');
  await ask(`PUT /crew/${id}/pin`, { pin: '2580' });
  const come = await ask('POST /sign-in/pin', { person: id, pin: '2580' }, { ...PASSED_ON, cookie: cookies });
  const cookie = `${cookies}; ${come.cookies}`;
  assert.equal((await ask('GET /crew', undefined, { ...PASSED_ON, cookie })).status, 403);
  assert.equal((await ask('GET /export', undefined, { ...PASSED_ON, cookie })).status, 200);
});

test('a device that was taken out is out at once, with everybody who signed in there', async () => {
  const { id, cookies } = await device();
  const person = await somebody('baker');
  await ask(`PUT /crew/${person.id}/pin`, { pin: '2580' });
  const { cookies: session } = await ask('POST /sign-in/pin', { person: person.id, pin: '2580' }, { ...PASSED_ON, cookie: cookies });
  const both = { ...PASSED_ON, cookie: `${cookies}; ${session}` };
  assert.equal((await ask('GET /formulas', undefined, both)).status, 200);
  assert.equal((await ask(`DELETE /devices/${id}`)).status, 200);
  assert.equal((await ask('GET /formulas', undefined, both)).status, 401);
  assert.equal((await ask('POST /sign-in/pin', { person: person.id, pin: '2580' }, both)).status, 403);
  assert.equal((await ask('GET /sign-in', undefined, both)).answer['device'], null);
}); // prettier-ignore

test('what was noted without a line is of whoever noted it; who did not sign in is taken at the word for the floor only', async () => {
  const { cookies } = await device();
  const [mine, other] = [await somebody('baker'), await somebody('baker')];
  for (const { id } of [mine, other]) await ask(`PUT /crew/${id}/pin`, { pin: '2580' });
  const { cookies: session } = await ask('POST /sign-in/pin', { person: mine.id, pin: '2580' }, { ...PASSED_ON, cookie: cookies });
  const headers = { ...PASSED_ON, cookie: `${cookies}; ${session}`, 'jovet-person': other.id };
  const note = (id: string) => ({
    events: [{ id, day: '2033-02-03', subject: { kind: 'day', id: '2033-02-03' }, happened: { kind: 'note', text: 'Flour is low' }, at: 1_990_000_000, instrument: 'typed', spot: 'core', offset: 0, corrects: null }],
    sentAt: 1_990_000_000,
  });
  const names = async () => {
    const { events } = (await ask('GET /events?day=2033-02-03')).answer as unknown as { events: { by: string }[] };
    return events.map(({ by }) => by);
  };
  const [one, two] = ['01890000-0000-7000-8000-0000000000e1', '01890000-0000-7000-8000-0000000000e2'];
  const sent = await ask('POST /events', note(one), headers);
  assert.equal(sent.status, 200, JSON.stringify(sent.answer));
  assert.equal((await ask('PUT /orders/2033-02-03', { lines: [] }, headers)).status, 403);
  // Somebody who signed in there this shift is known.
  await ask('POST /sign-in/pin', { person: other.id, pin: '2580' }, { ...PASSED_ON, cookie: cookies });
  assert.equal((await ask('POST /events', note(two), headers)).status, 200);
  assert.deepEqual(await names(), [`${other.name} (not signed in)`, other.name]);
  // Where no device of the bakery is, nobody speaks for somebody else.
  const office = await signedIn('office');
  assert.equal((await ask('POST /events', note(one), { ...PASSED_ON, cookie: office, 'jovet-person': mine.id })).status, 403);
}); // prettier-ignore

test('wrong tries cost time, of one person on one device; the head baker lets try again', async () => {
  const { cookies } = await device();
  const [one, other] = [await somebody('baker'), await somebody('baker')];
  for (const { id } of [one, other]) await ask(`PUT /crew/${id}/pin`, { pin: '2580' });
  const from = { ...PASSED_ON, cookie: cookies };
  const come = async (person: string, pin: string) =>
    (await ask('POST /sign-in/pin', { person, pin }, from)).status;
  assert.equal(await come(one.id, '1357'), 422);
  assert.equal(await come(one.id, '2580'), 200, 'one typo stops nobody');
  for (let wrong = 0; wrong < 3; wrong += 1) assert.equal(await come(one.id, '1357'), 422);
  assert.equal(await come(one.id, '2580'), 429, 'not even the right one while it has to wait');
  assert.equal(await come(other.id, '2580'), 200, 'it is nobody else’s wait');
  const shut = (await ask('GET /crew')).answer['people'] as { id: string; waitsUntil: number | null }[];
  assert.notEqual(shut.find(({ id }) => id === one.id)?.waitsUntil, null);
  assert.equal((await ask(`DELETE /crew/${one.id}/tries`)).status, 200);
  assert.equal(await come(one.id, '2580'), 200);
});

test('waits double up to a quarter of an hour; tries at once count as many', async () => {
  assert.deepEqual([0, 2, 3, 4, 5, 30].map((failed) => waitAfter(failed)), [0, 0, 5, 10, 20, 900]);
  const { db, actor } = fresh;
  let looked = 0;
  const wrong = () => tried(db, actor.personId, 'at once', async () => ((looked += 1), false));
  await Promise.all(Array.from({ length: 12 }, wrong));
  assert.equal(looked, 3);
  // From place to place it is counted as well.
  for (let place = 0; place < 40; place += 1) await tried(db, actor.personId, `place ${place}`, async () => ((looked += 1), false));
  assert.equal(looked, 15);
}); // prettier-ignore

test('a code lets in once, until its time, and one of before is void', async () => {
  const { db, actor } = fresh;
  const [one, other] = [newCode(), newCode()];
  assert.match(one, /^[A-HJ-NP-Z2-9]{5}-[A-HJ-NP-Z2-9]{5}$/);
  assert.equal(readCode(` ${one.toLowerCase().replace('-', ' ')} `), one);
  await keepCode(db, actor.bakehouseId, 'head', digestOf(one), 10);
  await keepCode(db, actor.bakehouseId, 'head', digestOf(other), 10);
  assert.equal(await useCode(db, 'head', digestOf(one)), null);
  assert.equal(await useCode(db, 'device', digestOf(other)), null);
  assert.equal(await useCode(db, 'head', digestOf(other)), actor.bakehouseId);
  assert.equal(await useCode(db, 'head', digestOf(other)), null);
  await keepCode(db, actor.bakehouseId, 'head', digestOf(one), -1);
  assert.equal(await useCode(db, 'head', digestOf(one)), null);
});

test('the last head baker who can sign in stays, and a rota brings its people into the crew', async () => {
  const { db, actor } = fresh;
  const crew = await crewOf(db, actor);
  assert.ok(crew.length > 5 && crew.every(({ role }) => role === 'baker' || role === 'head'));
  assert.deepEqual(crew.filter(({ role }) => role === 'head').map(({ id }) => id), [actor.personId]);
  assert.equal(await hasHead(db), false);
  await setSecret(db, actor.bakehouseId, actor.personId, 'password', 'x');
  assert.equal(await hasHead(db), true);
  assert.equal((await setRole(db, actor, actor.personId, 'head', 'baker')).kind, 'refused');
  assert.equal((await retirePerson(db, actor, actor.personId)).kind, 'refused');
  const next = crew.find(({ role }) => role === 'baker')?.id ?? '';
  assert.equal((await setRole(db, actor, next, 'trainee', 'head')).kind, 'stale');
  assert.equal((await setRole(db, actor, next, 'baker', 'head')).kind, 'done');
  await setSecret(db, actor.bakehouseId, next, 'password', 'x');
  assert.equal((await setRole(db, actor, actor.personId, 'head', 'baker')).kind, 'done');
}); // prettier-ignore

test('who did what is written down, and the database changes nothing of it', async () => {
  const { db, actor } = fresh;
  await writeDown(db, { ...actor, device: null }, 'Change the bakehouse', { id: 'x' });
  const [newest] = await readDone(db, actor, null, 1);
  assert.equal(newest?.what, 'Change the bakehouse');
  await assert.rejects(sql`update audit set who = 'nobody'`.execute(db), /never changed or deleted/);
  await assert.rejects(sql`delete from audit`.execute(db));
  const told = (await ask('GET /audit')).answer['done'] as { what: string; who: string }[];
  assert.ok(told.some(({ what, who }) => what === 'signed in' && who.startsWith('Test ')));
  assert.ok(told.some(({ what }) => what === 'Give somebody a PIN for the devices of the bakery'));
});

test('the web owns nothing in the database, is no superuser, and adds to what is written once', async () => {
  const { db, actor } = fresh;
  await grantToWeb(db);
  const asWeb = (statement: string) =>
    db.transaction().execute(async (tx) => {
      await sql.raw(`set local role ${WEB_ROLE}`).execute(tx);
      return sql.raw(statement).execute(tx);
    });
  const { rows } = await sql<{ rolsuper: boolean; rolbypassrls: boolean; owns: string }>`
    select rolsuper, rolbypassrls, (select count(*) from pg_class where relowner = pg_roles.oid) as owns
    from pg_roles where rolname = ${WEB_ROLE}`.execute(db);
  assert.deepEqual(rows, [{ rolsuper: false, rolbypassrls: false, owns: '0' }]);
  await asWeb(`insert into audit (bakehouse_id, who, what, on_what) values ('${actor.bakehouseId}', 'x', 'y', '{}')`);
  await asWeb(`update person set skills = skills`);
  for (const statement of [
    `update audit set who = 'nobody'`, `delete from audit`, `truncate audit`, `delete from event`, `truncate event`,
    `update epoch set epoch = gen_random_uuid()`, `delete from kysely_migration`, `drop table audit`, `create table mine (a int)`,
    `alter table audit disable trigger immutable`, `copy person to program 'cat'`, `set local session_replication_role = replica`,
    `select pg_read_file('/etc/passwd')`, `create role another superuser`,
  ])
    await assert.rejects(asWeb(statement), /permission denied|must be owner|must be superuser|only .* superuser/i, statement);
}); // prettier-ignore
