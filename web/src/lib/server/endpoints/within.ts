import { error, type RequestEvent } from '@sveltejs/kit';
import { database } from '../database/connected.ts';
import type { Fixed } from './endpoint.ts';
import { ENDPOINTS, type EndpointName } from './index.ts';
import { barOf } from './respond.ts';
import type { z } from 'zod';

type AnswerOf<N extends EndpointName> = Fixed<z.input<(typeof ENDPOINTS)[N]['answer']>>;
type Event = Pick<RequestEvent, 'locals' | 'url' | 'request' | 'getClientAddress'>;

/**
 * Asks an endpoint for what a page shows, as whoever opens the page.
 *
 * @throws what the page then is: that this may not be seen, or is not there
 */
export async function within<N extends EndpointName>(
  name: N,
  { locals, url, request, getClientAddress }: Event,
  asked: { readonly params?: unknown; readonly query?: unknown } = {},
): Promise<AnswerOf<N>> {
  const of = ENDPOINTS[name];
  const bar = barOf(of, locals.actor);
  if (bar) error(bar.status, `${bar.problem.problem} ${bar.problem.remedy}`);
  const all = {
    params: asked.params,
    query: asked.query ?? {},
    body: undefined,
    actor: locals.actor,
    db: database(),
    signal: request.signal,
    url,
    headers: request.headers,
    address: getClientAddress(),
  };
  const outcome = await of.run(all as never);
  if ('ok' in outcome && outcome.ok) return outcome.value as AnswerOf<N>;
  if ('kind' in outcome && outcome.kind === 'done') return outcome.value as AnswerOf<N>;
  error('kind' in outcome && outcome.kind === 'missing' ? 404 : 422, 'This cannot be shown.');
}
