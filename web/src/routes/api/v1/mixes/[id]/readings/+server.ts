import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import { answer, noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { ReadingRequest } from '$lib/server/api/mix-schemas';
import { database } from '$lib/server/database/connected';
import { addReading } from '$lib/server/database/mix';

export async function POST({ params, request, locals }) {
  const body = await readBody(request, ReadingRequest);
  if (body instanceof Response) return body;
  if (!z.uuid().safeParse(params.id).success)
    return refuse(404, [problem('mix', 'This mix is not here.', 'Open the room anew.')]);
  return answer(await addReading(database(), locals.actor, params.id, body));
}

export const fallback = noSuchMethod;
