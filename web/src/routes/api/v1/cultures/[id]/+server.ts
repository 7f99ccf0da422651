import { json } from '@sveltejs/kit';
import { noSuchMethod, readBody } from '$lib/server/api/answer';
import { isId, missing, revOf, toldOfCulture } from '$lib/server/api/changed';
import { ChangeCultureRequest } from '$lib/server/api/culture-schemas';
import { database } from '$lib/server/database/connected';
import { changeCulture, readCulture, retireCulture } from '$lib/server/database/culture';

export async function GET({ params, locals }) {
  const culture = isId(params.id) ? await readCulture(database(), locals.actor, params.id) : null;
  return culture ? json(culture) : missing();
}

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, ChangeCultureRequest);
  if (body instanceof Response) return body;
  if (!isId(params.id)) return missing();
  return toldOfCulture(await changeCulture(database(), locals.actor, params.id, body.culture, body.rev));
}

export async function DELETE({ params, url, locals }) {
  const rev = revOf(url);
  if (rev instanceof Response) return rev;
  if (!isId(params.id)) return missing();
  return toldOfCulture(await retireCulture(database(), locals.actor, params.id, rev));
}

export const fallback = noSuchMethod;
