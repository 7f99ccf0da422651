import { v5 as uuidOfName } from 'uuid';
import { mixesOfPlan, type PlanInput } from '@jovet/core/day';
import { effectiveReadings, type MixDoc } from '@jovet/core/mix';
import type { StoredMix, StoredReading } from '../../server/database/mix';

/** A mix of the day, begun or only planned. */
export interface DayMix {
  readonly id: string;
  /** Revision on the server; 0 while it is only planned. */
  readonly rev: number;
  readonly doc: MixDoc;
  readonly readings: readonly StoredReading[];
}

/** Names planned mixes the same on every screen, so that two tablets begin the same one. Any fixed name space would do. */
const SPACE = 'b0a1f0de-5c7e-4d0e-9a35-0d1f5c1e7a11';

/** The mixes of a day: those that were begun in their order, then what the plan still has. */
export function dayMixes(
  date: string,
  kept: readonly StoredMix[],
  dropped: readonly string[],
  planned: PlanInput | null,
): DayMix[] {
  const of = planned === null ? null : mixesOfPlan(planned);
  const gone = new Set([...kept.map(({ id }) => id), ...dropped]);
  const open = (of?.ok ? of.value : []).map((doc): DayMix => {
    const name = [date, doc.slug, doc.mixer.slug, doc.batch.n, doc.batch.of].join(' ');
    return { id: uuidOfName(name, SPACE), rev: 0, doc, readings: [] };
  });
  return [
    ...kept.map(({ id, rev, doc, readings }) => ({ id, rev, doc, readings })),
    ...open.filter(({ id }) => !gone.has(id)),
  ];
}

/** Whether the dough of a mix has been read: then its record is closed. */
export const isClosed = ({ readings }: Pick<DayMix, 'readings'>): boolean =>
  effectiveReadings(readings).has('dough');

/** The mix that is to be made next, or the last one. */
export const nextMix = (mixes: readonly DayMix[]): DayMix | undefined =>
  mixes.find((mix) => !isClosed(mix)) ?? mixes.at(-1);
