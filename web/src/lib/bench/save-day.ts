import type { DoughOrder } from '@jovet/core/day';
import type { Problem } from '@jovet/core/problem';

/** What came of saving a day. */
export type SaveOutcome =
  | { readonly kind: 'saved'; readonly rev: number }
  | { readonly kind: 'stale'; readonly rev: number; readonly savedBy: string; readonly stands: DoughOrder }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | { readonly kind: 'unreachable' };

/** Saves an order as the plan of its day. */
export async function saveDay(order: DoughOrder, base: number): Promise<SaveOutcome> {
  let response: Response;
  try {
    response = await fetch(`/api/v1/days/${order.dispatch.date}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ order, base }),
    });
  } catch {
    return { kind: 'unreachable' };
  }
  if (response.status >= 500) return { kind: 'unreachable' };
  const body = await response.json();
  if (response.ok) return { kind: 'saved', rev: body.rev };
  if (response.status === 409) {
    return {
      kind: 'stale',
      rev: body.stands.rev,
      savedBy: body.stands.savedBy,
      stands: body.stands.input.order,
    };
  }
  return { kind: 'refused', problems: body.problems };
}
