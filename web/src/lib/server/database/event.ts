import { sql } from 'kysely';
import { v5 as uuidOfName } from 'uuid';
import type { Event } from '@jovet/core/run';
import { effectiveEvents, EVENT_SCHEMA, MOST_MISHAPS, type KeptEvent } from '@jovet/core/run';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { Actor, Db, Tx } from './connection.ts';

/** From where an event was sent. */
export interface Sent {
  readonly device: string | null;
  /** Seconds that the clock of the device is ahead of ours. */
  readonly skew: number;
}

/**
 * Keeps events in the order in which they are given. Those that are kept already are left: anything can be sent again.
 *
 * @returns the last place among the events of the bakehouse, or a problem at `events.N` where something is corrected
 *   that is not there; then nothing is kept
 */
export async function addEvents(
  tx: Tx,
  actor: Actor,
  events: readonly Event[],
  { device, skew }: Sent = { device: null, skew: 0 },
): Promise<Result<number>> {
  // The row of the bakehouse is the lock under which places are given.
  const { events_seq } = await tx
    .selectFrom('bakehouse')
    .select('events_seq')
    .where('id', '=', actor.bakehouseId)
    .forUpdate()
    .executeTakeFirstOrThrow();
  const named = events.flatMap(({ id, corrects }) => [id, ...(corrects === null ? [] : [corrects])]);
  const there = await tx
    .selectFrom('event')
    .select(['id', 'bakehouse_id'])
    .where('id', 'in', [...new Set(named)])
    .execute();
  const known = new Set(there.filter((each) => each.bakehouse_id === actor.bakehouseId).map(({ id }) => id));
  const foreign = new Set(
    there.filter((each) => each.bakehouse_id !== actor.bakehouseId).map(({ id }) => id),
  );
  let seq = Number(events_seq);
  const rows = [];
  const wanted = await followed(tx, actor, events, known);
  for (const event of wanted) rows.push(rowOf(actor, event, (seq += 1), device, skew));
  for (const { id } of wanted) known.add(id);
  for (const [index, event] of events.entries()) {
    if (known.has(event.id)) continue;
    if (foreign.has(event.id))
      return bad(problem(`events.${index}.id`, 'This id is taken.', 'Make a new one.'));
    if (event.corrects !== null && !known.has(event.corrects))
      return bad(problem(`events.${index}.corrects`, 'What this corrects is not here.', 'Send that first.'));
    known.add(event.id);
    rows.push(rowOf(actor, event, (seq += 1), device, skew));
  }
  if (rows.length === 0) return good(seq);
  const full = await fullDay(tx, actor, rows, MOST_OF_A_DAY);
  if (full !== null)
    return bad(
      problem(
        'events',
        `${full} has ${MOST_OF_A_DAY} events, which is all that a day takes.`,
        'Name the day that they belong to, or none.',
      ),
    );
  const wrong = await fullDay(tx, actor, rows, MOST_MISHAPS, 'mishap');
  if (wrong !== null)
    return bad(
      problem(
        'events',
        `${MOST_MISHAPS} things went wrong on ${wrong} already, which is all that a day takes.`,
        'Plan the day anew by its orders, hands and equipment.',
      ),
    );
  await tx.insertInto('event').values(rows).execute();
  await tx.updateTable('bakehouse').set({ events_seq: seq }).where('id', '=', actor.bakehouseId).execute();
  return good(seq);
}

/**
 * What is corrected and only followed from something else so far, as that a mix was over when its dough was read: it is
 * kept from now on, so that its correction has what it corrects.
 */
async function followed(
  tx: Tx,
  actor: Actor,
  events: readonly Event[],
  known: ReadonlySet<string>,
): Promise<Event[]> {
  const own = new Set(events.map(({ id }) => id));
  const missing = events.filter(({ corrects }) => corrects !== null && !known.has(corrects) && !own.has(corrects));
  const days = [...new Set(missing.flatMap(({ day }) => day ?? []))];
  const found: Event[] = [];
  for (const wanted of days) {
    const own = missing.filter(({ day }) => day === wanted).map(({ corrects }) => corrects);
    const all = (await eventsOfDay(tx, actor, wanted)).filter(({ id }) => own.includes(id));
    found.push(...all);
    // What is not there is refused with all beside it: no further day is looked at.
    if (all.length < new Set(own).size) break;
  }
  return found;
} // prettier-ignore

/** A night has some hundreds; with readings of mixes beside them a plan's input still takes all of it. */
const MOST_OF_A_DAY = 4000;

/** The first day that these rows would fill beyond what it takes, of one kind or of all, or null. */
async function fullDay(
  tx: Tx,
  actor: Actor,
  rows: readonly { local_date: string | null; kind: string }[],
  most: number,
  kind: Event['happened']['kind'] | null = null,
): Promise<string | null> {
  const own = rows.filter((row) => kind === null || row.kind === kind);
  for (const day of new Set(own.map(({ local_date }) => local_date))) {
    if (day === null) continue;
    const { there } = await tx
      .selectFrom('event')
      .select(({ fn }) => fn.countAll().as('there'))
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('local_date', '=', day)
      .where((of) => (kind === null ? of.lit(true) : of('kind', '=', kind)))
      .executeTakeFirstOrThrow();
    if (Number(there) + own.filter(({ local_date }) => local_date === day).length > most) return day;
  }
  return null;
}

