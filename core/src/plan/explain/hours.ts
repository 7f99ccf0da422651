import type { ClockSpan } from '../../bakehouse/index.ts';
import { SLOT } from '../../dough/index.ts';
import { localTime } from '../../time/index.ts';

/** Whether a moment, epoch seconds, lies in some hours of the day, to five minutes; null: none does. */
export function inHours(span: ClockSpan | null, zone: string): (at: number) => boolean {
  if (!span) return () => false;
  const { from, to } = span;
  const known = new Map<number, boolean>();
  return (at) => {
    const slot = Math.floor(at / SLOT);
    const before = known.get(slot);
    if (before !== undefined) return before;
    const { time } = localTime(slot * SLOT, zone);
    const within = from <= to ? from <= time && time < to : time >= from || time < to;
    known.set(slot, within);
    return within;
  };
}
