import { answer, noSuchMethod, readText } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { previewFile } from '$lib/server/database/import';

export async function POST({ request, locals }) {
  const text = await readText(request);
  return text instanceof Response ? text : answer(await previewFile(database(), locals.actor, text));
}

export const fallback = noSuchMethod;
