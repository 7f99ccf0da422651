import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { problem } from '@jovet/core/problem';
import type { Right, Role } from '../../crew/rights.ts';
import type { Actor, Db, Tx } from './connection.ts';
import { inTransaction, type Kept } from './kept.ts';

/** Somebody of the crew, as the head baker sees them. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly hasPassword: boolean;
  readonly hasPin: boolean;
  /** Until when wrong passwords or PINs shut somebody out, epoch seconds; null: not shut out. */
  readonly waitsUntil: number | null;
}

const LAST_HEAD = problem(
  'role',
  'Nobody else is head baker and has a password.',
  'Give somebody else that role and a password first.',
);

const moment = (at: Date): number => Math.floor(at.getTime() / 1000);

/** Everybody of the bakehouse. */
export async function crewOf(db: Db | Tx, actor: Actor): Promise<readonly Person[]> {
  const rows = await db
    .selectFrom('person')
    .leftJoin('account_secret as word', (on) =>
      on.onRef('word.userId', '=', 'person.user_id').on('word.providerId', '=', 'password'),
    )
    .leftJoin('account_secret as pin', (on) =>
      on.onRef('pin.userId', '=', 'person.user_id').on('pin.providerId', '=', 'pin'),
    )
    .select(['person.id', 'person.name', 'person.role', 'word.id as word', 'pin.id as pin'])
    .select((row) =>
      row
        .selectFrom('entry_try')
        .whereRef('entry_try.person_id', '=', 'person.id')
        .where('entry_try.next_at', '>', new Date())
        .select(({ fn }) => fn.max('entry_try.next_at').as('at'))
        .as('waits'),
    )
    .where('person.bakehouse_id', '=', actor.bakehouseId)
    .where('person.retired_at', 'is', null)
    .orderBy('person.name')
    .execute();
  return rows.map(({ id, name, role, word, pin, waits }) => ({
    id,
    name,
    role,
    hasPassword: word !== null,
    hasPin: pin !== null,
    waitsUntil: waits === null ? null : moment(waits),
  }));
}

/** Takes up by name who stands in the rota and was never of the crew. */
export async function takeUpHands(
  tx: Tx,
  actor: Actor,
  hands: readonly { readonly name: string }[],
): Promise<void> {
  const names = [...new Set(hands.map(({ name }) => name))];
  if (names.length === 0) return;
  const of = { bakehouse_id: actor.bakehouseId, updated_by: actor.personId };
  await tx
    .insertInto('person')
    .values(names.map((name) => ({ id: uuid(), name, skills: [], retired_at: null, ...of })))
    .onConflict((row) => row.columns(['bakehouse_id', 'name']).doNothing())
    .execute();
}

/** Somebody new, or somebody who comes back. */
export const addPerson = (db: Db, actor: Actor, name: string, role: Role): Promise<Person> =>
  inTransaction(db, async (tx) => {
    const written = { updated_by: actor.personId, updated_at: new Date() };
    await tx
      .insertInto('person')
      .values({
        id: uuid(),
        bakehouse_id: actor.bakehouseId,
        name,
        role,
        skills: [],
        retired_at: null,
        ...written,
      })
      .onConflict((row) =>
        row
          .columns(['bakehouse_id', 'name'])
          .doUpdateSet({ role, retired_at: null, rev: sql`person.rev + 1`, ...written })
          .where('person.retired_at', 'is not', null),
      )
      .execute();
    const found = (await crewOf(tx, actor)).find((each) => each.name === name);
    if (!found) throw new Error(`${name} was added and is not there`);
    return found;
  });

/** Somebody leaves: out everywhere at once; what was written by that name stays. The last head baker stays. */
export const retirePerson = (db: Db, actor: Actor, person: string): Promise<Kept<null>> =>
  inTransaction(db, async (tx) => {
    await holdCrew(tx, actor);
    const crew = await crewOf(tx, actor);
    const found = crew.find(({ id }) => id === person);
    if (!found) return { kind: 'missing' };
    if (isLastHead(crew, found)) return { kind: 'refused', problems: [LAST_HEAD] };
    const { user_id } = await tx
      .updateTable('person')
      .set((row) => ({
        retired_at: new Date(),
        rev: row('rev', '+', 1),
        updated_by: actor.personId,
        updated_at: new Date(),
      }))
      .where('id', '=', person)
      .returning('user_id')
      .executeTakeFirstOrThrow();
    if (user_id !== null)
      await tx
        .deleteFrom('account_session')
        .where('userId', '=', user_id)
        .where('bakehouseId', '=', actor.bakehouseId)
        .execute();
    return { kind: 'done', value: null };
  });

