import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import type { MixDoc, MixReading } from '@jovet/core/mix';
import {
  frictionOfLog,
  logOf,
  recordsOf,
  type FrictionRecord,
  type KeptMix,
  type LoggedMix,
} from '@jovet/core/mix/record';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { entriesOfMix, type Event } from '@jovet/core/run';
import type { Actor, Db, Tx } from './connection.ts';
import { serverNow } from '../clock.ts';
import { addEvents, listEvents } from './event.ts';
import { inTransaction, type Kept } from './kept.ts';

/** A reading with who took it. */
export interface StoredReading extends MixReading {
  readonly by: string;
}

/** A mix as it stands. */
export interface StoredMix {
  readonly id: string;
  readonly date: string;
  readonly rev: number;
  readonly doc: MixDoc;
  /** Oldest first; corrected ones stay. */
  readonly readings: readonly StoredReading[];
}

export type MixChanged = Kept<StoredMix>;

/** The readings of a row of `mix`, oldest first. */
export const readingsOfMix = sql<StoredReading[]>`coalesce((
  select jsonb_agg(jsonb_build_object(
    'id', reading.id, 'factor', reading.factor, 'value', reading.value,
    'at', floor(extract(epoch from reading.at)), 'instrument', reading.instrument, 'spot', reading.spot,
    'offset', reading."offset", 'corrects', reading.corrects, 'by', person.name)
    order by reading.at, reading.seq)
  from reading join person on person.id = reading.person_id where reading.mix_id = mix.id), '[]')`;

const mixes = (db: Db | Tx, actor: Actor) =>
  db
    .selectFrom('mix')
    .select(['mix.id', 'mix.local_date as date', 'mix.rev'])
    // Mixes of before there were plans of days say nothing of one.
    .select(sql<MixDoc>`'{"task": null, "forecast": {}}'::jsonb || mix.doc`.as('doc'))
    .select(readingsOfMix.as('readings'))
    .where('mix.bakehouse_id', '=', actor.bakehouseId)
    .where('mix.dropped_at', 'is', null);

/** The mixes of a day in order. */
export async function listMixes(db: Db | Tx, actor: Actor, date: string): Promise<StoredMix[]> {
  return mixes(db, actor).where('mix.local_date', '=', date).orderBy('mix.place').execute();
}

/** Mixes that were taken off a day: they are not offered again. */
export async function droppedMixes(db: Db, actor: Actor, date: string): Promise<string[]> {
  const rows = await db
    .selectFrom('mix')
    .select('id')
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('local_date', '=', date)
    .where('dropped_at', 'is not', null)
    .execute();
  return rows.map(({ id }) => id);
}

export async function readMix(db: Db | Tx, actor: Actor, id: string): Promise<StoredMix | null> {
  return (await mixes(db, actor).where('mix.id', '=', id).executeTakeFirst()) ?? null;
}

/** So many closed mixes are looked back on: what is older weighs next to nothing. */
const LOOK_BACK = 150;

/** Says that a mix or a reading changed: what is computed from them is computed again. */
export async function touchMixes(tx: Tx, { bakehouseId }: Actor): Promise<void> {
  await tx
    .updateTable('bakehouse')
    .set({ mixes_rev: sql<number>`mixes_rev + 1` })
    .where('id', '=', bakehouseId)
    .execute();
}

/** Logs as they were computed last, by bakehouse. */
const computed = new Map<string, { rev: number; log: LoggedMix[] }>();

/** The mixes that were closed last, oldest first, and how each came out. */
export async function readLog(db: Db | Tx, actor: Actor): Promise<LoggedMix[]> {
  const { mixes_rev } = await db
    .selectFrom('bakehouse')
    .select('mixes_rev')
    .where('id', '=', actor.bakehouseId)
    .executeTakeFirstOrThrow();
  return logAt(db, actor, mixes_rev);
}

/** The log at a revision of the mixes that was just read; computed again only if it moved. */
export async function logAt(db: Db | Tx, actor: Actor, rev: number): Promise<LoggedMix[]> {
  const known = computed.get(actor.bakehouseId);
  if (known?.rev === rev) return known.log;
  const log = logOf(await closedMixes(db, actor));
  computed.set(actor.bakehouseId, { rev, log });
  return log;
}

/** What the log says of the friction of a mixer with a programme, oldest first. */
export async function readFriction(
  db: Db | Tx,
  actor: Actor,
  { mixer, programme }: { readonly mixer: string; readonly programme: string },
): Promise<FrictionRecord[]> {
  return recordsOf(frictionOfLog(await readLog(db, actor)), mixer, programme);
}

/** The mixes that were closed last, oldest first. */
export async function closedMixes(db: Db | Tx, actor: Actor): Promise<KeptMix[]> {
  const rows = await mixes(db, actor)
    .where((where) =>
      where.exists(
        where
          .selectFrom('reading')
          .select('reading.id')
          .whereRef('reading.mix_id', '=', 'mix.id')
          .where('reading.factor', '=', 'dough'),
      ),
    )
    .orderBy('mix.local_date', 'desc')
    .orderBy('mix.place', 'desc')
    .limit(LOOK_BACK)
    .execute();
  return rows.toReversed().map(keptMix);
}

