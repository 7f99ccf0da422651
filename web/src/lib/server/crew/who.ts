import { RIGHTS, RIGHTS_OF, type Right, type Role } from '../../crew/rights.ts';
import { findActor } from '../database/bakehouse.ts';
import type { Actor, Db } from '../database/connection.ts';
import { atWork, findDevice, findPerson, findToken, personOfSession } from '../database/crew.ts';
import { accounts } from './account.ts';
import { digestOf } from './secrets.ts';

/** Who asks: somebody who signed in, a program with a token, or nobody. */
export interface Who extends Actor {
  readonly role: Role | 'machine' | null;
  readonly rights: readonly Right[];
  /** The enrolled device that is asked from. */
  readonly device: string | null;
  /** `itself`: the demo on this computer lets its head baker in by itself. */
  readonly how: 'password' | 'pin' | 'token' | 'itself' | null;
}

export const NIL = '00000000-0000-0000-0000-000000000000';
/** Nobody: finds nothing in any bakehouse. */
export const NOBODY: Who = {
  personId: NIL,
  name: '',
  bakehouseId: NIL,
  zone: 'UTC',
  role: null,
  rights: [],
  device: null,
  how: null,
};

/** The cookie by which an enrolled device is known. */
export const DEVICE_COOKIE = 'jovet-tablet';

/** What a cookie of a request says: ours need no decoding, and what others write there may not be possible to decode. */
export const cookieOf = (headers: Headers, name: string): string | null => {
  const found = (headers.get('cookie') ?? '').split(/;\s*/).find((each) => each.startsWith(`${name}=`));
  return found ? found.slice(name.length + 1) : null;
};

/** The enrolled device that a request comes from. */
export async function deviceOf(db: Db, headers: Headers): Promise<Awaited<ReturnType<typeof findDevice>>> {
  const token = cookieOf(headers, DEVICE_COOKIE);
  return token === null ? null : findDevice(db, digestOf(token));
}

/**
 * Says who asks.
 *
 * @param address where the request came from
 */
export async function whoAsks(db: Db, headers: Headers, address: string): Promise<Who> {
  const bearer = /^Bearer (\S+)$/.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer !== undefined) {
    const token = await findToken(db, digestOf(bearer));
    return token ? { ...token, role: 'machine', device: null, how: 'token' } : NOBODY;
  }
  const who = (await ofSession(db, headers)) ?? (await byItself(db, headers, address));
  return who ? asSaid(db, headers, who) : NOBODY;
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/**
 * What was done on a device of the bakery is of whoever was at work there then, who may be another one than is signed in
 * when it is sent. Whoever did not sign in there is taken at the word for what is noted on the floor, and for no more.
 */
async function asSaid(db: Db, headers: Headers, who: Who): Promise<Who> {
  const said = headers.get('jovet-person') ?? '';
  if (!UUID.test(said) || said === who.personId || who.device === null) return who;
  const [person, here] = await Promise.all([
    findPerson(db, who.bakehouseId, said),
    atWork(db, who.bakehouseId, who.device),
  ]);
  if (!person) return who;
  const his = RIGHTS_OF[person.role].filter((right) => right !== 'crew');
  const own = { device: who.device, how: who.how, zone: who.zone, bakehouseId: who.bakehouseId };
  return here.some(({ id }) => id === said)
    ? { ...person, ...own, rights: his }
    : {
        ...person,
        ...own,
        rights: his.filter((right) => who.rights.includes(right) && (right === 'read' || right === 'note')),
        unverified: true,
      };
}

async function ofSession(db: Db, headers: Headers): Promise<Who | null> {
  if (!headers.get('cookie')?.includes('jovet.session')) return null;
  const found = await accounts().api.getSession({ headers });
  if (!found) return null;
  const { userId, bakehouseId, deviceId, how } = found.session as typeof found.session & Kept;
  const person = await personOfSession(db, userId, bakehouseId, deviceId);
  if (!person) return null;
  // Who may what is said with a password, not with four figures that others may have seen.
  const rights = RIGHTS_OF[person.role].filter((right) => how === 'password' || right !== 'crew');
  return { ...person, rights, device: deviceId, how };
}
interface Kept {
  readonly bakehouseId: string;
  readonly deviceId: string | null;
  readonly how: 'password' | 'pin';
}

const LOOPBACK = /^(127\.\d+\.\d+\.\d+|::1|::ffff:127\.\d+\.\d+\.\d+|localhost|\[::1\])$/i;
const PASSED_ON = ['forwarded', 'via', 'x-forwarded-for', 'x-forwarded-host', 'x-real-ip'] as const;

/** Only somebody who sits at the computer that Jovet runs on, and where Jovet listens to nobody else. */
export const isAtThisComputer = (headers: Headers, address: string): boolean =>
  LOOPBACK.test(process.env['HOST'] ?? '127.0.0.1') &&
  LOOPBACK.test(address) &&
  LOOPBACK.test((headers.get('host') ?? '').replace(/:\d+$/, '')) &&
  PASSED_ON.every((name) => !headers.has(name));

/** Who leads the demo changes only by an import, so it is asked once in a while, ms. */
const ASK_AGAIN_MS = 10_000;
let [demoHead, askedAt] = [null as (Actor & { demo: boolean }) | null, -Infinity];

async function byItself(db: Db, headers: Headers, address: string): Promise<Who | null> {
  if (!isAtThisComputer(headers, address)) return null;
  if (!demoHead || Date.now() - askedAt > ASK_AGAIN_MS) {
    // While there is no database, who leads stays.
    demoHead = await findActor(db).catch((error: unknown) => demoHead ?? Promise.reject(error));
    askedAt = Date.now();
  }
  if (!demoHead?.demo) return null;
  return { ...demoHead, role: 'head', rights: RIGHTS, device: null, how: 'itself' };
}