const holdCrew = (tx: Tx, actor: Actor): Promise<unknown> =>
  sql`select pg_advisory_xact_lock(hashtextextended(${`crew ${actor.bakehouseId}`}, 0))`.execute(tx);
const leads = (each: Person): boolean => each.role === 'head' && each.hasPassword;
const isLastHead = (crew: readonly Person[], person: Person): boolean =>
  leads(person) && crew.filter(leads).length === 1;

/** Says what somebody is. The last head baker who can sign in stays it. */
export const setRole = (
  db: Db,
  actor: Actor,
  person: string,
  was: Role,
  role: Role,
): Promise<Kept<Person, Person | null>> =>
  inTransaction(db, async (tx) => {
    await holdCrew(tx, actor);
    const crew = await crewOf(tx, actor);
    const found = crew.find(({ id }) => id === person);
    if (!found) return { kind: 'missing' };
    if (found.role === role) return { kind: 'done', value: found };
    if (found.role !== was) return { kind: 'stale', stands: found };
    if (isLastHead(crew, found)) return { kind: 'refused', problems: [LAST_HEAD] };
    await tx
      .updateTable('person')
      .set((row) => ({ role, rev: row('rev', '+', 1), updated_by: actor.personId, updated_at: new Date() }))
      .where('id', '=', person)
      .execute();
    return { kind: 'done', value: { ...found, role } };
  });

/** Gives somebody a password or a PIN; who was in by the one of before is out. */
export const setSecret = (
  db: Db,
  bakehouse: string,
  person: string,
  how: 'password' | 'pin',
  hash: string,
): Promise<boolean> =>
  inTransaction(db, async (tx) => {
    const found = await tx
      .selectFrom('person')
      .select(['name', 'user_id'])
      .where('id', '=', person)
      .where('bakehouse_id', '=', bakehouse)
      .where('retired_at', 'is', null)
      .forUpdate()
      .executeTakeFirst();
    if (!found) return false;
    const user = found.user_id ?? (await newAccount(tx, person, found.name));
    await tx
      .insertInto('account_secret')
      .values({ id: uuid(), accountId: user, providerId: how, userId: user, password: hash } as never)
      .onConflict((row) => row.columns(['userId', 'providerId']).doUpdateSet({ password: hash } as never))
      .execute();
    await tx.deleteFrom('account_session').where('userId', '=', user).where('how', '=', how).execute();
    await tx.deleteFrom('entry_try').where('person_id', '=', person).execute();
    return true;
  });

async function newAccount(tx: Tx, person: string, name: string): Promise<string> {
  const id = uuid();
  // The library wants an address; nobody here is known by one, and nothing is ever sent.
  await tx
    .insertInto('account')
    .values({ id, name, email: `${id}@jovet.invalid`, emailVerified: false })
    .execute();
  await tx.updateTable('person').set({ user_id: id }).where('id', '=', person).execute();
  return id;
}

/** Lets somebody try again at once who was shut out by wrong tries. */
export async function unlock(db: Db, actor: Actor, person: string): Promise<boolean> {
  const found = await db
    .selectFrom('person')
    .select('id')
    .where('id', '=', person)
    .where('bakehouse_id', '=', actor.bakehouseId)
    .executeTakeFirst();
  if (found) await db.deleteFrom('entry_try').where('person_id', '=', person).execute();
  return found !== undefined;
}

