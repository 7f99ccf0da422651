import { z } from 'zod';
import { Archive, FormulaFile } from '@jovet/core/formats';
import { Slug } from '@jovet/core/formula';
import { good, parseWith, problem } from '@jovet/core/problem';
import { exportEverything } from '../database/archive.ts';
import { dropDraft, listDrafts, readDraft, saveDraft } from '../database/formula-draft.ts';
import { listFormulas } from '../database/formula-search.ts';
import {
  listVersions,
  publishFormula,
  readVersion,
  retireFormula,
  type FormulaVersion,
} from '../database/formula.ts';
import { docOfTable, importFile, previewFile } from '../database/import.ts';
import { changeIngredient, readLarder } from '../database/ingredient.ts';
import { sentAgain } from '../database/kept.ts';
import { endpoint, refused } from './endpoint.ts';
import * as schemas from './formula-schemas.ts';
import { Anything, AtRev, ById, BySlug, isSame } from './shapes.ts';

/** So many formulas are listed at once. */
const PAGE = 200;
const UNKNOWN = refused(
  404,
  problem('slug', 'This formula is not known here.', 'Choose one from the list of formulas.'),
);
const NO_VERSION = refused(
  404,
  problem('n', 'There is no such version.', 'Choose one from the list of versions.'),
);
const GONE = problem('id', 'This draft is not there.', 'It may have been published or thrown away.');
const CHANGED = problem(
  'rev',
  'This sheet was changed in another window.',
  'Take what stands there, or keep what is here.',
);

/** What somebody else published meanwhile. */
function publishedSince({ formula, by, version }: FormulaVersion, base: number) {
  const { name } = formula.doc;
  const sentence = base === 0 ? `A formula called ${name} is here already.` : `${by} published version ${version} of ${name} since.`;
  return problem('base', sentence, 'Compare both, then publish over it or take what stands there.');
} // prettier-ignore

