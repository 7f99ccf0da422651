import { serverNow } from '$lib/server/clock';

export const load = ({ locals: { actor }, cookies }) => ({
  now: serverNow(),
  zone: actor.zone,
  who: { id: actor.personId, name: actor.name, role: actor.role, how: actor.how },
  choices: {
    look: cookies.get('look') ?? 'auto',
    temperature: cookies.get('temperature') ?? '°C',
    mass: cookies.get('mass') ?? 'g',
  },
});
