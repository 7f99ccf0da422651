import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import type { Build, Culture, LoggedSign } from '@jovet/core/culture';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { Event } from '@jovet/core/run';
import type { Actor, Db, Tx } from './connection.ts';
import { addEvents } from './event.ts';
import { inTransaction, type Kept } from './kept.ts';

/** A sign with who saw it. */
export interface StoredSign extends LoggedSign {
  readonly by: string;
}

/** A feeding as it stands. */
export interface StoredBuild {
  readonly id: string;
  readonly rev: number;
  readonly parent: string | null;
  readonly build: Build;
  /** Oldest first; corrected ones stay. */
  readonly signs: readonly StoredSign[];
}

/** A culture as it stands, with its feedings, oldest first. */
export interface StoredCulture {
  readonly id: string;
  readonly rev: number;
  readonly culture: Culture;
  readonly builds: readonly StoredBuild[];
}

export type CultureChanged = Kept<StoredCulture>;

/** So many feedings of a culture are looked back on: what is older says little of its vigour. */
const LOOK_BACK = 40;

export const signsOfBuild = sql<StoredSign[]>`coalesce((
  select jsonb_agg(jsonb_build_object(
    'id', seen.id, 'at', floor(extract(epoch from seen.at)), 'sign', seen.sign, 'corrects', seen.corrects,
    'by', person.name) order by seen.at, seen.seq)
  from culture_sign as seen join person on person.id = seen.person_id where seen.build_id = build.id), '[]')`;

