import type { FloorDraft } from '@jovet/core/bakehouse';
import type { Build, Culture, LoggedSign } from '@jovet/core/culture';
import type { MixDoc, MixReading } from '@jovet/core/mix';
import type { Event } from '@jovet/core/run';
import type { FormulaDraft } from '@jovet/core/sheet';
import type { StoredCulture } from '../server/database/culture';
import type { StoredDraft } from '../server/database/formula-draft';
import type { StoredMix } from '../server/database/mix';
import type { Problem } from '@jovet/core/problem';
import type { TemperatureUnit } from '@jovet/core/units';
import { cellsIn, saidLines, standingLines, weeksIn, type Cells, type Weeks } from './cells.ts';
import type { EndpointName } from '../server/endpoints';
import { ask, type Answer, type Asking } from './ask.ts';
import type { Base } from './keep.ts';
import type { Clash } from './merge.ts';

/** What is done on a device and kept by the server, now or when there is a line again. */
export type Work =
  | { readonly kind: 'events'; readonly events: readonly Event[] }
  | { readonly kind: 'mix-begun'; readonly id: string; readonly date: string; readonly doc: MixDoc }
  | { readonly kind: 'mix-changed'; readonly id: string; readonly doc: MixDoc }
  | { readonly kind: 'mix-dropped'; readonly id: string }
  | { readonly kind: 'mix-reading'; readonly id: string; readonly reading: MixReading }
  | { readonly kind: 'culture-begun'; readonly id: string; readonly doc: Culture }
  | { readonly kind: 'culture-changed'; readonly id: string; readonly doc: Culture }
  | { readonly kind: 'culture-ended'; readonly id: string }
  | { readonly kind: 'fed'; readonly id: string; readonly culture: string; readonly parent: string | null; readonly build: Build }
  | { readonly kind: 'unfed'; readonly id: string; readonly culture: string }
  | { readonly kind: 'sign'; readonly id: string; readonly culture: string; readonly seen: LoggedSign }
  | { readonly kind: 'draft'; readonly id: string; readonly formula: string | null; readonly base: number; readonly doc: FormulaDraft }
  | { readonly kind: 'orders'; readonly date: string; readonly doc: Cells }
  | { readonly kind: 'standing'; readonly doc: Weeks }
  | { readonly kind: 'house'; readonly id: 'house'; readonly unit: TemperatureUnit; readonly doc: FloorDraft }; // prettier-ignore

export type WorkOf<K extends Work['kind']> = Extract<Work, { readonly kind: K }>;

/** Something that was done on this device and is not kept by the server yet. */
export interface Waiting {
  /** They follow one another by it, as they were done. */
  readonly id: string;
  readonly work: Work;
  /** Whose it is; nobody: of whoever is signed in when it is sent. */
  readonly by?: string | null;
  /** How what it changes stood when it was done; null: it adds something. */
  readonly base: Base<unknown> | null;
  /** Why the server cannot take it; null: it is sent as soon as there is a line. */
  readonly refused: readonly Problem[] | null;
  /** Where somebody else changed the same: it waits for a choice. */
  readonly clashes: readonly Clash[] | null;
}

/**
 * Sends a work.
 *
 * @param on what it was done on, where it changes something
 * @param sentAt now, epoch seconds
 * @param by whose it is
 */
export function sendWork(work: Work, on: Base<unknown> | null, sentAt: number, by: string | null): Promise<Answer<unknown>> {
  const send = <N extends EndpointName>(name: N, asking: Asking<N>) => ask(name, asking, by);
  const rev = on?.rev ?? 0;
  switch (work.kind) {
    case 'events':
      return send('POST /events', { body: { events: work.events, sentAt } });
    case 'mix-begun':
      return send('POST /mixes', { body: { id: work.id, date: work.date, doc: work.doc } });
    case 'mix-changed':
      return send('PUT /mixes/{id}', { params: work, body: { doc: work.doc, rev } });
    case 'mix-dropped':
      return send('DELETE /mixes/{id}', { params: work, query: { rev } });
    case 'mix-reading':
      return send('POST /mixes/{id}/readings', { params: work, body: work.reading });
    case 'culture-begun':
      return send('POST /cultures', { body: { id: work.id, culture: work.doc } });
    case 'culture-changed':
      return send('PUT /cultures/{id}', { params: work, body: { culture: work.doc, rev } });
    case 'culture-ended':
      return send('DELETE /cultures/{id}', { params: work, query: { rev } });
    case 'fed':
      return send('POST /cultures/{id}/builds', { params: { id: work.culture }, body: { id: work.id, parent: work.parent, build: work.build } });
    case 'unfed':
      return send('DELETE /builds/{id}', { params: work, query: { rev } });
    case 'sign':
      return send('POST /builds/{id}/signs', { params: work, body: work.seen });
    case 'draft':
      return send('PUT /drafts/{id}', { params: work, body: { formula: work.formula, base: work.base, doc: work.doc, rev } });
    case 'orders': {
      const lines = saidLines(work.doc, on?.value as Cells);
      return lines.length === 0 ? NOTHING_TO_SEND : send('PUT /orders/{date}', { params: work, body: { lines } });
    }
    case 'standing': {
      const lines = standingLines(work.doc, on?.value as Weeks);
      return lines.length === 0 ? NOTHING_TO_SEND : send('PUT /standing', { body: { lines } });
    }
    case 'house':
      return import('./house.ts').then(({ sendHouse }) => sendHouse(work, on));
  }
} // prettier-ignore

/** Others chose the same, or what stands there was chosen. */
const NOTHING_TO_SEND = Promise.resolve({ kind: 'done', value: null } as const);

/** Whether what it changes is in it, to be brought together with what others changed. */
export const isWhole = (work: Work): work is Extract<Work, { readonly doc: unknown }> =>
  'doc' in work && work.kind !== 'mix-begun' && work.kind !== 'culture-begun';

/**
 * What a change was of: the document out of what the server says stands there; null where it says nothing of it.
 *
 * @param base what it was when the change was made
 */
export function standing(work: Work, stands: unknown, base: unknown = null): Base<unknown> | null {
  if (stands === null || typeof stands !== 'object') return null;
  switch (work.kind) {
    case 'mix-changed':
    case 'mix-dropped': {
      const { doc, rev } = stands as StoredMix;
      return { value: doc, rev };
    }
    case 'culture-changed':
    case 'culture-ended': {
      const { culture, rev } = stands as StoredCulture;
      return { value: culture, rev };
    }
    case 'unfed': {
      const fed = (stands as StoredCulture).builds.find(({ id }) => id === work.id);
      return fed ? { value: fed.build, rev: fed.rev } : null;
    }
    case 'draft': {
      const { doc, rev } = stands as StoredDraft;
      return { value: doc, rev };
    }
    case 'orders':
      return { value: cellsIn(stands, base), rev: 0 };
    case 'standing':
      return { value: weeksIn(stands, base), rev: 0 };
    default:
      return null;
  }
}

/** What reads how a work stands with the server: a bakehouse only there where it is changed. */
export async function readerOf(
  work: Work,
): Promise<(stands: unknown, base: unknown) => Base<unknown> | null> {
  if (work.kind !== 'house') return (stands, base) => standing(work, stands, base);
  const { houseIn } = await import('./house.ts');
  return (stands) => (stands ? houseIn(stands, work.unit) : null);
}
