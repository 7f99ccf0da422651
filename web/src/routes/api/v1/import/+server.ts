import { answer, noSuchMethod, readText } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { importFile } from '$lib/server/database/import';

export async function POST({ request, locals, url }) {
  const text = await readText(request);
  if (text instanceof Response) return text;
  const take = url.searchParams.get('take') === 'good' ? 'good' : 'all';
  return answer(await importFile(database(), locals.actor, text, take));
}

export const fallback = noSuchMethod;
