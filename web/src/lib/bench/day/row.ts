import type { ViewTask } from '@jovet/core/plan/explain';
import { localTime } from '@jovet/core/time';

/** A task as it is read out: when, who, and between which times it may be. */
export function taskLabel({ what, start, end, people, pinned, window }: ViewTask, zone: string): string {
  const clock = (at: number) => localTime(at, zone).time;
  const who = people.length > 0 ? `, ${people.join(' and ')}` : '';
  const may = window
    ? `; earliest ${clock(window.earliest)}, best ${clock(window.best)}, latest ${clock(window.latest)}`
    : '';
  return `${what}, ${clock(start)} to ${clock(end)}${who}${pinned ? ', held here' : ''}${may}`;
}

/** Rows while they are drawn one after another: so many of the new ones, and of what was there the others. */
export function drawnSoFar<R extends { readonly row: { readonly key: string } }>(
  wanted: readonly R[],
  before: readonly R[],
  count: number,
): R[] {
  const drawn = wanted.slice(0, count);
  const rest = before.filter(({ row }) => !drawn.some((each) => each.row.key === row.key));
  return [...drawn, ...rest.slice(0, wanted.length - drawn.length)];
}
