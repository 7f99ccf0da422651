import { v5 as uuidOfName } from 'uuid';
import type { PlannedMix } from '@jovet/core/plan/explain';
import { effectiveReadings, type MixDoc } from '@jovet/core/mix';
import type { WorkOf } from '../../sync/work';
import { together } from '@jovet/core/run';
import type { StoredMix, StoredReading } from '../../server/database/mix';

/** A mix of the day, begun or only planned. */
export interface DayMix {
  readonly id: string;
  /** Revision on the server; 0 while it is only planned. */
  readonly rev: number;
  /** When the plan has it, epoch seconds; null for one that no plan has. */
  readonly at: number | null;
  readonly doc: MixDoc;
  readonly readings: readonly StoredReading[];
}

/** Names planned mixes the same on every screen, so that two tablets begin the same one. Any fixed name space would do. */
const SPACE = 'b0a1f0de-5c7e-4d0e-9a35-0d1f5c1e7a11';

/**
 * The mixes of a day: those that were begun in their order, then what the plan still has. Another plan moves what was
 * not begun; what was stays as it is.
 */
export function dayMixes(
  date: string,
  kept: readonly StoredMix[],
  dropped: readonly string[],
  planned: readonly PlannedMix[],
): DayMix[] {
  const gone = new Set([...kept.map(({ id }) => id), ...dropped]);
  const begun = new Set(kept.map(({ doc }) => doc.task ?? ''));
  const open = planned.map(({ task, at, doc }): DayMix & { readonly task: string } => ({
    id: uuidOfName(`${date} ${task}`, SPACE), rev: 0, at, doc, readings: [], task,
  }));
  const times = new Map(planned.map(({ task, at }) => [task, at]));
  return [
    ...kept.map(({ id, rev, doc, readings }) => ({ id, rev, at: times.get(doc.task ?? '') ?? null, doc, readings })),
    ...open.filter(({ id, task }) => !gone.has(id) && !begun.has(task)).map(({ task: _, ...mix }) => mix),
  ];
} // prettier-ignore

type MixWork = WorkOf<'mix-begun' | 'mix-changed' | 'mix-dropped' | 'mix-reading'>;

/**
 * The mixes of a day with what was done here and is on its way.
 *
 * @param by who does it
 */
export function mixesWith(
  stored: readonly StoredMix[],
  dropped: readonly string[],
  works: readonly MixWork[],
  date: string,
  by: string,
): { readonly mixes: readonly StoredMix[]; readonly dropped: readonly string[] } {
  let mixes = stored;
  const change = (id: string, to: (mix: StoredMix) => StoredMix) =>
    (mixes = mixes.map((each) => (each.id === id ? to(each) : each)));
  const gone = [...dropped];
  for (const work of works) {
    const { id } = work;
    if (work.kind === 'mix-begun') {
      if (work.date === date && !mixes.some((each) => each.id === id))
        mixes = [...mixes, { id, date, rev: 1, doc: work.doc, readings: [] }];
    } else if (work.kind === 'mix-changed') change(id, (each) => ({ ...each, doc: work.doc }));
    else if (work.kind === 'mix-reading')
      change(id, (each) => ({ ...each, readings: together(each.readings, [{ ...work.reading, by }]) }));
    else {
      mixes = mixes.filter((each) => each.id !== id);
      gone.push(id);
    }
  }
  return { mixes, dropped: gone };
}

/** Whether the dough of a mix has been read: then its record is closed. */
export const isClosed = ({ readings }: Pick<DayMix, 'readings'>): boolean =>
  effectiveReadings(readings).has('dough');

/** The mix that is to be made next, or the last one. */
export const nextMix = (mixes: readonly DayMix[]): DayMix | undefined =>
  mixes.find((mix) => !isClosed(mix)) ?? mixes.at(-1);