/** Who can be signed in as, by name or by which person: its account and what is looked at. */
export const entryOf = (db: Db, by: { readonly name: string } | { readonly id: string; readonly bakehouse: string }, how: 'password' | 'pin') =>
  db
    .selectFrom('person')
    .innerJoin('account_secret as secret', 'secret.userId', 'person.user_id')
    .select(['person.id', 'person.name', 'person.bakehouse_id as bakehouse', 'secret.userId as user', 'secret.password as hash'])
    .where('secret.providerId', '=', how)
    .where('person.retired_at', 'is', null)
    .$if('name' in by, (query) => query.where(sql<string>`lower(person.name)`, '=', 'name' in by ? by.name.toLowerCase() : ''))
    .$if('id' in by, (query) => query.where('person.id', '=', 'id' in by ? by.id : '').where('person.bakehouse_id', '=', 'id' in by ? by.bakehouse : ''))
    .orderBy('person.id')
    .execute(); // prettier-ignore

/** Whether anybody can sign in as head baker at all. */
export const hasHead = async (db: Db | Tx): Promise<boolean> =>
  (await db
    .selectFrom('person')
    .innerJoin('account_secret as secret', 'secret.userId', 'person.user_id')
    .select('person.id')
    .where('person.role', '=', 'head')
    .where('secret.providerId', '=', 'password')
    .where('person.retired_at', 'is', null)
    .limit(1)
    .executeTakeFirst()) !== undefined;

/** The person that an account is in a bakehouse, while the device of the session belongs to it. */
export async function personOfSession(
  db: Db,
  user: string,
  bakehouse: string,
  device: string | null,
): Promise<(Actor & { readonly role: Role }) | null> {
  const found = await db
    .selectFrom('person')
    .innerJoin('bakehouse', 'bakehouse.id', 'person.bakehouse_id')
    .select(['person.id as personId', 'person.name', 'person.role', 'bakehouse.id as bakehouseId', 'bakehouse.zone'])
    .where('person.user_id', '=', user)
    .where('person.bakehouse_id', '=', bakehouse)
    .where('person.retired_at', 'is', null)
    .$if(device !== null, (query) =>
      query.where(({ exists, selectFrom }) =>
        exists(selectFrom('device').select('device.id').where('device.id', '=', device).where('device.removed_at', 'is', null)),
      ),
    )
    .executeTakeFirst();
  return found ?? null;
} // prettier-ignore

/** Somebody of the crew. */
export async function findPerson(
  db: Db,
  bakehouse: string,
  person: string,
): Promise<{ readonly personId: string; readonly name: string; readonly role: Role } | null> {
  const found = await db
    .selectFrom('person')
    .select(['id as personId', 'name', 'role'])
    .where('id', '=', person)
    .where('bakehouse_id', '=', bakehouse)
    .where('retired_at', 'is', null)
    .executeTakeFirst();
  return found ?? null;
}

/** A device that was enrolled and not removed. */
export async function findDevice(
  db: Db,
  hash: string,
): Promise<{ readonly id: string; readonly name: string; readonly bakehouse: string } | null> {
  const found = await db
    .selectFrom('device')
    .select(['id', 'name', 'bakehouse_id as bakehouse'])
    .where('token_hash', '=', hash)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  return found ?? null;
}

export const enrol = async (db: Db | Tx, actor: Actor, name: string, hash: string): Promise<string> => {
  const id = uuid();
  await db
    .insertInto('device')
    .values({ id, bakehouse_id: actor.bakehouseId, name, token_hash: hash, enrolled_by: actor.personId, removed_at: null })
    .execute();
  return id;
}; // prettier-ignore

export interface Device {
  readonly id: string;
  readonly name: string;
  readonly enrolledAt: number;
  /** Who is signed in there. */
  readonly people: readonly string[];
}

export async function devicesOf(db: Db, actor: Actor): Promise<readonly Device[]> {
  const [devices, sessions] = await Promise.all([
    db
      .selectFrom('device')
      .select(['id', 'name', 'enrolled_at'])
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('removed_at', 'is', null)
      .orderBy('name')
      .execute(),
    atWork(db, actor.bakehouseId),
  ]);
  return devices.map(({ id, name, enrolled_at }) => ({
    id,
    name,
    enrolledAt: moment(enrolled_at),
    people: sessions.filter(({ device }) => device === id).map((each) => each.name),
  }));
}

