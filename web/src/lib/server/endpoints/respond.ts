import { json } from '@sveltejs/kit';
import { parseWith, problem, type Problem, type Result } from '@jovet/core/problem';
import { database } from '../database/connected.ts';
import { RIGHT_WORDS, type Right } from '../../crew/rights.ts';
import type { Who } from '../crew/who.ts';
import { writeDown } from '../database/audit.ts';
import { faultOf } from '../database/connection.ts';
import { ofDevice } from '../database/kept.ts';
import { readBody, readText, refuse } from './answer.ts';
import type { Endpoint, Outcome } from './endpoint.ts';
import { ENDPOINTS, type EndpointName } from './index.ts';
import { MISSING } from './shapes.ts';

const STALE = problem(
  'rev',
  'This was changed on another screen.',
  'Look at what stands there, then change it.',
);

type Any = Endpoint & { readonly run: (asked: never) => Outcome<unknown> | Promise<Outcome<unknown>> };

/** Endpoints by their addresses, each with its methods. */
const PLACES = places();
/** How a device calls itself. */
const DEVICE = /^[\w-]{1,40}$/;

interface Place {
  readonly path: string;
  readonly parts: readonly string[];
  readonly methods: Map<string, Any>;
}

function places(): readonly Place[] {
  const all = new Map<string, Place>();
  for (const [name, each] of Object.entries(ENDPOINTS) as [EndpointName, Any][]) {
    const [method = '', path = ''] = name.split(' ');
    const place = all.get(path) ?? { path, parts: path.split('/').slice(1), methods: new Map<string, Any>() };
    place.methods.set(method, each);
    all.set(path, place);
  }
  // What is named goes before what may be anything.
  const open = ({ parts }: Place) => parts.filter((part) => part.startsWith('{')).length;
  return [...all.values()].sort((one, other) => open(one) - open(other));
}

/** What an address names, by the names of its places; null where it is another address. */
function paramsOf(parts: readonly string[], asked: readonly string[]): Record<string, string> | null {
  if (parts.length !== asked.length) return null;
  const params: Record<string, string> = {};
  for (const [index, part] of parts.entries()) {
    const given = asked[index] ?? '';
    if (part.startsWith('{')) params[part.slice(1, -1)] = given;
    else if (part !== given) return null;
  }
  return params;
}

/**
 * Answers what is asked of the API.
 *
 * @param path of the address, after `/api/v1/`
 */
export async function respond(path: string, request: Request, url: URL, actor: Who, address: string): Promise<Response> {
  const asked = path.split('/');
  for (const { parts, methods, path: name } of PLACES) {
    const params = paramsOf(parts, asked);
    if (!params) continue;
    const found = methods.get(request.method === 'HEAD' ? 'GET' : request.method);
    return found ? run(found, { given: params, name: `${request.method} ${name}`, request, url, actor, address }) : refuse(405, [problem('', `${request.method} is not possible here.`, 'See /api for what is.')]);
  }
  return refuse(404, [problem('', `There is nothing at ${url.pathname}.`, 'See /api for what there is.')]);
} // prettier-ignore

interface Asking {
  readonly given: Record<string, string>;
  /** Method and address as the endpoint has them. */
  readonly name: string;
  readonly request: Request;
  readonly url: URL;
  readonly actor: Who;
  readonly address: string;
}

/** The one place where it is looked at who may what: null, or with which status and words it is refused. */
export function barOf(
  { right }: Pick<Endpoint, 'right'>,
  { rights, role }: Who,
): { readonly status: 401 | 403; readonly problem: Problem } | null {
  if (right === 'open' || rights.includes(right)) return null;
  return role === null ? { status: 401, problem: UNKNOWN } : { status: 403, problem: notFor(right) };
}
const UNKNOWN = problem('', 'You are not signed in.', 'Sign in; what you entered is still here.');
const notFor = (right: Right) =>
  problem(
    '',
    `You may not ${RIGHT_WORDS[right]} as you are signed in.`,
    'Ask the head baker, who says who may what.',
  );

async function run(of: Any, { given, name, request, url, actor, address }: Asking): Promise<Response> {
  const bar = barOf(of, actor);
  if (bar) return refuse(bar.status, [bar.problem]);
  const params = of.params ? parseWith(of.params, given) : null;
  if (params && !params.ok) return refuse(422, params.problems);
  const query = of.query ? parseWith(of.query, Object.fromEntries(url.searchParams)) : null;
  if (query && !query.ok) return refuse(422, query.problems);
  const body = await bodyOf(of, request);
  if (body instanceof Response) return body;
  const { headers, signal } = request;
  const asked = { params: params?.value, query: query?.value, body, actor, db: database(), signal, url, headers, address };
  try {
    const device = headers.get('jovet-device') ?? '';
    const answer = () => of.run(asked as never);
    const response = told(await (DEVICE.test(device) ? ofDevice.run(device, async () => answer()) : answer()));
    // Who comes in and goes out writes that down by itself.
    if (response.ok && changes(of, request)) await writeDown(database(), actor, of.summary, { ...given, address: name });
    return response;
  } catch (error) {
    const fault = faultOf(error);
    if (fault === 'not-kept') return refuse(422, [NOT_KEPT]);
    if (fault) return json({ problems: [LATER[fault]] }, { status: 503, headers: { 'retry-after': '2' } });
    console.error(`${request.method} ${url.pathname}`, error);
    return refuse(500, [MISTAKE]);
  }
} // prettier-ignore

const changes = ({ right }: Any, { method }: Request): boolean =>
  right !== 'open' && right !== 'read' && method !== 'GET' && method !== 'HEAD';

const AGAIN = 'What you entered is still here; it is sent again in a moment.';
const LATER = {
  overloaded: problem('', 'Jovet answers too many at once.', AGAIN),
  gone: problem('', 'Jovet does not reach its database.', AGAIN),
};
const NOT_KEPT = problem(
  '',
  'Something in it cannot be kept: a sign, a number or a date that there is not.',
  'Look for a strange sign or a number that is much too large, and take it out.',
);
const MISTAKE = problem(
  '',
  'Jovet made a mistake. Nothing was saved.',
  'Try again; if it stays, say what you did.',
);

function bodyOf({ body, text }: Any, request: Request): Promise<unknown> | undefined {
  const isText =
    text !== undefined && (!body || /^text\/csv\b/.test(request.headers.get('content-type') ?? ''));
  if (isText) return readText(request);
  return body ? readBody(request, body) : undefined;
}

/** An outcome as HTTP has it. */
function told(outcome: Outcome<unknown> | Result<unknown>): Response {
  if ('ok' in outcome) return outcome.ok ? json(outcome.value) : refuse(422, outcome.problems);
  switch (outcome.kind) {
    case 'done':
      return json(outcome.value, 'headers' in outcome ? { headers: outcome.headers } : {});
    case 'missing':
      return refuse(404, MISSING.problems);
    case 'stale':
      return json({ problems: outcome.problems ?? [STALE], stands: outcome.stands }, { status: 409 });
    case 'refused':
      return refuse(('status' in outcome && outcome.status) || 422, outcome.problems);
    case 'raw':
      return new Response(outcome.body, { headers: outcome.headers });
  }
}
