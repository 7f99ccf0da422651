import { v4 as uuid } from 'uuid';
import type { z } from 'zod';
import type { Problem } from '@jovet/core/problem';
import type { ENDPOINTS, EndpointName } from '../server/endpoints';
import type { Fixed } from '../server/endpoints/endpoint';

type Of<N extends EndpointName> = (typeof ENDPOINTS)[N];
type Part<K extends string, S> = [NonNullable<S>] extends [never]
  ? unknown
  : NonNullable<S> extends z.ZodType
    ? object extends z.input<NonNullable<S>>
      ? { readonly [key in K]?: Fixed<z.input<NonNullable<S>>> }
      : { readonly [key in K]: Fixed<z.input<NonNullable<S>>> }
    : unknown;
type Text<N extends EndpointName> =
  Of<N> extends { readonly body?: undefined; readonly text?: infer T }
    ? [NonNullable<T>] extends [never]
      ? unknown
      : { readonly body: string }
    : unknown;

/** What an endpoint is asked: what stands in its address, after the `?`, and its body. */
export type Asking<N extends EndpointName> = Part<'params', Of<N>['params']> &
  Part<'query', Of<N>['query']> &
  Part<'body', Of<N>['body']> &
  Text<N>;
/** What it answers. */
export type AnswerOf<N extends EndpointName> = z.output<Of<N>['answer']>;

const UNREACHABLE: Problem = {
  path: '',
  problem: 'Jovet does not answer.',
  remedy: 'What you entered is still here; try again.',
};

/** This page, as it is told to others: what it did itself it need not hear of. */
export const DEVICE = uuid();

/** Hears that the server does not know who asks. */
export const onUnknown = { tell: () => {} };

export type Answer<T> =
  | { readonly kind: 'done'; readonly value: T }
  | { readonly kind: 'stale'; readonly problems: readonly Problem[]; readonly stands: unknown }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | { readonly kind: 'unreachable'; readonly problems: readonly Problem[] };

/**
 * Asks the server for something, by the name of the endpoint: `PUT /customers/{slug}`. What it cannot take comes back as
 * problems, never as an exception.
 *
 * @param by whose it is, where that may be another one than who is signed in by now
 */
export async function ask<N extends EndpointName>(name: N, asking: Asking<N>, by: string | null = null): Promise<Answer<AnswerOf<N>>> {
  const { params = {}, query = {}, body } = asking as { readonly params?: Record<string, unknown>; readonly query?: Record<string, unknown>; readonly body?: unknown };
  const [method = 'GET', path = ''] = name.split(' ');
  const address = path.replace(/\{(\w+)\}/g, (_, each: string) => encodeURIComponent(String(params[each])));
  const search = new URLSearchParams(Object.entries(query).flatMap(([key, value]) => (value === undefined ? [] : [[key, String(value)]])));
  const isText = typeof body === 'string';
  try {
    const response = await fetch(`/api/v1${address}${search.size > 0 ? `?${search}` : ''}`, {
      method,
      headers: { 'jovet-device': DEVICE, ...(by === null ? {} : { 'jovet-person': by }), ...(body === undefined ? {} : { 'content-type': isText ? 'text/plain' : 'application/json' }) },
      ...(body === undefined ? {} : { body: isText ? body : JSON.stringify(body) }),
    });
    if (response.status >= 500) return { kind: 'unreachable', problems: [UNREACHABLE] };
    const answer = await response.json();
    // Whoever signs in again finds it here.
    if (response.status === 401) {
      onUnknown.tell();
      return { kind: 'unreachable', problems: answer.problems };
    }
    // What was taken away before is taken away.
    if (method === 'DELETE' && response.status === 404) return { kind: 'done', value: null as AnswerOf<N> };
    if (response.ok) return { kind: 'done', value: answer };
    return response.status === 409
      ? { kind: 'stale', problems: answer.problems, stands: answer.stands ?? null }
      : { kind: 'refused', problems: answer.problems };
  } catch {
    return { kind: 'unreachable', problems: [UNREACHABLE] };
  }
} // prettier-ignore