/** Who signed in on devices of the bakehouse and is not gone yet, each once a device, with the newest session. */
export const atWork = (db: Db, bakehouse: string, device?: string) =>
  db
    .selectFrom('account_session as session')
    .innerJoin('person', 'person.user_id', 'session.userId')
    .select(['person.id', 'person.name', 'session.deviceId as device', 'session.token'])
    .distinctOn(['person.name', 'session.deviceId'])
    .where('person.bakehouse_id', '=', bakehouse)
    .where('person.retired_at', 'is', null)
    .where('session.bakehouseId', '=', bakehouse)
    .where('session.expiresAt', '>', new Date())
    .where('session.deviceId', 'is not', null)
    .$if(device !== undefined, (query) => query.where('session.deviceId', '=', device ?? ''))
    .orderBy('person.name')
    .orderBy('session.deviceId')
    .orderBy('session.createdAt', 'desc')
    .execute();

/** Takes a device out, a lost one: everybody who signed in there is out. */
export const removeDevice = (db: Db, actor: Actor, id: string): Promise<boolean> =>
  inTransaction(db, async (tx) => {
    const removed = await tx
      .updateTable('device')
      .set({ removed_at: new Date() })
      .where('id', '=', id)
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('removed_at', 'is', null)
      .executeTakeFirst();
    await tx.deleteFrom('account_session').where('deviceId', '=', id).execute();
    return removed.numUpdatedRows > 0n;
  });

/** Keeps a code that lets somebody in once; an older one for the same is void. */
export const keepCode = (
  db: Db,
  bakehouse: string,
  letsIn: 'head' | 'device',
  hash: string,
  minutes: number,
): Promise<void> =>
  inTransaction(db, async (tx) => {
    const kind = { bakehouse_id: bakehouse, lets_in: letsIn };
    await tx.deleteFrom('entry_code').where('bakehouse_id', '=', bakehouse).where('lets_in', '=', letsIn).execute();
    await tx.insertInto('entry_code').values({ ...kind, hash, expires_at: new Date(Date.now() + minutes * 60_000) }).execute();
  }); // prettier-ignore

/** Uses a code up: of which bakehouse it is, or null. */
export async function useCode(db: Db | Tx, letsIn: 'head' | 'device', hash: string): Promise<string | null> {
  const used = await db
    .deleteFrom('entry_code')
    .where('hash', '=', hash)
    .where('lets_in', '=', letsIn)
    .where('expires_at', '>', new Date())
    .returning('bakehouse_id')
    .executeTakeFirst();
  return used?.bakehouse_id ?? null;
}

/** A program that may do some things in the name of who made its token. */
export async function findToken(
  db: Db,
  hash: string,
): Promise<(Actor & { readonly rights: readonly Right[] }) | null> {
  const found = await db
    .selectFrom('token')
    .innerJoin('bakehouse', 'bakehouse.id', 'token.bakehouse_id')
    .select(['token.created_by as personId', 'token.name', 'bakehouse.id as bakehouseId', 'bakehouse.zone', 'token.rights'])
    .where('token.hash', '=', hash)
    .where('token.removed_at', 'is', null)
    .executeTakeFirst();
  return found ?? null;
} // prettier-ignore

export interface Token {
  readonly id: string;
  readonly name: string;
  readonly rights: readonly Right[];
  readonly createdAt: number;
}

export async function tokensOf(db: Db, actor: Actor): Promise<readonly Token[]> {
  const found = await db
    .selectFrom('token')
    .select(['id', 'name', 'rights', 'created_at'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('removed_at', 'is', null)
    .orderBy('name')
    .execute();
  return found.map(({ created_at, ...token }) => ({ ...token, createdAt: moment(created_at) }));
}

export const addToken = async (
  db: Db,
  actor: Actor,
  { name, rights, hash }: { name: string; rights: readonly Right[]; hash: string },
): Promise<void> => {
  const of = { bakehouse_id: actor.bakehouseId, created_by: actor.personId, removed_at: null };
  await db.insertInto('token').values({ id: uuid(), name, hash, rights: [...rights], ...of }).execute();
}; // prettier-ignore

export async function removeToken(db: Db, actor: Actor, id: string): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('token')
    .set({ removed_at: new Date() })
    .where('id', '=', id)
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  return numUpdatedRows > 0n;
}
