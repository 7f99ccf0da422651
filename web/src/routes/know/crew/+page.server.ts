import { within } from '$lib/server/endpoints/within';

export const load = async (event) => {
  const [{ people }, { devices }, { tokens }, { done }] = await Promise.all([
    within('GET /crew', event),
    within('GET /devices', event),
    within('GET /tokens', event),
    within('GET /audit', event),
  ]);
  return { people, devices, tokens, done, here: event.locals.actor.device };
};