const keptMix = ({ id, date, doc, readings }: StoredMix): KeptMix => ({
  id,
  date,
  state: { doc, readings },
});

/**
 * Begins a mix. Its id is made where it is begun, so that sending it again changes nothing.
 *
 * @returns the mix, or a problem at `id` if another mix has it
 */
export async function beginMix(
  db: Db,
  actor: Actor,
  begun: { readonly id: string; readonly date: string; readonly doc: MixDoc },
): Promise<Result<StoredMix>> {
  return inTransaction(db, async (tx) => {
    // One at a time, so that two tablets do not take the same place.
    await sql`select pg_advisory_xact_lock(hashtext(${`mix ${actor.bakehouseId} ${begun.date}`}))`.execute(
      tx,
    );
    await tx
      .insertInto('mix')
      .values((row) => ({
        id: begun.id,
        bakehouse_id: actor.bakehouseId,
        local_date: begun.date,
        place: row
          .selectFrom('mix')
          .where('bakehouse_id', '=', actor.bakehouseId)
          .where('local_date', '=', begun.date)
          .select(sql<number>`coalesce(max(place), 0) + 1`.as('place')),
        doc: JSON.stringify(begun.doc),
        updated_by: actor.personId,
      }))
      .onConflict((conflict) => conflict.column('id').doNothing())
      .execute();
    await touchMixes(tx, actor);
    const mix = await readMix(tx, actor, begun.id);
    return mix
      ? good(mix)
      : bad(problem('id', 'This mix was dropped, or is of another bakehouse.', 'Begin a new one.'));
  });
}

/** Changes what a mix says of itself, and notes what that enters as events; readings are added apart. */
export async function changeMix(
  db: Db,
  actor: Actor,
  id: string,
  doc: MixDoc,
  rev: number,
): Promise<MixChanged> {
  return moveMix(db, actor, id, rev, { doc: JSON.stringify(doc) }, doc);
}

/** Takes a mix off the day. Its readings stay where they are. */
export async function dropMix(db: Db, actor: Actor, id: string, rev: number): Promise<MixChanged> {
  return moveMix(db, actor, id, rev, { dropped_at: new Date() });
}

async function moveMix(
  db: Db,
  actor: Actor,
  id: string,
  rev: number,
  change: { doc: string } | { dropped_at: Date },
  doc: MixDoc | null = null,
): Promise<MixChanged> {
  return inTransaction(db, async (tx) => {
    const before = await readMix(tx, actor, id);
    if (!before) return { kind: 'missing' };
    const moved = await tx
      .updateTable('mix')
      .set({ ...change, rev: rev + 1, updated_by: actor.personId, updated_at: new Date() })
      .where('id', '=', id)
      .where('rev', '=', rev)
      .executeTakeFirst();
    if (moved.numUpdatedRows === 0n) return { kind: 'stale', stands: before };
    if (doc) await enter(tx, actor, { ...before, doc });
    await touchMixes(tx, actor);
    return { kind: 'done', value: (await readMix(tx, actor, id)) ?? { ...before, rev: rev + 1 } };
  });
}

/** Notes what was entered of a mix that is not noted yet. */
async function enter(tx: Tx, actor: Actor, { id, date, doc }: Pick<StoredMix, 'id' | 'date' | 'doc'>): Promise<void> {
  const before = await listEvents(tx, actor, { mix: id });
  const events = entriesOfMix(id, date, doc, uuid, before, serverNow());
  if (events.length === 0) return;
  const added = await addEvents(tx, actor, events);
  if (!added.ok) throw new Error(JSON.stringify(added.problems));
} // prettier-ignore

/** A reading of a mix as the event that it is. */
export const eventOfReading = (mixId: string, date: string, reading: MixReading): Event => {
  const { id, factor, value, at, instrument, spot, offset, corrects } = reading;
  const happened = { kind: 'reading' as const, quantity: 'temperature' as const, of: factor, value };
  const subject = { kind: 'mix' as const, id: mixId };
  return { id, day: date, subject, happened, at, instrument, spot, offset, corrects };
};

/**
 * Adds a reading to a mix; sending it again changes nothing. Of two corrections of one reading the latest counts.
 *
 * @returns the mix with all its readings, or a problem at `mix` or `corrects`
 */
export async function addReading(
  db: Db,
  actor: Actor,
  mixId: string,
  reading: MixReading,
): Promise<Result<StoredMix>> {
  return inTransaction(db, async (tx) => {
    const mix = await readMix(tx, actor, mixId);
    if (!mix) return bad(problem('mix', 'This mix is not here.', 'Open the room anew.'));
    const { corrects } = reading;
    if (corrects !== null && !mix.readings.some(({ id }) => id === corrects))
      return bad(problem('corrects', 'What this corrects is not of this mix.', 'Open the room anew.'));
    const added = await addEvents(tx, actor, [eventOfReading(mixId, mix.date, reading)]);
    if (!added.ok) return added;
    await touchMixes(tx, actor);
    const after = await readMix(tx, actor, mixId);
    return after ? good(after) : bad(problem('mix', 'This mix is not here.', 'Open the room anew.'));
  });
}
