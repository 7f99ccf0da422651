import { bad, good, problem, type Result } from '../../problem/index.ts';
import {
  amountsOf,
  feedingAt,
  ratioFor,
  temperatureFor,
  type FedCulture,
  type FeedAmounts,
  type Feeding,
} from './feed.ts';
import { beforeQuiet, type QuietHours } from './quiet.ts';

/** What is to be worked out of a feeding. */
export const FEEDING_UNKNOWNS = ['ratio', 'feed', 'ready', 'temperature'] as const;
export type FeedingUnknown = (typeof FEEDING_UNKNOWNS)[number];

/** A feeding as it is wished for; what is to be worked out is ignored. Epoch seconds, °C, kg. */
export interface FeedingWish {
  readonly find: FeedingUnknown;
  readonly feedAt: number;
  readonly readyAt: number;
  readonly celsius: number;
  /** Parts of flour to 1 of seed. */
  readonly flour: number;
  readonly needed: number;
  readonly keepBack: number;
  /** Percent. */
  readonly loss: number;
}

/** A feeding worked out. */
export interface PlannedFeeding {
  readonly feeding: Feeding;
  readonly feedAt: number;
  /** When it is young enough, best, and past, epoch seconds. */
  readonly ready: { readonly earliest: number; readonly best: number; readonly latest: number };
  readonly amounts: FeedAmounts;
  readonly cautions: readonly string[];
  /** Feeding at this moment instead keeps the quiet hours, with the ratio that fits; null if there is no need. */
  readonly beforeQuiet: { readonly feedAt: number; readonly flour: number } | null;
}

const HOUR = 3600;

/**
 * Works out any one of ratio, feed time, ready time and temperature from the others.
 *
 * @param quiet hours in which nobody feeds; null for none
 * @param minutesOf minutes after local midnight at epoch seconds
 * @returns the feeding, or a problem at `feedAt`, `readyAt`, `flour` or `celsius`
 */
export function planFeeding(
  culture: FedCulture,
  wish: FeedingWish,
  quiet: QuietHours | null,
  minutesOf: (epoch: number) => number,
): Result<PlannedFeeding> {
  const { find, celsius, flour, needed, keepBack, loss } = wish;
  const hours = (wish.readyAt - wish.feedAt) / HOUR;
  if ((find === 'ratio' || find === 'temperature') && !(hours > 0))
    return bad(
      problem('readyAt', 'It would be ready before it is fed.', 'Choose a later time, or feed it sooner.'),
    );
  const solved =
    find === 'ratio'
      ? ratioFor(culture, hours, celsius)
      : find === 'temperature'
        ? temperatureFor(culture, flour, hours)
        : feedingAt(culture, flour, celsius);
  if (!solved.ok)
    return bad(
      ...solved.problems.map((each) => (each.path === 'hours' ? { ...each, path: 'readyAt' } : each)),
    );
  const feeding = solved.value;
  const feedAt = find === 'feed' ? wish.readyAt - feeding.hours.best * HOUR : wish.feedAt;
  const at = (after: number) => Math.round(feedAt + after * HOUR);
  return good({
    feeding,
    feedAt: Math.round(feedAt),
    ready: {
      earliest: at(feeding.hours.earliest),
      best: at(feeding.hours.best),
      latest: at(feeding.hours.latest),
    },
    amounts: amountsOf(feeding, needed, keepBack, loss),
    cautions: feeding.cautions,
    beforeQuiet: quiet ? outOfQuiet(culture, feeding, feedAt, quiet, minutesOf) : null,
  });
}

/** Fed before the quiet hours begin, with more flour, it is ready at the same time. */
function outOfQuiet(
  culture: FedCulture,
  feeding: Feeding,
  feedAt: number,
  quiet: QuietHours,
  minutesOf: (epoch: number) => number,
): PlannedFeeding['beforeQuiet'] {
  const minutes = minutesOf(feedAt);
  const sooner = minutes - beforeQuiet(quiet, minutes);
  if (sooner <= 0) return null;
  const ratio = ratioFor(culture, feeding.hours.best + sooner / 60, feeding.celsius);
  return ratio.ok ? { feedAt: Math.round(feedAt - sooner * 60), flour: ratio.value.flour } : null;
}
