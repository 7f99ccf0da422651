import { mishapsOf } from '../../run/index.ts';
import type { DayInput } from '../demand/index.ts';

/** Hours that a pre-ferment is taken to ripen for where nobody was told. */
const USUAL = 6 * 3600;
/** What goes slower than this is dead. */
const LEAST = 0.1;

/**
 * How fast a pre-ferment goes that was seen to be late, against its forecast: so that it is ready so many minutes after
 * people were told that it would be.
 *
 * @param feed id of the task that makes it
 * @returns 1: as forecast
 */
export function slowerBy({ events, told }: Pick<DayInput, 'events' | 'told'>, feed: string): number {
  const late = mishapsOf(events).reduce((sum, { mishap }) => sum + (mishap.kind === 'slow' && mishap.task === feed ? mishap.minutes * 60 : 0), 0);
  if (late === 0) return 1;
  const made = told.find(({ task }) => task === feed);
  const used = told.filter(({ note, at }) => note?.kind === 'mix' && note.dough === made?.note?.dough && at > (made?.at ?? 0));
  const end = made?.end ?? made?.at ?? 0;
  const wait = made && used.length > 0 ? Math.min(...used.map(({ at }) => at)) - end : USUAL;
  return wait > 0 ? Math.max(LEAST, wait / (wait + late)) : 1;
} // prettier-ignore
