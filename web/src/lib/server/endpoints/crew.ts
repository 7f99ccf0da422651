import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { z } from 'zod';
import { writeTable } from '@jovet/core/formats';
import { good, problem } from '@jovet/core/problem';
import { RIGHTS, ROLES } from '../../crew/rights.ts';
import { accounts } from '../crew/account.ts';
import { digestOf, newCode, newToken, readCode } from '../crew/secrets.ts';
import { tried } from '../crew/tries.ts';
import { DEVICE_COOKIE, deviceOf, isAtThisComputer, NIL, type Who } from '../crew/who.ts';
import { readDone, writeDown } from '../database/audit.ts';
import type { Db } from '../database/connection.ts';
import {
  addPerson, addToken, atWork, crewOf, devicesOf, enrol, entryOf, hasHead, keepCode, removeDevice, removeToken,
  retirePerson, setRole, setSecret, tokensOf, unlock, useCode,
} from '../database/crew.ts'; // prettier-ignore
import { endpoint, refused, type Refused, type WithHeaders } from './endpoint.ts';
import { Anything, MISSING } from './shapes.ts';

const Name = z.string().trim().min(1).max(60);
const Password = z.string().min(10, 'Take at least 10 signs.').max(200);
/** Four figures and more, but neither all the same nor one after another. */
const Pin = z
  .string()
  .regex(/^\d{4,8}$/, 'Take 4 to 8 figures.')
  .refine((pin) => !/^(\d)\1+$/.test(pin) && !'01234567890 09876543210'.includes(pin), {
    message: 'Take figures that are neither all the same nor one after another.',
  });
const Code = z.string().min(10).max(20).describe('as it stands on the screen or in the terminal');
const Id = z.strictObject({ id: z.uuid() });
const Done = z.strictObject({});
const PersonAnswer = z.strictObject({
  id: z.uuid(),
  name: z.string(),
  role: z.enum(ROLES),
  hasPassword: z.boolean(),
  hasPin: z.boolean(),
  waitsUntil: z.int().nullable().describe('shut out by wrong tries until then, epoch seconds'),
});

