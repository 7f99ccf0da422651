import type { Actor, Db } from './connection.ts';

/** Something that somebody did, as it is read. */
export interface Done {
  readonly id: number;
  /** Epoch seconds. */
  readonly at: number;
  readonly who: string;
  /** The device it was done on; null: none that is enrolled. */
  readonly device: string | null;
  readonly what: string;
  readonly on: Readonly<Record<string, unknown>>;
}

/** Writes down who did what. Nothing of it is ever changed or taken away: the database itself refuses. */
export async function writeDown(
  db: Db,
  actor: Actor & { readonly device: string | null },
  what: string,
  on: Readonly<Record<string, unknown>> = {},
): Promise<void> {
  await db
    .insertInto('audit')
    .values({
      bakehouse_id: actor.bakehouseId,
      who: actor.unverified ? `${actor.name} (not signed in)` : actor.name,
      person_id: actor.personId,
      device_id: actor.device,
      what,
      on_what: JSON.stringify(on),
    })
    .execute();
}

/**
 * What was done, the newest first.
 *
 * @param before the number of the oldest that is known already; null: from the newest on
 */
export async function readDone(
  db: Db,
  actor: Actor,
  before: number | null,
  count: number,
): Promise<readonly Done[]> {
  const rows = await db
    .selectFrom('audit')
    .leftJoin('device', 'device.id', 'audit.device_id')
    .select([
      'audit.id',
      'audit.at',
      'audit.who',
      'device.name as device',
      'audit.what',
      'audit.on_what as on',
    ])
    .where('audit.bakehouse_id', '=', actor.bakehouseId)
    .$if(before !== null, (query) => query.where('audit.id', '<', before ?? 0))
    .orderBy('audit.id', 'desc')
    .limit(count)
    .execute();
  return rows.map(({ id, at, ...rest }) => ({
    ...rest,
    id: Number(id),
    at: Math.floor(at.getTime() / 1000),
  }));
}