/** The cultures that are kept, by name. */
export async function listCultures(db: Db | Tx, actor: Actor): Promise<StoredCulture[]> {
  const rows = await db
    .selectFrom('culture')
    .select(['id', 'rev', 'doc as culture'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('retired_at', 'is', null)
    .orderBy(sql`doc ->> 'name'`)
    .execute();
  const builds = await buildsOf(
    db,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => ({ ...row, builds: builds.get(row.id) ?? [] }));
}

/** One culture, also one that is kept no longer. */
export async function readCulture(db: Db | Tx, actor: Actor, id: string): Promise<StoredCulture | null> {
  const row = await db
    .selectFrom('culture')
    .select(['id', 'rev', 'doc as culture'])
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('id', '=', id)
    .executeTakeFirst();
  return row ? { ...row, builds: (await buildsOf(db, [id])).get(id) ?? [] } : null;
}

/** The last feedings of some cultures, oldest first. */
async function buildsOf(db: Db | Tx, cultures: readonly string[]): Promise<Map<string, StoredBuild[]>> {
  const rows = await sql<StoredBuild & { readonly of: string }>`
    select build.culture_id as of, build.id, build.rev, build.parent_build_id as parent, build.doc as build, ${signsOfBuild} as signs
    from unnest(${cultures}::uuid[]) as culture (id), lateral (
      select * from culture_build where culture_id = culture.id and dropped_at is null order by fed_at desc limit ${LOOK_BACK}
    ) as build
    order by build.fed_at`.execute(db);
  const found = new Map<string, StoredBuild[]>(cultures.map((id) => [id, []]));
  for (const { of, ...build } of rows.rows) found.get(of)?.push(build);
  return found;
}

/**
 * Keeps a new culture. Its id is made where it is entered, so that sending it again changes nothing.
 *
 * @returns the culture, or a problem at `culture.slug` if another has its name
 */
export async function keepCulture(
  db: Db | Tx,
  actor: Actor,
  id: string,
  culture: Culture,
): Promise<Result<StoredCulture>> {
  const made = await db
    .insertInto('culture')
    .values({
      id,
      bakehouse_id: actor.bakehouseId,
      slug: culture.slug,
      doc: JSON.stringify(culture),
      updated_by: actor.personId,
    })
    .onConflict((conflict) => conflict.doNothing())
    .returning('id')
    .executeTakeFirst();
  const kept = await readCulture(db, actor, id);
  if (kept) return good(kept);
  return made
    ? bad(problem('id', 'This culture is of another bakehouse.', 'Enter it anew.'))
    : bad(
        problem(
          'culture.name',
          `There is already a culture called ${culture.name}.`,
          'Give it another name.',
        ),
      );
}

/** Keeps the cultures of a file: new ones are made, known ones changed. */
export async function saveCultures(tx: Tx, actor: Actor, cultures: readonly Culture[]): Promise<void> {
  for (const culture of cultures)
    await tx
      .insertInto('culture')
      .values({
        id: uuid(),
        bakehouse_id: actor.bakehouseId,
        slug: culture.slug,
        doc: JSON.stringify(culture),
        updated_by: actor.personId,
      })
      .onConflict((conflict) =>
        conflict.columns(['bakehouse_id', 'slug']).doUpdateSet((row) => ({
          doc: row.ref('excluded.doc'),
          rev: sql<number>`culture.rev + 1`,
          retired_at: null,
          updated_by: actor.personId,
          updated_at: new Date(),
        })),
      )
      .execute();
}

/** Changes what is known of a culture. */
export const changeCulture = (
  db: Db,
  actor: Actor,
  id: string,
  culture: Culture,
  rev: number,
): Promise<CultureChanged> => move(db, actor, 'culture', id, id, rev, { doc: JSON.stringify(culture) });

/** Ends a culture: its feedings stay, it is no longer shown. */
export const retireCulture = (db: Db, actor: Actor, id: string, rev: number): Promise<CultureChanged> =>
  move(db, actor, 'culture', id, id, rev, { retired_at: new Date() });

/**
 * Notes a feeding. Sending it again changes nothing.
 *
 * @param fed its id is made where it is entered; `parent` is the build that the seed was taken from
 */
export async function feedCulture(
  db: Db,
  actor: Actor,
  cultureId: string,
  fed: { readonly id: string; readonly parent: string | null; readonly build: Build },
): Promise<Result<StoredCulture>> {
  return inTransaction(db, async (tx) => {
    const culture = await readCulture(tx, actor, cultureId);
    if (!culture) return bad(GONE);
    if (fed.parent !== null && !(await isBuildHere(tx, actor, fed.parent)))
      return bad(problem('parent', 'The build that it was fed from is not here.', 'Open the room anew.'));
    await tx
      .insertInto('culture_build')
      .values({
        id: fed.id,
        culture_id: cultureId,
        parent_build_id: fed.parent,
        fed_at: new Date(fed.build.at * 1000),
        doc: JSON.stringify(fed.build),
        updated_by: actor.personId,
      })
      .onConflict((conflict) => conflict.column('id').doNothing())
      .execute();
    return good((await readCulture(tx, actor, cultureId)) ?? culture);
  });
}

const GONE = problem('culture', 'This culture is not here.', 'Open the room anew.');

/** The culture that a build is of, if it is of this bakehouse. */
async function cultureOfBuild(db: Db | Tx, actor: Actor, buildId: string): Promise<string | null> {
  const row = await db
    .selectFrom('culture_build as build')
    .innerJoin('culture', 'culture.id', 'build.culture_id')
    .select('culture.id')
    .where('build.id', '=', buildId)
    .where('culture.bakehouse_id', '=', actor.bakehouseId)
    .executeTakeFirst();
  return row?.id ?? null;
}

const isBuildHere = async (tx: Tx, actor: Actor, id: string): Promise<boolean> =>
  (await cultureOfBuild(tx, actor, id)) !== null;

/** Changes a feeding that was entered wrong. */
export async function changeBuild(
  db: Db,
  actor: Actor,
  id: string,
  build: Build,
  rev: number,
): Promise<CultureChanged> {
  const culture = await cultureOfBuild(db, actor, id);
  if (culture === null) return { kind: 'missing' };
  const change = { doc: JSON.stringify(build), fed_at: new Date(build.at * 1000) };
  return move(db, actor, 'culture_build', culture, id, rev, change);
}

/** Takes back a feeding that never was. */
export async function dropBuild(db: Db, actor: Actor, id: string, rev: number): Promise<CultureChanged> {
  const culture = await cultureOfBuild(db, actor, id);
  if (culture === null) return { kind: 'missing' };
  return move(db, actor, 'culture_build', culture, id, rev, { dropped_at: new Date() });
}

/** Moves a row on by one revision, unless it stands at another. */
async function move(
  db: Db,
  actor: Actor,
  table: 'culture' | 'culture_build',
  cultureId: string,
  id: string,
  rev: number,
  change: { doc?: string; fed_at?: Date; dropped_at?: Date; retired_at?: Date },
): Promise<CultureChanged> {
  return inTransaction(db, async (tx) => {
    const before = await readCulture(tx, actor, cultureId);
    if (!before) return { kind: 'missing' };
    const to = { ...change, rev: rev + 1, updated_by: actor.personId, updated_at: new Date() };
    const moved = await tx
      .updateTable(table)
      .set(to)
      .where('id', '=', id)
      .where('rev', '=', rev)
      .executeTakeFirst();
    if (moved.numUpdatedRows === 0n) return { kind: 'stale', stands: before };
    return { kind: 'done', value: (await readCulture(tx, actor, cultureId)) ?? before };
  });
}

/** A sign of a build as the event that it is. */
export const eventOfSign = (buildId: string, { id, at, sign, corrects }: LoggedSign): Event => ({
  id, at, corrects, day: null, subject: { kind: 'build', id: buildId }, happened: { kind: 'sign', sign },
  instrument: 'typed', spot: 'core', offset: 0,
}); // prettier-ignore

/**
 * Notes what was seen of a build; sending it again changes nothing. Of two corrections of one sign the latest counts.
 *
 * @returns the culture with all that is known of it, or a problem at `build` or `corrects`
 */
export async function addSign(
  db: Db,
  actor: Actor,
  buildId: string,
  sign: LoggedSign,
): Promise<Result<StoredCulture>> {
  return inTransaction(db, async (tx) => {
    const cultureId = await cultureOfBuild(tx, actor, buildId);
    const culture = cultureId === null ? null : await readCulture(tx, actor, cultureId);
    const build = culture?.builds.find(({ id }) => id === buildId);
    if (cultureId === null || !culture || !build)
      return bad(problem('build', 'This feeding is not here.', 'Open the room anew.'));
    const { corrects } = sign;
    if (corrects !== null && !build.signs.some(({ id }) => id === corrects))
      return bad(problem('corrects', 'What this corrects is not of this feeding.', 'Open the room anew.'));
    const added = await addEvents(tx, actor, [eventOfSign(buildId, sign)]);
    if (!added.ok) return added;
    return good((await readCulture(tx, actor, cultureId)) ?? culture);
  });
}