const WRONG = problem(
  'password',
  'Name and password do not go together.',
  'Look at both again; capitals count in the password.',
);
const WRONG_PIN = problem('pin', 'That is not the PIN.', 'Type it again.');
const WRONG_CODE = problem(
  'code',
  'This code lets nobody in.',
  'It works once, and not for long: let a new one be made.',
);
const NOT_ENROLLED = problem(
  'device',
  'This device does not belong to the bakery.',
  'Let the head baker make a code for it, and type it here.',
);
const waits = (seconds: number) =>
  problem(
    'pin',
    `Too many wrong tries: wait ${seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} min`}.`,
    'The head baker can let you try again at once.',
  );

/** The device cookie stays as long as browsers let it. */
const deviceCookie = (token: string): string => {
  const secure = (process.env['ORIGIN'] ?? '').startsWith('https:') ? '; Secure' : '';
  return `${DEVICE_COOKIE}=${token}; Path=/; Max-Age=34560000; HttpOnly; SameSite=Lax${secure}`;
};

interface Entry {
  readonly user: string;
  readonly bakehouse: string;
  readonly device: string | null;
  readonly how: 'password' | 'pin';
}
/** Lets somebody in whose word was right. */
async function comeIn(entry: Entry): Promise<WithHeaders<Record<string, never>>> {
  const { headers } = await accounts().api.comeIn({ body: entry, returnHeaders: true });
  return { kind: 'done', value: {}, headers };
}

/** Whose word is right of those that go by a name; nobody learns from the time whether there is such a name. */
async function enter(
  db: Db,
  people: Awaited<ReturnType<typeof entryOf>>,
  word: string,
  { place, device, how }: { place: string; device: string | null; how: 'password' | 'pin' },
): Promise<WithHeaders<Record<string, never>> | Refused> {
  if (people.length === 0) await hashPassword(word);
  for (const { id, name, user, bakehouse, hash } of people) {
    const right = await tried(db, id, place, () => verifyPassword({ hash: hash ?? '', password: word }));
    const who = { personId: id, name, bakehouseId: bakehouse, zone: 'UTC', device };
    if (right === true) {
      await writeDown(db, who, 'signed in', { how });
      return comeIn({ user, bakehouse, device, how });
    }
    if (right !== false) return refused(429, waits(right.wait));
    await writeDown(db, who, 'wrong sign-in', { how, place });
  }
  return refused(422, how === 'pin' ? WRONG_PIN : WRONG);
}

/** Coming in and going out: the only things that nobody has to be known for. */
const ENTRY = {
  'GET /sign-in': endpoint({
    right: 'open',
    summary: 'How to sign in here',
    description: 'On a device of the bakery: who can, and who is at work.',
    answer: z.strictObject({
      first: z.boolean().describe('nobody can sign in yet: it takes the code that the terminal printed'),
      device: z.string().nullable().describe('what this device is called; null: it does not belong to the bakery'),
      people: z.array(z.strictObject({ id: z.uuid(), name: z.string(), here: z.boolean() })),
      itself: z.boolean().describe('the demo, on the computer it runs on: nobody has to sign in'),
    }),
    run: async ({ db, actor, headers, address }) => {
      const device = await deviceOf(db, headers);
      const crew = device ? await crewOf(db, { ...actor, bakehouseId: device.bakehouse }) : [];
      const here = device ? await atWork(db, device.bakehouse, device.id) : [];
      const people = crew.filter(({ hasPin }) => hasPin).map(({ id, name }) => ({ id, name, here: here.some((each) => each.id === id) }));
      return good({ first: !(await hasHead(db)), device: device?.name ?? null, people, itself: actor.how === 'itself' && isAtThisComputer(headers, address) });
    },
  }),
  'POST /sign-in': endpoint({
    right: 'open',
    summary: 'Sign in with a password',
    body: z.strictObject({ name: Name, password: z.string().min(1).max(200) }),
    answer: Done,
    run: async ({ db, body: { name, password }, headers, address }) => {
      const device = await deviceOf(db, headers);
      const people = await entryOf(db, { name }, 'password');
      return enter(db, people, password, { place: device?.id ?? address, device: device?.id ?? null, how: 'password' });
    },
  }),
  'POST /sign-in/pin': endpoint({
    right: 'open',
    summary: 'Sign in with a PIN',
    description: 'On a device of the bakery, once a shift.',
    body: z.strictObject({ person: z.uuid(), pin: z.string().max(20) }),
    answer: Done,
    run: async ({ db, body: { person, pin }, headers }) => {
      const device = await deviceOf(db, headers);
      if (!device) return refused(403, NOT_ENROLLED);
      const people = await entryOf(db, { id: person, bakehouse: device.bakehouse }, 'pin');
      return enter(db, people, pin, { place: device.id, device: device.id, how: 'pin' });
    },
  }),
  'PUT /sign-in/name': endpoint({
    right: 'open',
    summary: 'Go on as somebody who signed in here this shift',
    body: z.strictObject({ person: z.uuid() }),
    answer: Done,
    run: async ({ db, body: { person }, headers }) => {
      const device = await deviceOf(db, headers);
      if (!device) return refused(403, NOT_ENROLLED);
      const found = (await atWork(db, device.bakehouse, device.id)).find(({ id }) => id === person);
      if (!found) return refused(403, problem('person', 'Nobody of that name signed in here this shift.', 'Sign in with the PIN.'));
      return { kind: 'done' as const, value: {}, headers: (await accounts().api.goOn({ body: { token: found.token }, returnHeaders: true })).headers };
    },
  }),
  'DELETE /sign-in': endpoint({
    right: 'open',
    summary: 'Sign out',
    answer: Done,
    run: async ({ db, actor, headers }) => {
      if (actor.how === 'password' || actor.how === 'pin') await writeDown(db, actor, 'signed out');
      const out = await accounts().api.signOut({ headers, returnHeaders: true });
      return { kind: 'done' as const, value: {}, headers: out.headers };
    },
  }),
  'POST /sign-in/first': endpoint({
    right: 'open',
    summary: 'The first head baker, or one who forgot the password',
    description: 'With the code that `./jovet start` or `./jovet head-password` printed.',
    body: z.strictObject({ code: Code, name: Name, password: Password }),
    answer: Done,
    run: async ({ db, body: { code, name, password }, headers, address }) => {
      const bakehouse = await useCode(db, 'head', digestOf(readCode(code)));
      if (bakehouse === null) return refused(422, WRONG_CODE);
      const terminal = { personId: NIL, name: 'the terminal', bakehouseId: bakehouse, zone: 'UTC', device: null };
      const person = await headOf(db, terminal, name);
      await setSecret(db, bakehouse, person, 'password', await hashPassword(password));
      await writeDown(db, terminal, 'gave a password by code', { name });
      const device = await deviceOf(db, headers);
      return enter(db, await entryOf(db, { id: person, bakehouse }, 'password'), password, { place: device?.id ?? address, device: device?.id ?? null, how: 'password' });
    },
  }),
  'POST /sign-in/device': endpoint({
    right: 'open',
    summary: 'Take a device into the bakery',
    description: 'With the code that the head baker made in Bakehouse.',
    body: z.strictObject({ code: Code, name: Name }),
    answer: Done,
    run: async ({ db, body: { code, name } }) => {
      const bakehouse = await useCode(db, 'device', digestOf(readCode(code)));
      if (bakehouse === null) return refused(422, WRONG_CODE);
      const [head] = (await crewOf(db, { personId: NIL, name: '', bakehouseId: bakehouse, zone: 'UTC' })).filter(({ role }) => role === 'head');
      const of = { personId: head?.id ?? NIL, name: 'a code', bakehouseId: bakehouse, zone: 'UTC', device: null };
      return takeIn(db, of, name);
    },
  }),
}; // prettier-ignore

/** The head baker of a name; somebody of the crew becomes it, somebody new is taken up. */
async function headOf(db: Db, of: Who | Parameters<typeof crewOf>[1], name: string): Promise<string> {
  const crew = await crewOf(db, of);
  const [first] = crew.filter(({ role }) => role === 'head');
  const by = { ...of, personId: first?.id ?? of.personId };
  const found = crew.find((each) => each.name.toLowerCase() === name.toLowerCase());
  if (!found) return (await addPerson(db, by, name, 'head')).id;
  if (found.role !== 'head') await setRole(db, by, found.id, found.role, 'head');
  return found.id;
}

/** Enrols the device that asks. */
async function takeIn(
  db: Db,
  actor: Parameters<typeof writeDown>[1],
  name: string,
): Promise<WithHeaders<Record<string, never>>> {
  const token = newToken();
  const id = await enrol(db, actor, name, digestOf(token));
  await writeDown(db, actor, 'device taken in', { id, name });
  return { kind: 'done', value: {}, headers: { 'set-cookie': deviceCookie(token) } };
}

const there = (found: boolean) => (found ? good({}) : MISSING);

/** Who may what, on which devices, and who did what: for the head baker, with a password. */
const LEADING = {
  'GET /crew': endpoint({
    right: 'crew',
    summary: 'The crew',
    answer: z.strictObject({ people: z.array(PersonAnswer) }),
    run: async ({ db, actor }) => good({ people: await crewOf(db, actor) }),
  }),
  'POST /crew': endpoint({
    right: 'crew',
    summary: 'Take somebody into the crew',
    body: z.strictObject({ name: Name, role: z.enum(ROLES) }),
    answer: PersonAnswer,
    run: async ({ db, actor, body: { name, role } }) => good(await addPerson(db, actor, name, role)),
  }),
  'DELETE /crew/{id}': endpoint({
    right: 'crew',
    summary: 'Take somebody out of the crew',
    description: 'Out everywhere at once. What was written by that name stays.',
    params: Id,
    answer: z.null(),
    run: ({ db, actor, params: { id } }) => retirePerson(db, actor, id),
  }),
  'PUT /crew/{id}/role': endpoint({
    right: 'crew',
    summary: 'Say what somebody is',
    params: Id,
    body: z.strictObject({ was: z.enum(ROLES).describe('as it was when this was chosen'), role: z.enum(ROLES) }),
    answer: PersonAnswer,
    run: ({ db, actor, params: { id }, body: { was, role } }) => setRole(db, actor, id, was, role),
  }),
  'PUT /crew/{id}/password': endpoint({
    right: 'crew',
    summary: 'Give somebody a password',
    description: 'Who was in by the one of before is out.',
    params: Id,
    body: z.strictObject({ password: Password }),
    answer: Done,
    run: async ({ db, actor, params: { id }, body: { password } }) =>
      there(await setSecret(db, actor.bakehouseId, id, 'password', await hashPassword(password))),
  }),
  'PUT /crew/{id}/pin': endpoint({
    right: 'crew',
    summary: 'Give somebody a PIN for the devices of the bakery',
    params: Id,
    body: z.strictObject({ pin: Pin }),
    answer: Done,
    run: async ({ db, actor, params: { id }, body: { pin } }) =>
      there(await setSecret(db, actor.bakehouseId, id, 'pin', await hashPassword(pin))),
  }),
  'DELETE /crew/{id}/tries': endpoint({
    right: 'crew',
    summary: 'Let somebody try again at once',
    params: Id,
    answer: Done,
    run: async ({ db, actor, params: { id } }) => there(await unlock(db, actor, id)),
  }),
  'GET /devices': endpoint({
    right: 'crew',
    summary: 'The devices of the bakery',
    answer: z.strictObject({
      devices: z.array(z.strictObject({ id: z.uuid(), name: z.string(), enrolledAt: z.int(), people: z.array(z.string()).describe('who is signed in there') })),
    }),
    run: async ({ db, actor }) => good({ devices: await devicesOf(db, actor) }),
  }),
  'POST /devices': endpoint({
    right: 'crew',
    summary: 'Take this very device into the bakery',
    body: z.strictObject({ name: Name }),
    answer: Done,
    run: ({ db, actor, body: { name } }) => takeIn(db, actor, name),
  }),
  'POST /devices/code': endpoint({
    right: 'crew',
    summary: 'Make a code that takes one device into the bakery',
    description: 'It works once, within 15 minutes; one that was made before is void.',
    answer: z.strictObject({ code: z.string() }),
    run: async ({ db, actor }) => {
      const code = newCode();
      await keepCode(db, actor.bakehouseId, 'device', digestOf(code), 15);
      return good({ code });
    },
  }),
  'DELETE /devices/{id}': endpoint({
    right: 'crew',
    summary: 'Take a device out, a lost one',
    description: 'Everybody who signed in there is out at once.',
    params: Id,
    answer: Done,
    run: async ({ db, actor, params: { id } }) => there(await removeDevice(db, actor, id)),
  }),
  'GET /tokens': endpoint({
    right: 'crew',
    summary: 'What other programs may do',
    answer: z.strictObject({
      tokens: z.array(z.strictObject({ id: z.uuid(), name: z.string(), rights: z.array(z.enum(RIGHTS)), createdAt: z.int() })),
    }),
    run: async ({ db, actor }) => good({ tokens: await tokensOf(db, actor) }),
  }),
  'POST /tokens': endpoint({
    right: 'crew',
    summary: 'Let another program in',
    description: 'It is told its token once: `Authorization: Bearer …`.',
    body: z.strictObject({ name: Name, rights: z.array(z.enum(RIGHTS).exclude(['crew'])).min(1).max(RIGHTS.length) }),
    answer: z.strictObject({ token: z.string() }),
    run: async ({ db, actor, body: { name, rights } }) => {
      const token = newToken();
      await addToken(db, actor, { name, rights, hash: digestOf(token) });
      return good({ token });
    },
  }),
  'DELETE /tokens/{id}': endpoint({
    right: 'crew',
    summary: 'Shut another program out',
    params: Id,
    answer: Done,
    run: async ({ db, actor, params: { id } }) => there(await removeToken(db, actor, id)),
  }),
  'GET /audit': endpoint({
    right: 'crew',
    summary: 'Who did what',
    description: 'The newest first, at most 200 at once.',
    query: z.strictObject({
      before: z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER).optional().describe('the number of the oldest that is known'),
    }),
    answer: z.strictObject({
      done: z.array(
        z.strictObject({
          id: z.int(),
          at: z.int().describe('epoch seconds'),
          who: z.string(),
          device: z.string().nullable(),
          what: z.string().describe('the endpoint, or what it was in words'),
          on: z.record(z.string(), z.unknown()).describe('what stood in the address'),
        }),
      ),
    }),
    run: async ({ db, actor, query: { before } }) => good({ done: await readDone(db, actor, before ?? null, 200) }),
  }),
  'GET /audit/table': endpoint({
    right: 'crew',
    summary: 'Who did what, as a table',
    description: 'CSV, the newest first, at most 20,000 lines.',
    answer: Anything,
    run: async ({ db, actor }) => {
      const lines = (await readDone(db, actor, null, 20_000)).map(({ at, who, device, what, on }) => [new Date(at * 1000).toISOString(), who, device ?? '', what, JSON.stringify(on)]);
      return { kind: 'raw' as const, body: writeTable([['at', 'who', 'device', 'what', 'on'], ...lines]), headers: { 'content-type': 'text/csv; charset=utf-8' } };
    },
  }),
}; // prettier-ignore

export const CREW = { ...ENTRY, ...LEADING };
