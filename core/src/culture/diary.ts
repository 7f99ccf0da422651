import { lastCorrections } from '../record/index.ts';
import type { KeptBuild } from './followed/follow.ts';
import type { Nursery } from './schema.ts';

/** A day of a new culture from nothing: what is done, what is looked for, and when the next step may come. */
export interface DiaryStep {
  /** The first day on which it may come. */
  readonly day: number;
  readonly title: string;
  /** In words. */
  readonly doing: string;
  /** What is kept and what is fed, g in a small glass. */
  readonly keep: number;
  readonly flour: number;
  readonly water: number;
  /** What is seen if all is well. */
  readonly sign: string;
  /** Hours until it is fed again. */
  readonly hours: number;
}

/**
 * The days of a culture that begins with flour and water alone. Times are for 26 °C; a colder place takes longer, and the
 * signs decide, not the calendar.
 *
 * @source textbook practice; sequence of a spontaneous culture: a false rise first, then silence, then yeast
 */
export const DIARY: readonly [DiaryStep, ...DiaryStep[]] = [
  {
    day: 1,
    title: 'Begin',
    doing: 'Stir 50 g whole rye or whole wheat into 50 g water of 30 °C. Cover it loosely.',
    keep: 0,
    flour: 50,
    water: 50,
    sign: 'Nothing yet.',
    hours: 24,
  },
  {
    day: 2,
    title: 'The false rise',
    doing: 'Stir. If it has bubbled, keep 50 g and feed 50 g flour and 50 g water.',
    keep: 50,
    flour: 50,
    water: 50,
    sign: 'Bubbles and a bad smell: bacteria that make gas, not yet yeast. That is no reason to bake.',
    hours: 24,
  },
  {
    day: 3,
    title: 'Silence',
    doing: 'Keep 50 g, feed 50 g flour (half of it white) and 50 g water.',
    keep: 50,
    flour: 50,
    water: 50,
    sign: 'It may stand still for two days while it turns sour. Go on; do not start anew.',
    hours: 24,
  },
  {
    day: 5,
    title: 'Yeast',
    doing: 'Keep 30 g, feed 60 g flour and 60 g water, twice a day.',
    keep: 30,
    flour: 60,
    water: 60,
    sign: 'It smells of fruit, rises and falls again within twelve hours.',
    hours: 12,
  },
  {
    day: 7,
    title: 'Ripening',
    doing: 'Keep 20 g, feed 60 g of the flour it will live on and 60 g water, twice a day.',
    keep: 20,
    flour: 60,
    water: 60,
    sign: 'It doubles within six hours, three times in a row.',
    hours: 12,
  },
  {
    day: 10,
    title: 'Ready',
    doing:
      'It is a culture now: its signs are noted from here on, and it can be baked with. Dry a little as a reserve.',
    keep: 20,
    flour: 60,
    water: 60,
    sign: 'It doubles in four to five hours at 26 °C after 1 : 1 : 1.',
    hours: 12,
  },
];

/** What is thrown away at once, whatever the day. */
export const DIARY_CAUTION =
  'Mould, or pink and orange streaks: throw all of it away and begin anew. Raw flour is not eaten. Local food rules and trained people decide.';

/** What is seen of a young culture, in words. */
export const DIARY_SIGNS = {
  stirred: 'stirred',
  quiet: 'nothing moves',
  bubbles: 'bubbles',
  'bad-smell': 'bad smell',
  'fruit-smell': 'smells of fruit',
  doubled: 'it has doubled',
} as const;

/** How far a young culture is. */
export interface NurseryStanding {
  /** Counted from 1. */
  readonly day: number;
  readonly step: DiaryStep;
  /** Epoch seconds at which it is fed next; null before it was begun. */
  readonly dueAt: number | null;
  /** Feedings in a row, the last ones, that doubled within six hours. */
  readonly doubled: number;
}

const DAY = 24 * 3600;
/** Hours within which a build doubles when yeast has the upper hand, and how often in a row that is needed. */
const DOUBLING = { hours: 6, times: 3 } as const;

/**
 * Where a young culture stands in its diary. The calendar says which step may have come; no step after the silence comes
 * before yeast was seen, and it is ready when it doubled within six hours three times in a row, on whatever day.
 *
 * @param builds oldest first; only those since it was begun count
 * @param now epoch seconds
 */
export function nurseryOf(
  { from }: Pick<Nursery, 'from'>,
  builds: readonly KeptBuild[],
  now: number,
): NurseryStanding {
  const day = Math.max(1, Math.floor((now - from) / DAY) + 1);
  const fed = builds.filter(({ build }) => build.at >= from);
  const signs = fed.map(({ build, signs: all }) =>
    lastCorrections(all).flatMap(({ at, sign }) =>
      sign.kind === 'diary' ? [{ hours: (at - build.at) / 3600, seen: sign.seen }] : [],
    ),
  );
  const quick = signs.map((each) =>
    each.some(({ seen, hours }) => seen === 'doubled' && hours <= DOUBLING.hours),
  );
  // The build that stands now is not a failure while it still may double.
  const last = fed.at(-1);
  const open = last && !quick.at(-1) && (now - last.build.at) / 3600 < DOUBLING.hours;
  const judged = open ? quick.slice(0, -1) : quick;
  const doubled = judged.length - 1 - judged.lastIndexOf(false);
  const yeast = signs.flat().some(({ seen }) => seen === 'doubled' || seen === 'fruit-smell');
  const ready = doubled >= DOUBLING.times;
  const [begin] = DIARY;
  const step =
    fed.length === 0
      ? begin
      : (DIARY.findLast((each) =>
          each.title === 'Ready'
            ? ready
            : ready || (each.day <= Math.max(day, 2) && (yeast || each.day <= 3)),
        ) ?? begin);
  const fedStep = DIARY.findLast((each) => each.day <= step.day && each !== begin) ?? begin;
  return {
    day,
    step,
    doubled,
    dueAt: last ? last.build.at + (fed.length === 1 ? begin : fedStep).hours * 3600 : null,
  };
}
