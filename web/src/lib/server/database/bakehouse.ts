import { sql } from 'kysely';
import { v7 as uuid } from 'uuid';
import { Bakehouse, Tub } from '@jovet/core/bakehouse';
import { Mixer } from '@jovet/core/mix';
import type { WaterMethod } from '@jovet/core/water';
import type { BakeryFile } from '@jovet/core/formats';
import type { Actor, Db, Tx } from './connection.ts';
import { takeUpHands } from './crew.ts';
import { inTransaction, type Kept } from './kept.ts';

/** A bakehouse before anyone has described it: one person, one mixer by hand, one tub. */
const BLANK: Extract<BakeryFile, { jovet: 'bakehouse' }> = {
  jovet: 'bakehouse',
  schema: 1,
  bakehouse: Bakehouse.parse({
    schema: 1,
    name: 'My bakehouse',
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    usual: { flour: 20, room: 21, levain: 23, bowl: 21 },
    programmes: [
      { slug: 'by-hand', name: 'By hand', minutes: 40, friction: 0.5 },
      { slug: 'gentle', name: 'Gentle', minutes: 30, friction: 3 },
      { slug: 'improved', name: 'Improved', minutes: 18, friction: 6 },
      { slug: 'intensive', name: 'Intensive', minutes: 14, friction: 10 },
    ],
  }),
  people: [{ name: 'Head baker', skills: [] }],
  mixers: [Mixer.parse({ schema: 1, slug: 'mixer', name: 'Mixer', bowlMass: 20, maxDough: 40 })],
  tubs: [{ schema: 1, slug: 'dough-tub', name: 'Dough tub', length: 0.6, width: 0.4, maxDough: 12 }],
  stood: 0,
};

/** Finds who leads here: the first head baker of the one bakehouse, or null before the first start. */
export async function findActor(db: Db | Tx): Promise<(Actor & { readonly demo: boolean }) | null> {
  const person = await db
    .selectFrom('person')
    .innerJoin('bakehouse', 'bakehouse.id', 'person.bakehouse_id')
    .select(['person.id', 'person.name', 'person.bakehouse_id', 'bakehouse.zone', 'bakehouse.demo'])
    .where('person.retired_at', 'is', null)
    .where('person.role', '=', 'head')
    .orderBy('person.id')
    .limit(1)
    .executeTakeFirst();
  return person
    ? {
        personId: person.id,
        name: person.name,
        bakehouseId: person.bakehouse_id,
        zone: person.zone,
        demo: person.demo,
      }
    : null;
}

/** Makes a blank bakehouse if there is none. Returns who works there. */
export async function ensureBakehouse(db: Db): Promise<Actor> {
  return inTransaction(db, async (tx) => {
    await sql`select pg_advisory_xact_lock(4601)`.execute(tx);
    const found = await findActor(tx);
    if (found) return found;
    const { name, zone } = BLANK.bakehouse;
    const actor: Actor = { personId: uuid(), name: BLANK.people[0]?.name ?? '', bakehouseId: uuid(), zone };
    await tx
      .insertInto('bakehouse')
      .values({ id: actor.bakehouseId, name, zone, updated_by: actor.personId })
      .execute();
    await tx
      .insertInto('person')
      .values({
        id: actor.personId,
        bakehouse_id: actor.bakehouseId,
        name: actor.name,
        skills: [],
        role: 'head',
        updated_by: actor.personId,
      })
      .execute();
    await saveBakehouse(tx, actor, BLANK);
    return actor;
  });
}

/** Moves the revision of the bakehouse on, so that every process sees that something in it changed. */
export async function touchBakehouse(tx: Tx, actor: Actor): Promise<void> {
  await tx
    .updateTable('bakehouse')
    .set((row) => ({ rev: row('rev', '+', 1), updated_by: actor.personId, updated_at: new Date() }))
    .where('id', '=', actor.bakehouseId)
    .execute();
}

/** Takes over a bakehouse file: settings become a new version, mixers and tubs are replaced, people are added. */
export async function saveBakehouse(
  tx: Tx,
  actor: Actor,
  file: Extract<BakeryFile, { jovet: 'bakehouse' }>,
): Promise<void> {
  const { name, zone } = file.bakehouse;
  await tx.updateTable('bakehouse').set({ name, zone }).where('id', '=', actor.bakehouseId).execute();
  await touchBakehouse(tx, actor);
  await replacePeople(tx, actor, file.people);
  // Before anyone has described it, nobody stands in its rota by name.
  if (file !== BLANK) await takeUpHands(tx, actor, file.bakehouse.floor.hands);
  await addVersion(tx, actor, file.bakehouse);
  await replaceResources(tx, actor, 'mixer', file.mixers);
  await replaceResources(tx, actor, 'tub', file.tubs);
}

/**
 * Changes the settings of the bakehouse and its mixers.
 *
 * @param base the version that the change was made on
 * @returns what stands there now, or what it is if it was changed since
 */
export async function changeBakehouse(
  db: Db,
  actor: Actor,
  base: number,
  to: Partial<Pick<BakehouseNow, 'bakehouse' | 'mixers'>>,
): Promise<Kept<BakehouseNow>> {
  return inTransaction(db, async (tx) => {
    await holdBakehouse(tx, actor);
    const now = await readBakehouse(tx, actor);
    if (now.version !== base) return { kind: 'stale', stands: now };
    return { kind: 'done', value: await written(tx, actor, { ...now, ...to }) };
  });
}

