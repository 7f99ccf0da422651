import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { isId, revOf } from '$lib/server/api/changed';
import { ChangeMixRequest } from '$lib/server/api/mix-schemas';
import { database } from '$lib/server/database/connected';
import { changeMix, dropMix, readMix, type MixChanged } from '$lib/server/database/mix';

const MISSING = problem('id', 'This mix is not here.', 'Open the room anew.');

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
  const rev = revOf(url);
  if (rev instanceof Response) return rev;
  if (!isId(params.id)) return refuse(404, [MISSING]);
  return told(await dropMix(database(), locals.actor, params.id, rev));
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
