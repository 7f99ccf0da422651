import { error } from '@sveltejs/kit';
import { v7 as uuid } from 'uuid';
import { database } from '$lib/server/database/connected';
import { readFormulaRoom } from '$lib/server/database/formula-room';

export const load = async ({ params, locals }) => {
  const room = await readFormulaRoom(database(), locals.actor, params.slug);
  if (!room) error(404, 'There is no such formula.');
  return { ...room, draftId: room.draft?.id ?? uuid() };
};
