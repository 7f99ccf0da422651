import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { DraftRequest } from '$lib/server/api/formula-schemas';
import { database } from '$lib/server/database/connected';
import { dropDraft, readDraft, saveDraft } from '$lib/server/database/formula-draft';

const GONE = problem('id', 'This draft is not there.', 'It may have been published or thrown away.');
const isId = (text: string): boolean => z.uuid().safeParse(text).success;

export async function GET({ params, locals }) {
  const draft = isId(params.id) ? await readDraft(database(), locals.actor, params.id) : null;
  return draft ? json(draft) : refuse(404, [GONE]);
}

export async function PUT({ params, request, locals }) {
  if (!isId(params.id)) return refuse(404, [GONE]);
  const body = await readBody(request, DraftRequest);
  if (body instanceof Response) return body;
  const { rev, ...draft } = body;
  const saved = await saveDraft(database(), locals.actor, params.id, draft, rev);
  if (saved.kind === 'saved') return json(saved.draft);
  const changed = problem(
    'rev',
    'This sheet was changed in another window.',
    'Take what stands there, or keep what is here.',
  );
  return json({ problems: [saved.stands ? changed : GONE], stands: saved.stands }, { status: 409 });
}

export async function DELETE({ params, url, locals }) {
  const rev = Number(url.searchParams.get('rev'));
  const dropped = isId(params.id) && (await dropDraft(database(), locals.actor, params.id, rev));
  return dropped ? json({ dropped: params.id }) : refuse(409, [GONE]);
}

export const fallback = noSuchMethod;
