import type { RequestHandler } from '@sveltejs/kit';
import { respond } from '$lib/server/endpoints/respond';

/** Every address of the API: what answers it are the endpoints. */
const answer: RequestHandler = ({ params, request, url, locals, getClientAddress }) =>
  respond(params['path'] ?? '', request, url, locals.actor, getClientAddress());

export {
  answer as GET,
  answer as POST,
  answer as PUT,
  answer as PATCH,
  answer as DELETE,
  answer as fallback,
};
