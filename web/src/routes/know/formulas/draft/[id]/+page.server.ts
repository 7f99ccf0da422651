import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { DOUGH_TYPES } from '@jovet/core/formula';
import { database } from '$lib/server/database/connected';
import { readDraftRoom } from '$lib/server/database/formula-room';

export const load = async ({ params, locals, url }) => {
  if (!z.uuid().safeParse(params.id).success) error(404, 'There is no such draft.');
  const asked = url.searchParams.get('type');
  const type = DOUGH_TYPES.find((each) => each === asked) ?? 'hearth';
  return { ...(await readDraftRoom(database(), locals.actor, params.id)), draftId: params.id, type };
};
