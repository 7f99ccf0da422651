import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { parseWith } from '@jovet/core/problem';
import { noSuchMethod, refuse } from '$lib/server/api/answer';
import { listDays } from '$lib/server/database/bake-day';
import { database } from '$lib/server/database/connected';

const PAGE = 50;
const Query = z.object({ before: z.iso.date().optional() });

export async function GET({ locals, url }) {
  const query = parseWith(Query, Object.fromEntries(url.searchParams));
  if (!query.ok) return refuse(422, query.problems);
  return json({ days: await listDays(database(), locals.actor, PAGE, query.value.before) });
}

export const fallback = noSuchMethod;
