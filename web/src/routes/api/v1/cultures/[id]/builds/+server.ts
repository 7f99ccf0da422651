import { answer, noSuchMethod, readBody } from '$lib/server/api/answer';
import { isId, missing } from '$lib/server/api/changed';
import { FeedRequest } from '$lib/server/api/culture-schemas';
import { database } from '$lib/server/database/connected';
import { feedCulture } from '$lib/server/database/culture';

export async function POST({ params, request, locals }) {
  const body = await readBody(request, FeedRequest);
  if (body instanceof Response) return body;
  if (!isId(params.id)) return missing();
  return answer(await feedCulture(database(), locals.actor, params.id, body));
}

export const fallback = noSuchMethod;
