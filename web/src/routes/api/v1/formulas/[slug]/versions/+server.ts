import { json } from '@sveltejs/kit';
import { noSuchMethod } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { listVersions } from '$lib/server/database/formula';

export const GET = async ({ params, locals }) =>
  json({ versions: await listVersions(database(), locals.actor, params.slug) });

export const fallback = noSuchMethod;
