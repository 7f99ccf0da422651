import { json } from '@sveltejs/kit';
import { noSuchMethod, readBody } from '$lib/server/api/answer';
import { WaterMethodRequest } from '$lib/server/api/mix-schemas';
import { changeBakehouse } from '$lib/server/database/bakehouse';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';

export async function PUT({ request, locals }) {
  const body = await readBody(request, WaterMethodRequest);
  if (body instanceof Response) return body;
  const db = database();
  // One value out of three: whoever chose last has it, so it is tried on whatever stands.
  for (;;) {
    const { rev } = await readHouse(db, locals.actor);
    const changed = await changeBakehouse(db, locals.actor, rev, ({ bakehouse }) => ({
      bakehouse: { ...bakehouse, waterMethod: body.method },
    }));
    if (changed === null) continue;
    const now = await readHouse(db, locals.actor);
    return json({ rev: now.rev, bakehouse: now.bakehouse, mixers: now.mixers });
  }
}

export const fallback = noSuchMethod;
