import { loadDay } from '$lib/server/load-day';

export const load = ({ params, locals }) => loadDay(params.date, locals.actor, false);
