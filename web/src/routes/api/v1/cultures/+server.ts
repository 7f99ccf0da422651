import { json } from '@sveltejs/kit';
import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { KeepCultureRequest } from '$lib/server/api/culture-schemas';
import { database } from '$lib/server/database/connected';
import { keepCulture, listCultures } from '$lib/server/database/culture';

export const GET = async ({ locals }) => json({ cultures: await listCultures(database(), locals.actor) });

export async function POST({ request, locals }) {
  const body = await readBody(request, KeepCultureRequest);
  if (body instanceof Response) return body;
  return answer(await keepCulture(database(), locals.actor, body.id, body.culture));
}

export const fallback = noSuchMethod;
