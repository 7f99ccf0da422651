import { FormulaDraft } from '@jovet/core/sheet';
import { upcastDraft } from '@jovet/core/sheet/way';
import type { Actor, Db } from './connection.ts';
import type { Kept } from './kept.ts';

/** A sheet that someone has begun and not published. */
export interface StoredDraft {
  readonly id: string;
  /** Slug of the formula that it changes; null for a new one. */
  readonly formula: string | null;
  /** The version that it was begun on. */
  readonly base: number;
  readonly rev: number;
  readonly doc: FormulaDraft;
  /** Epoch seconds. */
  readonly at: number;
}

export type DraftSaved = Kept<StoredDraft, StoredDraft | null>;

const drafts = (db: Db, actor: Actor) =>
  db
    .selectFrom('formula_draft as draft')
    .leftJoin('formula', 'formula.id', 'draft.formula_id')
    .select([
      'draft.id',
      'formula.slug',
      'formula.stood',
      'draft.base_n',
      'draft.rev',
      'draft.doc',
      'draft.updated_at',
    ])
    .where('draft.bakehouse_id', '=', actor.bakehouseId)
    .where('draft.person_id', '=', actor.personId);

type Row = Awaited<ReturnType<ReturnType<typeof drafts>['executeTakeFirstOrThrow']>>;

const draftOf = (row: Row): StoredDraft => ({
  id: row.id,
  formula: row.slug,
  base: row.base_n,
  rev: row.rev,
  doc: FormulaDraft.parse(upcastDraft(row.doc, row.slug ?? '', row.stood)),
  at: Math.floor(row.updated_at.getTime() / 1000),
});

/** The drafts of the one who works here, the newest first. */
export async function listDrafts(db: Db, actor: Actor): Promise<StoredDraft[]> {
  return (await drafts(db, actor).orderBy('draft.updated_at', 'desc').limit(100).execute()).map(draftOf);
}

export async function readDraft(db: Db, actor: Actor, id: string): Promise<StoredDraft | null> {
  const row = await drafts(db, actor).where('draft.id', '=', id).executeTakeFirst();
  return row ? draftOf(row) : null;
}

/** The draft that someone has of a formula. */
export async function draftOfPerson(db: Db, actor: Actor, slug: string): Promise<StoredDraft | null> {
  const row = await drafts(db, actor).where('formula.slug', '=', slug).executeTakeFirst();
  return row ? draftOf(row) : null;
}

/** A sheet to keep: the draft of a formula at a version, or of a new formula. */
export interface DraftToSave {
  readonly formula: string | null;
  readonly base: number;
  readonly doc: FormulaDraft;
}

/**
 * Keeps a sheet as it stands. Of two windows on one sheet the second is told, with what stands there.
 *
 * @param rev the revision that it was typed on; 0 if there is no draft yet
 * @param id made by the client, so that saving a first time twice makes one draft
 */
export async function saveDraft(
  db: Db,
  actor: Actor,
  id: string,
  { formula, base, doc }: DraftToSave,
  rev: number,
): Promise<DraftSaved> {
  const written = { doc: JSON.stringify(doc), updated_at: new Date() };
  if (rev === 0) {
    const formulaId =
      formula === null
        ? null
        : ((
            await db
              .selectFrom('formula')
              .select('id')
              .where('bakehouse_id', '=', actor.bakehouseId)
              .where('slug', '=', formula)
              .executeTakeFirst()
          )?.id ?? null);
    const made = await db
      .insertInto('formula_draft')
      .values({
        id,
        bakehouse_id: actor.bakehouseId,
        formula_id: formulaId,
        person_id: actor.personId,
        base_n: formulaId === null ? 0 : base,
        ...written,
      })
      .onConflict((conflict) => conflict.doNothing())
      .returning('id')
      .executeTakeFirst();
    const stands = await readDraft(db, actor, made?.id ?? id);
    if (made && stands) return { kind: 'done', value: stands };
    return {
      kind: 'stale',
      stands: stands ?? (formula === null ? null : await draftOfPerson(db, actor, formula)),
    };
  }
  const moved = await db
    .updateTable('formula_draft')
    .set({ rev: rev + 1, ...(base > 0 ? { base_n: base } : {}), ...written })
    .where('id', '=', id)
    .where('bakehouse_id', '=', actor.bakehouseId)
    .where('person_id', '=', actor.personId)
    .where('rev', '=', rev)
    .returning('id')
    .executeTakeFirst();
  const stands = await readDraft(db, actor, id);
  return moved && stands ? { kind: 'done', value: stands } : { kind: 'stale', stands };
}

/** Throws a draft away, if it is still the one that was seen. */
export async function dropDraft(db: Db, actor: Actor, id: string, rev: number): Promise<boolean> {
  const dropped = await db
    .deleteFrom('formula_draft')
    .where('id', '=', id)
    .where('person_id', '=', actor.personId)
    .where('rev', '=', rev)
    .returning('id')
    .executeTakeFirst();
  return dropped !== undefined;
}
