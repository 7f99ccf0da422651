import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { problem } from '@jovet/core/problem';
import type { CultureChanged } from '../database/culture.ts';
import { refuse } from './answer.ts';

const MISSING = problem('id', 'This is not here.', 'Open the room anew.');
const STALE = problem(
  'rev',
  'This was changed on another screen.',
  'Look at what stands there, then change it.',
);

export const isId = (id: string): boolean => z.uuid().safeParse(id).success;
export const missing = (): Response => refuse(404, [MISSING]);

/** How a change of a culture or a feeding went. */
export function toldOfCulture(changed: CultureChanged): Response {
  if (changed.kind === 'done') return json(changed.culture);
  return changed.kind === 'missing'
    ? missing()
    : json({ problems: [STALE], stands: changed.stands }, { status: 409 });
}

/** The revision in an address, or the refusal. */
export function revOf(url: URL): number | Response {
  const rev = z.coerce.number().int().min(1).safeParse(url.searchParams.get('rev'));
  return rev.success
    ? rev.data
    : refuse(422, [problem('rev', 'No revision is named.', 'Add ?rev= and the one you saw.')]);
}
