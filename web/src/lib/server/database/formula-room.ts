import { addDays, localTime } from '@jovet/core/time';
import { readBakehouse } from './bakehouse.ts';
import type { Actor, Db } from './connection.ts';
import { draftOfPerson, readDraft, type StoredDraft } from './formula-draft.ts';
import { readVersion } from './formula.ts';
import { readLarder } from './ingredient.ts';
import { learnedFor } from './learned.ts';
import { serverNow } from '../clock.ts';

/** What the sheet of a published formula opens with, or null if there is no such formula. */
export async function readFormulaRoom(db: Db, actor: Actor, slug: string) {
  const newest = await readVersion(db, actor, slug);
  if (!newest) return null;
  return roomOf(db, actor, slug, await draftOfPerson(db, actor, slug), newest);
}

/** What the sheet of a draft opens with; a draft that is not there yet begins empty. */
export async function readDraftRoom(db: Db, actor: Actor, id: string) {
  const draft = await readDraft(db, actor, id);
  const newest = draft?.formula ? await readVersion(db, actor, draft.formula) : null;
  return roomOf(db, actor, draft?.formula ?? null, draft, newest);
}

/** A draft is read against the version it was begun on, not against one that came later. */
async function roomOf(
  db: Db,
  actor: Actor,
  slug: string | null,
  draft: StoredDraft | null,
  newest: Awaited<ReturnType<typeof readVersion>>,
) {
  const begunOnOld = slug !== null && newest !== null && draft !== null && draft.base !== newest.version;
  const [version, shelves, house] = await Promise.all([
    begunOnOld ? readVersion(db, actor, slug, draft.base) : newest,
    readLarder(db, actor),
    readBakehouse(db, actor),
  ]);
  // Bread that is reckoned now leaves tomorrow.
  const tomorrow = addDays(localTime(serverNow(), actor.zone).date, 1);
  const programmes = house.bakehouse.programmes.map((each) => each.slug);
  const made = version && slug !== null ? [{ slug, formula: version.formula }] : [];
  return {
    draft,
    version,
    head: newest?.version ?? 0,
    shelves,
    house,
    learned: await learnedFor(db, actor, tomorrow, house.mixers, made, programmes),
    tomorrow,
  };
}