/** Formulas, drafts, the larder, and what comes in and goes out as a file. */
export const LIBRARY = {
  'GET /formulas': endpoint({
    right: 'read',
    summary: 'List formulas',
    description: 'By name, 200 at a time; narrowed by what the address asks.',
    query: schemas.FormulaQuery,
    answer: schemas.FormulasAnswer,
    run: async ({ db, actor, query }) => good({ formulas: await listFormulas(db, actor, schemas.filterOf(query), PAGE) }),
  }),
  'GET /formulas/{slug}': endpoint({
    right: 'read',
    summary: 'Open a formula',
    description: 'Its newest version with the ingredients it is pinned to.',
    params: BySlug,
    answer: schemas.VersionAnswer,
    run: async ({ db, actor, params: { slug } }) => {
      const version = await readVersion(db, actor, slug);
      return version ? good(version) : UNKNOWN;
    },
  }),
  'POST /formulas/{slug}': endpoint({
    right: 'formulate',
    summary: 'Publish a formula',
    description: 'Makes a version that never changes.',
    params: z.object({ slug: z.string().pipe(Slug) }),
    query: schemas.PublishTable.partial(),
    body: schemas.PublishRequest,
    text: 'a sheet, with `?base=` and `?note=` in the address',
    answer: schemas.PublishAnswer,
    run: async ({ db, actor, params: { slug }, query, body }) => {
      const publication = typeof body === 'string' ? await fromTable(body) : good(body);
      if (!publication.ok) return publication;
      const published = await publishFormula(db, actor, { slug, ...publication.value });
      return published.kind === 'stale' ? { ...published, problems: [publishedSince(published.stands, publication.value.base)] } : published;

      /** A sheet as a table, with what else there is to say in the address. */
      async function fromTable(text: string) {
        const asked = parseWith(schemas.PublishTable, query);
        if (!asked.ok) return asked;
        const doc = await docOfTable(db, actor, text);
        return doc.ok ? good({ ...asked.value, doc: doc.value, adopt: [] }) : doc;
      }
    },
  }),
  'PUT /formulas/{slug}': endpoint({
    right: 'formulate',
    summary: 'Take a formula out of use',
    description: 'Or back into it. Nothing is ever deleted.',
    params: BySlug,
    body: schemas.RetireRequest,
    answer: Anything,
    run: async ({ db, actor, params: { slug }, body: { retired, base } }) => {
      const kept = await retireFormula(db, actor, slug, retired, base);
      if (kept.kind === 'missing') return UNKNOWN;
      return kept.kind === 'stale' ? { ...kept, problems: [publishedSince(kept.stands, base)] } : kept;
    },
  }),
  'GET /formulas/{slug}/versions': endpoint({
    right: 'read',
    summary: 'List versions',
    description: 'The newest first.',
    params: BySlug,
    answer: schemas.VersionsAnswer,
    run: async ({ db, actor, params: { slug } }) => good({ versions: await listVersions(db, actor, slug) }),
  }),
  'GET /formulas/{slug}/versions/{n}': endpoint({
    right: 'read',
    summary: 'Open a version',
    description: 'As it was published.',
    params: BySlug.extend({ n: z.string() }),
    answer: schemas.VersionAnswer,
    run: async ({ db, actor, params: { slug, n } }) => {
      const version = await readVersion(db, actor, slug, /^\d{1,6}$/.test(n) ? Number(n) : 0);
      return version ? good(version) : NO_VERSION;
    },
  }),
  'GET /drafts': endpoint({
    right: 'read',
    summary: 'List drafts',
    description: 'Sheets that are begun and not published.',
    answer: Anything,
    run: async ({ db, actor }) => good({ drafts: await listDrafts(db, actor) }),
  }),
  'GET /drafts/{id}': endpoint({
    right: 'read',
    summary: 'Open a draft',
    description: 'As it was typed.',
    params: ById,
    answer: schemas.DraftAnswer,
    run: async ({ db, actor, params: { id } }) => {
      const draft = await readDraft(db, actor, id);
      return draft ? good(draft) : refused(404, GONE);
    },
  }),
  'PUT /drafts/{id}': endpoint({
    right: 'formulate',
    summary: 'Keep a draft',
    params: ById,
    body: schemas.DraftRequest,
    answer: schemas.DraftAnswer,
    run: async ({ db, actor, params: { id }, body: { rev, ...draft } }) => {
      const kept = sentAgain(await saveDraft(db, actor, id, draft, rev), (stands) => stands.doc, draft.doc);
      return kept.kind === 'stale' ? { ...kept, problems: [kept.stands ? CHANGED : GONE] } : kept;
    },
  }),
  'DELETE /drafts/{id}': endpoint({
    right: 'formulate',
    summary: 'Throw a draft away',
    params: ById,
    query: AtRev,
    answer: Anything,
    run: async ({ db, actor, params: { id }, query: { rev } }) =>
      (await dropDraft(db, actor, id, rev)) ? good({ dropped: id }) : refused(409, GONE),
  }),
  'GET /ingredients': endpoint({
    right: 'read',
    summary: 'Open the larder',
    description: 'The newest version of every ingredient.',
    answer: z.object({ ingredients: z.array(schemas.ShelvedAnswer) }),
    run: async ({ db, actor }) => good({ ingredients: await readLarder(db, actor) }),
  }),
  'PUT /ingredients/{slug}': endpoint({
    right: 'formulate',
    summary: 'Change an ingredient',
    description: 'Makes a new version; published formulas keep theirs.',
    params: BySlug,
    body: schemas.IngredientRequest,
    answer: schemas.ShelvedAnswer,
    run: async ({ db, actor, params: { slug }, body: { base, ...change } }) => {
      const same = isSame('ingredient.slug', change.ingredient.slug, slug);
      return same.ok ? changeIngredient(db, actor, change, base) : same;
    },
  }),
  'POST /import/preview': endpoint({
    right: 'lead',
    summary: 'Look into a file',
    description: 'What it would bring, with every fault; nothing is kept.',
    text: 'one of the open formats, a table or a schema.org recipe',
    answer: schemas.ImportAnswer,
    run: ({ db, actor, body }) => previewFile(db, actor, body),
  }),
  'POST /import': endpoint({
    right: 'lead',
    summary: 'Bring in a file',
    description: 'The open formats, a table or a schema.org recipe. Whole or not at all; `?take=good` brings in what has no faults.',
    query: z.object({ take: z.enum(['all', 'good']).default('all') }),
    text: 'one of the open formats, a table or a schema.org recipe',
    answer: schemas.ImportAnswer,
    run: ({ db, actor, body, query: { take } }) => importFile(db, actor, body, take),
  }),
  'GET /export': endpoint({
    right: 'lead',
    summary: 'Export everything',
    description: 'One document; an empty Jovet takes it in and is the same bakehouse.',
    answer: Archive,
    run: async ({ db, actor }) => ({
      kind: 'raw',
      body: JSON.stringify(await exportEverything(db, actor)),
      headers: { 'content-type': 'application/json', 'content-disposition': 'attachment; filename="jovet-everything.json"' },
    }),
  }),
  'GET /schemas/formula.json': endpoint({
    right: 'read',
    summary: 'Schema of a formula file',
    description: 'JSON Schema 2020-12, made from what the import parses with.',
    answer: Anything,
    run: ({ url }) => good({ ...z.toJSONSchema(FormulaFile, { io: 'input' }), $id: url.href, title: 'Formula of Jovet' }),
  }),
}; // prettier-ignore
