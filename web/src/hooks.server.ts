import { building } from '$app/environment';
import { redirect, type Handle, type HandleServerError, type ServerInit } from '@sveltejs/kit';
import { NOBODY, whoAsks } from '$lib/server/crew/who';
import { findActor } from '$lib/server/database/bakehouse';
import { database } from '$lib/server/database/connected';
import { LARGEST_BODY, refuse } from '$lib/server/endpoints/answer';
import { isOwnHost } from '$lib/server/hosts';
import { loadDay } from '$lib/server/load-day';
import { beginPlanners } from '$lib/server/planning/pool';
import { problem } from '@jovet/core/problem';
import { modeFrom } from '$lib/ui/mode';

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

export const handle: Handle = async (asked) => {
  const answer = await answered(asked);
  await leaveNothing(asked.event.request, answer);
  for (const [name, value] of HEADERS) answer.headers.set(name, value);
  return answer;
};

const answered: Handle = async ({ event, resolve }) => {
  if (!isOwnHost(event.request.headers.get('host'))) return refuse(421, [OTHER_NAME]);
  if (isForeign(event.request)) return refuse(403, [FOREIGN]);
  const { pathname } = event.url;
  event.locals.actor = OPEN.has(pathname)
    ? NOBODY
    : await whoAsks(database(), event.request.headers, event.getClientAddress());
  // The API says itself who may what; a page is for whoever is known.
  if (event.locals.actor.role === null && !/^\/(api\/v1|sign-in)(\/|$)/.test(pathname))
    redirect(303, `/sign-in?to=${encodeURIComponent(pathname)}`);
  const mode = modeFrom(event.cookies.get('mode'));
  return resolve(event, { transformPageChunk: ({ html }) => html.replace('%jovet.mode%', mode) });
};

/** What was not read of a request would stand before the next one of its connection, which then is never answered. */
async function leaveNothing(request: Request, answer: Response): Promise<void> {
  if (!request.body || request.bodyUsed) return;
  if (Number(request.headers.get('content-length') ?? Infinity) <= LARGEST_BODY)
    await request.arrayBuffer().catch(() => null);
  else answer.headers.set('connection', 'close');
}

/** What nobody needs to be known for. */
const OPEN = new Set(['/api/v1/health']);

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
