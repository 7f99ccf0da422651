import { noSuchMethod, readBody } from '$lib/server/api/answer';
import { isId, missing, revOf, toldOfCulture } from '$lib/server/api/changed';
import { ChangeBuildRequest } from '$lib/server/api/culture-schemas';
import { database } from '$lib/server/database/connected';
import { changeBuild, dropBuild } from '$lib/server/database/culture';

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, ChangeBuildRequest);
  if (body instanceof Response) return body;
  if (!isId(params.id)) return missing();
  return toldOfCulture(await changeBuild(database(), locals.actor, params.id, body.build, body.rev));
}

export async function DELETE({ params, url, locals }) {
  const rev = revOf(url);
  if (rev instanceof Response) return rev;
  if (!isId(params.id)) return missing();
  return toldOfCulture(await dropBuild(database(), locals.actor, params.id, rev));
}

export const fallback = noSuchMethod;
