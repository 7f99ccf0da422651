import type { Problem } from '@jovet/core/problem';

const UNREACHABLE: Problem = {
  path: '',
  problem: 'Jovet does not answer.',
  remedy: 'What you entered is still here; try again.',
};

export type Answer<T> =
  | { readonly kind: 'done'; readonly value: T }
  | { readonly kind: 'stale'; readonly problems: readonly Problem[]; readonly stands: unknown }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | { readonly kind: 'unreachable'; readonly problems: readonly Problem[] };

/** Sends something to the server. What it cannot take comes back as problems, never as an exception. */
export async function send<T>(method: string, path: string, body?: unknown, raw = false): Promise<Answer<T>> {
  try {
    const response = await fetch(`/api/v1/${path}`, {
      method,
      ...(body === undefined
        ? {}
        : {
            headers: { 'content-type': raw ? 'text/plain' : 'application/json' },
            body: raw ? String(body) : JSON.stringify(body),
          }),
    });
    if (response.status >= 500) return { kind: 'unreachable', problems: [UNREACHABLE] };
    const answer = await response.json();
    // What was taken away before is taken away.
    if (method === 'DELETE' && response.status === 404) return { kind: 'done', value: null as T };
    if (response.ok) return { kind: 'done', value: answer };
    return response.status === 409
      ? { kind: 'stale', problems: answer.problems, stands: answer.stands ?? null }
      : { kind: 'refused', problems: answer.problems };
  } catch {
    return { kind: 'unreachable', problems: [UNREACHABLE] };
  }
}
