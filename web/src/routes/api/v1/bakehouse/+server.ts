import { json } from '@sveltejs/kit';
import { problem } from '@jovet/core/problem';
import { noSuchMethod, readBody } from '$lib/server/api/answer';
import { BakehouseRequest } from '$lib/server/api/mix-schemas';
import { changeBakehouse } from '$lib/server/database/bakehouse';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';

async function stands(actor: App.Locals['actor']) {
  const { rev, bakehouse, mixers } = await readHouse(database(), actor);
  return { rev, bakehouse, mixers };
}

export const GET = async ({ locals }) => json(await stands(locals.actor));

export async function PUT({ request, locals }) {
  const body = await readBody(request, BakehouseRequest);
  if (body instanceof Response) return body;
  const { base, bakehouse, mixers } = body;
  const rev = await changeBakehouse(database(), locals.actor, base, () => ({ bakehouse, mixers }));
  if (rev !== null) return json(await stands(locals.actor));
  const text = 'The bakehouse was changed on another screen.';
  const problems = [problem('base', text, 'Close this, look at what stands there, and change it again.')];
  return json({ problems, stands: await stands(locals.actor) }, { status: 409 });
}

export const fallback = noSuchMethod;