const rowOf = (actor: Actor, event: Event, seq: number, device: string | null, skew: number) => ({
  id: event.id,
  bakehouse_id: actor.bakehouseId,
  seq,
  local_date: event.day,
  subject_kind: event.subject.kind,
  subject_id: event.subject.id,
  kind: event.happened.kind,
  happened: JSON.stringify(event.happened),
  at: new Date(event.at * 1000),
  instrument: event.instrument,
  spot: event.spot,
  offset: event.offset,
  person_id: actor.personId,
  verified: actor.unverified !== true,
  device,
  skew,
  schema: EVENT_SCHEMA,
  corrects: event.corrects,
});

/** Said of a name that nobody signed in by on the device. */
export const NOT_SHOWN = ' (not signed in)';

/** So many events are read at once. */
const MOST = 5000;

/** Events in the order in which they were kept: those of a day or a mix, or all since a place. */
export async function listEvents(
  db: Db | Tx,
  actor: Actor,
  wanted: { readonly day: string } | { readonly since: number } | { readonly mix: string },
): Promise<KeptEvent[]> {
  const all = db
    .selectFrom('event')
    .innerJoin('person', 'person.id', 'event.person_id')
    .select(['event.id', 'local_date as day', 'subject_kind', 'subject_id', 'happened', 'instrument', 'spot'])
    .select(['event.offset', 'event.corrects', 'event.seq'])
    .select(sql<string>`person.name || case when event.verified then '' else ${NOT_SHOWN} end`.as('by'))
    .select(sql<number>`floor(extract(epoch from event.at))::bigint`.as('at'))
    .select(sql<number>`floor(extract(epoch from event.recorded_at))::bigint`.as('recorded'))
    .where('event.bakehouse_id', '=', actor.bakehouseId)
    .orderBy('event.seq')
    .limit(MOST);
  const rows = await (
    'day' in wanted
      ? all.where('local_date', '=', wanted.day)
      : 'mix' in wanted
        ? all.where('subject_kind', '=', 'mix').where('subject_id', '=', wanted.mix)
        : all.where('event.seq', '>', wanted.since)
  ).execute();
  return rows.map(({ subject_kind, subject_id, recorded, seq, at, ...event }) => ({
    ...event,
    at: Number(at),
    subject: { kind: subject_kind, id: subject_id },
    seq: Number(seq),
    recordedAt: Number(recorded),
  }));
}

/** Names events that follow from others. Any fixed name space would do. */
const SPACE = '5b7a3c1e-8f0d-4e6b-9a51-6f2d4c8e7b30';
/** Seconds that a feeding takes, as the work rates of a bakehouse have it. */
const FEEDING = 600;

/**
 * What happened to the tasks of a day's plan: what was noted of them, mixes of it whose dough was read in Water, and
 * builds of it that were fed in Cultures.
 */
export async function eventsOfDay(db: Db | Tx, actor: Actor, date: string): Promise<Event[]> {
  const [events, mixes, builds] = await Promise.all([
    listEvents(db, actor, { day: date }),
    db
      .selectFrom('mix')
      .select(['id', sql<string>`doc ->> 'task'`.as('task')])
      .select(sql<number>`(doc -> 'programme' ->> 'minutes')::double precision`.as('minutes'))
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('local_date', '=', date)
      .where('dropped_at', 'is', null)
      .where(sql<boolean>`doc ->> 'task' is not null`)
      .execute(),
    db
      .selectFrom('culture_build as build')
      .innerJoin('culture', 'culture.id', 'build.culture_id')
      .select(['build.id', sql<string>`build.doc -> 'plan' ->> 'task'`.as('task')])
      .select(sql<number>`floor(extract(epoch from build.fed_at))::bigint`.as('at'))
      .where('culture.bakehouse_id', '=', actor.bakehouseId)
      .where('build.dropped_at', 'is', null)
      .where(sql<boolean>`build.doc -> 'plan' ->> 'date' = ${date}`)
      .execute(),
  ]);
  const noted = events
    .filter(({ subject }) => subject.kind === 'task' || subject.kind === 'day')
    .map(({ seq: _, by: __, recordedAt: ___, ...event }) => event);
  const of = (task: string, from: string, at: number, happened: Event['happened']): Event => ({
    id: uuidOfName(`${from} ${happened.kind}${happened.kind === 'confirmed' ? ` ${happened.gate}` : ''}`, SPACE),
    day: date,
    subject: { kind: 'task', id: task },
    happened,
    at: Math.round(at),
    instrument: 'typed',
    spot: 'core',
    offset: 0,
    corrects: null,
  });
  const read = effectiveEvents(events).filter(({ subject }) => subject.kind === 'mix');
  const mixed = mixes.flatMap(({ id, task, minutes }) => {
    const dough = read.findLast(
      ({ subject, happened }) =>
        subject.id === id && happened.kind === 'reading' && happened.of === 'dough',
    );
    if (dough?.happened.kind !== 'reading') return [];
    const { value } = dough.happened;
    const confirmed = read.filter(({ subject, happened }) => subject.id === id && happened.kind === 'confirmed');
    return [
      of(task, id, dough.at - minutes * 60, { kind: 'began' }),
      of(task, id, dough.at, { kind: 'ended' }),
      { ...of(task, id, dough.at, { kind: 'reading', quantity: 'temperature', of: null, value }), offset: dough.offset },
      ...confirmed.map(({ happened }) => of(task, id, dough.at, happened)),
    ];
  });
  const fed = builds.flatMap(({ id, task, at }) => [
    of(task, id, Number(at), { kind: 'began' }),
    of(task, id, Number(at) + FEEDING, { kind: 'ended' }),
  ]);
  const kept = new Set(noted.map(({ id }) => id));
  return [...[...mixed, ...fed].filter(({ id }) => !kept.has(id)), ...noted];
} // prettier-ignore
