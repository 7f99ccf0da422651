import { serverNow } from '$lib/server/clock';

export const load = ({ locals, cookies }) => ({
  now: serverNow(),
  zone: locals.actor.zone,
  choices: {
    look: cookies.get('look') ?? 'auto',
    temperature: cookies.get('temperature') ?? '°C',
    mass: cookies.get('mass') ?? 'g',
  },
});
