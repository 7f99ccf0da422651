import { building } from '$app/environment';
import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { findActor } from '$lib/server/database/bakehouse';
import { database } from '$lib/server/database/connected';
import { refuse } from '$lib/server/endpoints/answer';
import { loadDay } from '$lib/server/load-day';
import { beginPlanners } from '$lib/server/planning/pool';
import { problem } from '@jovet/core/problem';
import { modeFrom } from '$lib/ui/mode';

/** Who works here changes only by an import, and then only by name, so it is asked once in a while. */
let actor: App.Locals['actor'] | undefined;
let askedAt = 0;
const ASK_AGAIN_MS = 10_000;

/** Tomorrow is planned once before anyone asks: a planner that has just begun takes several times as long. */
export const init: ServerInit = () => {
  if (building) return;
  beginPlanners();
  const ready = async () => {
    const first = await findActor(database());
    if (first) await (await loadDay(undefined, first, false)).first;
  };
  // Without a database yet there is nothing to plan; who asks for a page then is told.
  void ready().catch(() => null);
};

export const handle: Handle = async ({ event, resolve }) => {
  if (isForeign(event.request, event.url)) return refuse(403, [FOREIGN]);
  if (!actor || Date.now() - askedAt > ASK_AGAIN_MS) {
    actor = (await findActor(database())) ?? undefined;
    askedAt = Date.now();
  }
  if (!actor) throw new Error('the database holds no bakehouse; ./jovet start makes one');
  event.locals.actor = actor;
  const mode = modeFrom(event.cookies.get('mode'));
  return resolve(event, { transformPageChunk: ({ html }) => html.replace('%jovet.mode%', mode) });
};

const FOREIGN = problem(
  '',
  'This was sent from a page of another site.',
  'Open Jovet itself and do it there.',
);

/** A browser names the page that a write comes from; nothing but our own pages may write. */
function isForeign(request: Request, url: URL): boolean {
  const origin = request.headers.get('origin');
  return request.method !== 'GET' && request.method !== 'HEAD' && origin !== null && origin !== url.origin;
}

/** A bug: the log has it all, the answer says only that it happened. */
export const handleError: HandleServerError = ({ error, event, status }) => {
  if (status >= 500) console.error(`${event.request.method} ${event.url.pathname}`, error);
  return {
    message:
      status === 404 ? 'There is no such page.' : 'Jovet made a mistake. Nothing was saved; try again.',
  };
};
