/** A day as it stands: when work on it begins by its plan, and when its last van leaves; epoch seconds. */
export interface StandingDay {
  readonly date: string;
  /** Its plan was chosen: people work by it. */
  readonly chosen: boolean;
  readonly firstHands: number;
  readonly lastDrop: number;
}

/** The day that a room opens on, and why. */
export interface OpenedDay {
  readonly date: string;
  readonly why:
    | { readonly kind: 'at-work'; readonly since: number }
    | { readonly kind: 'soon'; readonly from: number }
    /** The days before it should have begun already, the first of them then. */
    | { readonly kind: 'first-left'; readonly before: string; readonly begun: number }
    | { readonly kind: 'next' };
}

/**
 * The day that is being worked on: whose chosen plan has begun, with a van still to come. Without one the first whose
 * work can still begin in time; a chosen one comes before all.
 *
 * @param days that have orders, by date, today first
 * @param now epoch seconds
 * @param tomorrow what is opened where no day is left
 */
export function dayToOpen(days: readonly StandingDay[], now: number, tomorrow: string): OpenedDay {
  const open = days.filter(({ lastDrop }) => lastDrop > now);
  const worked = open.find(({ chosen, firstHands }) => chosen && firstHands <= now);
  if (worked) return { date: worked.date, why: { kind: 'at-work', since: worked.firstHands } };
  const next = open.find(({ firstHands }) => firstHands > now);
  if (!next) return { date: tomorrow, why: { kind: 'next' } };
  const [late] = open.filter(({ date }) => date < next.date);
  if (late)
    return { date: next.date, why: { kind: 'first-left', before: late.date, begun: late.firstHands } };
  return { date: next.date, why: { kind: 'soon', from: next.firstHands } };
}
