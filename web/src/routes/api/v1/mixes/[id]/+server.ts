import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { ChangeMixRequest } from '$lib/server/api/mix-schemas';
import { database } from '$lib/server/database/connected';
import { changeMix, dropMix, readMix, type MixChanged } from '$lib/server/database/mix';

const MISSING = problem('id', 'This mix is not here.', 'Open the room anew.');
const isId = (id: string) => z.uuid().safeParse(id).success;

export async function GET({ params, locals }) {
  const mix = isId(params.id) ? await readMix(database(), locals.actor, params.id) : null;
  return mix ? json(mix) : refuse(404, [MISSING]);
}

export async function PUT({ params, request, locals }) {
  const body = await readBody(request, ChangeMixRequest);
  if (body instanceof Response) return body;
  if (!isId(params.id)) return refuse(404, [MISSING]);
  return told(await changeMix(database(), locals.actor, params.id, body.doc, body.rev));
}

export async function DELETE({ params, url, locals }) {
  const rev = z.coerce.number().int().min(1).safeParse(url.searchParams.get('rev'));
  if (!rev.success)
    return refuse(422, [problem('rev', 'No revision is named.', 'Add ?rev= and the one you saw.')]);
  if (!isId(params.id)) return refuse(404, [MISSING]);
  return told(await dropMix(database(), locals.actor, params.id, rev.data));
}

function told(changed: MixChanged): Response {
  if (changed.kind === 'done') return json(changed.mix);
  if (changed.kind === 'missing') return refuse(404, [MISSING]);
  return json(
    {
      problems: [
        problem(
          'rev',
          'This mix was changed on another screen.',
          'Look at what stands there, then change it.',
        ),
      ],
      stands: changed.stands,
    },
    { status: 409 },
  );
}

export const fallback = noSuchMethod;
