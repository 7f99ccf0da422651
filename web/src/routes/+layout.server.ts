import { database } from '$lib/server/database/connected';
import { readBakehouse } from '$lib/server/database/bakehouse';

export const load = async ({ locals, cookies }) => ({
  now: await readBakehouse(database(), locals.actor),
  choices: {
    look: cookies.get('look') ?? 'auto',
    temperature: cookies.get('temperature') ?? '°C',
    mass: cookies.get('mass') ?? 'g',
  },
});
