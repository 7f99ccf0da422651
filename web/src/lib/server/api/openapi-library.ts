import { z } from 'zod';
import { Archive, BakeryFile } from '@jovet/core/formats';
import * as schemas from './formula-schemas.ts';
import { operation } from './openapi-operation.ts';

const path = (names: readonly string[]) => ({
  requestParams: { path: z.object(Object.fromEntries(names.map((name) => [name, z.string()]))) },
});
const Anything = z.unknown();

/** Formulas, drafts, the larder, and what comes in and goes out as a file. */
export const libraryPaths = () => ({
  '/api/v1/formulas': {
    get: {
      ...operation(
        'List formulas',
        'By name, 200 at a time; narrowed by what the address asks.',
        schemas.FormulasAnswer,
      ),
      requestParams: { query: schemas.FormulaQuery },
    },
  },
  '/api/v1/formulas/{slug}': {
    get: {
      ...operation(
        'Open a formula',
        'Its newest version with the ingredients it is pinned to.',
        schemas.VersionAnswer,
      ),
      ...path(['slug']),
    },
    post: {
      ...operation(
        'Publish a formula',
        'Makes a version that never changes. Refused with 409, and what stands there, if someone published since.',
        schemas.PublishAnswer,
        { schema: schemas.PublishRequest, table: 'a sheet, with `?base=` and `?note=` in the address' },
      ),
      requestParams: { path: z.object({ slug: z.string() }), query: schemas.PublishTable.partial() },
    },
    put: {
      ...operation('Take a formula out of use', 'Or back into it. Nothing is ever deleted.', Anything, {
        schema: schemas.RetireRequest,
      }),
      ...path(['slug']),
    },
  },
  '/api/v1/formulas/{slug}/versions': {
    get: { ...operation('List versions', 'The newest first.', Anything), ...path(['slug']) },
  },
  '/api/v1/formulas/{slug}/versions/{n}': {
    get: {
      ...operation('Open a version', 'As it was published.', schemas.VersionAnswer),
      ...path(['slug', 'n']),
    },
  },
  '/api/v1/drafts': {
    get: operation('List drafts', 'Sheets that are begun and not published.', Anything),
  },
  '/api/v1/drafts/{id}': {
    get: { ...operation('Open a draft', 'As it was typed.', schemas.DraftAnswer), ...path(['id']) },
    put: {
      ...operation(
        'Keep a draft',
        'Refused with 409, and what stands there, if another window changed it.',
        schemas.DraftAnswer,
        {
          schema: schemas.DraftRequest,
        },
      ),
      ...path(['id']),
    },
    delete: {
      ...operation('Throw a draft away', 'If it is still at ?rev=.', Anything),
      ...path(['id']),
    },
  },
  '/api/v1/ingredients': {
    get: operation(
      'Open the larder',
      'The newest version of every ingredient.',
      z.object({ ingredients: z.array(schemas.ShelvedAnswer) }),
    ),
  },
  '/api/v1/ingredients/{slug}': {
    put: {
      ...operation(
        'Change an ingredient',
        'Makes a new version; published formulas keep theirs.',
        schemas.ShelvedAnswer,
        {
          schema: schemas.IngredientRequest,
        },
      ),
      ...path(['slug']),
    },
  },
  '/api/v1/import/preview': {
    post: operation(
      'Look into a file',
      'What it would bring, with every fault; nothing is kept.',
      schemas.ImportAnswer,
      { schema: BakeryFile },
    ),
  },
  '/api/v1/import': {
    post: operation(
      'Bring in a file',
      'The open formats, a table or a schema.org recipe. Whole or not at all; ?take=good brings in what has no faults.',
      schemas.ImportAnswer,
      { schema: BakeryFile },
    ),
  },
  '/api/v1/export': {
    get: operation(
      'Export everything',
      'One document; an empty Jovet takes it in and is the same bakehouse.',
      Archive,
    ),
  },
  '/api/v1/schemas/formula.json': {
    get: operation('Schema of a formula file', 'JSON Schema 2020-12.', Anything),
  },
});