/**
 * Changes by which method the water is found: one value, so that nothing else of the bakehouse is in its way.
 *
 * @param was the method as it was when this one was chosen
 */
export async function chooseWaterMethod(
  db: Db,
  actor: Actor,
  was: WaterMethod,
  method: WaterMethod,
): Promise<Kept<BakehouseNow>> {
  return inTransaction(db, async (tx) => {
    await holdBakehouse(tx, actor);
    const now = await readBakehouse(tx, actor);
    const { waterMethod } = now.bakehouse;
    if (waterMethod === method) return { kind: 'done', value: now };
    if (waterMethod !== was) return { kind: 'stale', stands: now };
    const bakehouse = { ...now.bakehouse, waterMethod: method };
    return { kind: 'done', value: await written(tx, actor, { ...now, bakehouse }) };
  });
}

/** Nobody else changes the bakehouse until the transaction ends. */
export const holdBakehouse = (tx: Tx, actor: Actor): Promise<unknown> =>
  tx
    .selectFrom('bakehouse')
    .select('rev')
    .where('id', '=', actor.bakehouseId)
    .forUpdate()
    .executeTakeFirstOrThrow();

async function written(tx: Tx, actor: Actor, now: BakehouseNow): Promise<BakehouseNow> {
  await touchBakehouse(tx, actor);
  await takeUpHands(tx, actor, now.bakehouse.floor.hands);
  await addVersion(tx, actor, now.bakehouse);
  await replaceResources(tx, actor, 'mixer', now.mixers);
  return { ...now, version: now.version + 1 };
}

async function addVersion(tx: Tx, actor: Actor, bakehouse: Bakehouse): Promise<void> {
  await tx
    .insertInto('bakehouse_version')
    .values((row) => ({
      bakehouse_id: actor.bakehouseId,
      n: row
        .selectFrom('bakehouse_version')
        .where('bakehouse_id', '=', actor.bakehouseId)
        .select(sql<number>`coalesce(max(n), 0) + 1`.as('n')),
      doc: JSON.stringify(bakehouse),
      created_by: actor.personId,
    }))
    .execute();
}

/** Mixers or tubs as they are listed; those that are left out are retired. */
export async function replaceResources(
  tx: Tx,
  actor: Actor,
  kind: 'mixer' | 'tub',
  resources: readonly (Mixer | Tub)[],
): Promise<void> {
  const written = { updated_by: actor.personId, updated_at: new Date() };
  await tx
    .updateTable('resource')
    .set((row) => ({ retired_at: new Date(), rev: row('rev', '+', 1), ...written }))
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('kind', '=', kind)
    .where(
      'slug',
      'not in',
      resources.map(({ slug }) => slug),
    ) // prettier-ignore
    .execute();
  for (const resource of resources) {
    const doc = JSON.stringify(resource);
    await tx
      .insertInto('resource')
      .values({
        id: uuid(),
        bakehouse_id: actor.bakehouseId,
        kind,
        slug: resource.slug,
        doc,
        retired_at: null,
        ...written,
      })
      .onConflict((conflict) =>
        conflict
          .columns(['bakehouse_id', 'kind', 'slug'])
          .doUpdateSet({ doc, retired_at: null, rev: sql`resource.rev + 1`, ...written }),
      )
      .execute();
  }
}

/** Nobody of the file goes by two names; the head baker of a bakehouse that was blank is the first of the file. */
export async function replacePeople(
  tx: Tx,
  actor: Actor,
  people: readonly { name: string; skills: string[] }[],
): Promise<void> {
  const written = { updated_by: actor.personId, updated_at: new Date() };
  const isBlank = actor.name === BLANK.people[0]?.name;
  for (const [index, { name, skills }] of people.entries()) {
    const known = await tx
      .selectFrom('person')
      .select('id')
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('name', '=', name)
      .executeTakeFirst();
    const id = known?.id ?? (index === 0 && isBlank ? actor.personId : undefined);
    if (id === undefined) {
      await tx
        .insertInto('person')
        .values({ id: uuid(), bakehouse_id: actor.bakehouseId, name, skills, ...written })
        .execute();
    } else {
      await tx
        .updateTable('person')
        .set((row) => ({ name, skills, rev: row('rev', '+', 1), ...written }))
        .where('id', '=', id)
        .execute();
    }
  }
}

/** The bakehouse as it stands: its settings, mixers and tubs. */
export interface BakehouseNow {
  /** Its settings and mixers change version by version: what a change of them is based on. */
  readonly version: number;
  readonly bakehouse: Bakehouse;
  readonly mixers: readonly Mixer[];
  readonly tubs: readonly Tub[];
}

export async function readBakehouse(db: Db | Tx, actor: Actor): Promise<BakehouseNow> {
  const [version, resources] = await Promise.all([
    db
      .selectFrom('bakehouse_version')
      .select(['doc', 'n'])
      .where('bakehouse_id', '=', actor.bakehouseId)
      .orderBy('n', 'desc')
      .limit(1)
      .executeTakeFirstOrThrow(),
    db
      .selectFrom('resource')
      .select(['kind', 'doc'])
      .where('bakehouse_id', '=', actor.bakehouseId)
      .where('retired_at', 'is', null)
      .orderBy('id')
      .execute(),
  ]);
  return {
    version: version.n,
    bakehouse: Bakehouse.parse(version.doc),
    mixers: resources.filter(({ kind }) => kind === 'mixer').map(({ doc }) => Mixer.parse(doc)),
    tubs: resources.filter(({ kind }) => kind === 'tub').map(({ doc }) => Tub.parse(doc)),
  };
}
