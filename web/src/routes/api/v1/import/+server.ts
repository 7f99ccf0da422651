import { answer, noSuchMethod, readText } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { importFile } from '$lib/server/database/import';

export async function POST({ request, locals }) {
  const text = await readText(request);
  return text instanceof Response ? text : answer(await importFile(database(), locals.actor, text));
}

export const fallback = noSuchMethod;
