import { building } from '$app/environment';
import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { findActor } from '$lib/server/database/bakehouse';
import { database } from '$lib/server/database/connected';
import { refuse } from '$lib/server/endpoints/answer';
import { isOwnHost } from '$lib/server/hosts';
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
  if (!isOwnHost(event.request.headers.get('host'))) return refuse(421, [OTHER_NAME]);
  if (isForeign(event.request)) return refuse(403, [FOREIGN]);
  if (!actor || Date.now() - askedAt > ASK_AGAIN_MS) {
    // While there is no database, who works here stays.
    actor =
      (await findActor(database()).catch((error: unknown) => actor ?? Promise.reject(error))) ?? undefined;
    askedAt = Date.now();
  }
  if (!actor) throw new Error('the database holds no bakehouse; ./jovet start makes one');
  event.locals.actor = actor;
  const mode = modeFrom(event.cookies.get('mode'));
  const answer = await resolve(event, {
    transformPageChunk: ({ html }) => html.replace('%jovet.mode%', mode),
  });
  for (const [name, value] of HEADERS) answer.headers.set(name, value);
  return answer;
};

/** What a page of Jovet may do in a browser, and what others may do with it. Scripts: see svelte.config.js. */
const HEADERS = [
  ['x-content-type-options', 'nosniff'],
  ['x-frame-options', 'DENY'],
  ['referrer-policy', 'same-origin'],
  ['cross-origin-resource-policy', 'same-origin'],
  ['permissions-policy', 'camera=(self), microphone=(), geolocation=(), payment=(), usb=()'],
] as const;

const OTHER_NAME = problem(
  '',
  'Jovet is not called by this name.',
  'Open it by its address, or start it with the name in JOVET_NAMES.',
);

const FOREIGN = problem(
  '',
  'This was sent from a page of another site.',
  'Open Jovet itself and do it there.',
);

/** A browser names the page that a write comes from; nothing but our own pages may write. */
function isForeign({ method, headers }: Request): boolean {
  const origin = headers.get('origin');
  if (method === 'GET' || method === 'HEAD' || origin === null) return false;
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}

/** A bug: the log has it all, the answer says only that it happened. */
export const handleError: HandleServerError = ({ error, event, status }) => {
  if (status >= 500) console.error(`${event.request.method} ${event.url.pathname}`, error);
  return {
    message:
      status === 404 ? 'There is no such page.' : 'Jovet made a mistake. Nothing was saved; try again.',
  };
};
