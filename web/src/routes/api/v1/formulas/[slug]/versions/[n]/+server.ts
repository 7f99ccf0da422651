import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, refuse } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { readVersion } from '$lib/server/database/formula';

export async function GET({ params, locals }) {
  const n = /^\d{1,6}$/.test(params.n) ? Number(params.n) : 0;
  const version = await readVersion(database(), locals.actor, params.slug, n);
  return version
    ? json(version)
    : refuse(404, [problem('n', 'There is no such version.', 'Choose one from the list of versions.')]);
}

export const fallback = noSuchMethod;
