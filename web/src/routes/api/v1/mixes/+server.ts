import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { BeginMixRequest } from '$lib/server/api/mix-schemas';
import { database } from '$lib/server/database/connected';
import { beginMix, listMixes } from '$lib/server/database/mix';

export async function GET({ url, locals }) {
  const date = url.searchParams.get('date') ?? '';
  if (!z.iso.date().safeParse(date).success)
    return refuse(422, [problem('date', 'No day is named.', 'Ask with ?date=year-month-day.')]);
  return json({ mixes: await listMixes(database(), locals.actor, date) });
}

export async function POST({ request, locals }) {
  const body = await readBody(request, BeginMixRequest);
  if (body instanceof Response) return body;
  return answer(await beginMix(database(), locals.actor, body));
}

export const fallback = noSuchMethod;
