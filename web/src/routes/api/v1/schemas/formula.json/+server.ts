import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { FormulaFile } from '@jovet/core/formats';
import { noSuchMethod } from '$lib/server/api/answer';

/** The open schema of a formula file, in JSON Schema 2020-12, made from what the import parses with. */
export const GET = ({ url }) =>
  json({ ...z.toJSONSchema(FormulaFile, { io: 'input' }), $id: url.href, title: 'Formula of Jovet' });

export const fallback = noSuchMethod;
