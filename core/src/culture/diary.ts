/** A day of a new culture from nothing: what is done, what is looked for, and when the next step may come. */
export interface DiaryStep {
  readonly day: number;
  readonly title: string;
  /** What to do, g for a small glass. */
  readonly doing: string;
  /** What is seen if all is well. */
  readonly sign: string;
  /** Not before the sign is there, or so many hours at the latest. */
  readonly hours: number;
}

/**
 * The days of a culture that begins with flour and water alone. Times are for 26 °C; a colder place takes longer, and the
 * signs decide, not the calendar.
 *
 * @source textbook practice; sequence of a spontaneous culture: a false rise first, then silence, then yeast
 */
export const DIARY: readonly DiaryStep[] = [
  {
    day: 1,
    title: 'Begin',
    doing: 'Stir 50 g whole rye or whole wheat into 50 g water of 30 °C. Cover it loosely.',
    sign: 'Nothing yet.',
    hours: 24,
  },
  {
    day: 2,
    title: 'The false rise',
    doing: 'Stir. If it has bubbled, keep 50 g and feed 50 g flour and 50 g water.',
    sign: 'Bubbles and a bad smell: bacteria that make gas, not yet yeast. That is no reason to bake.',
    hours: 24,
  },
  {
    day: 3,
    title: 'Silence',
    doing: 'Keep 50 g, feed 50 g flour (half of it white) and 50 g water.',
    sign: 'It may stand still for two days while it turns sour. Go on; do not start anew.',
    hours: 24,
  },
  {
    day: 5,
    title: 'Yeast',
    doing: 'Keep 30 g, feed 60 g flour and 60 g water, twice a day.',
    sign: 'It smells of fruit, rises and falls again within twelve hours.',
    hours: 12,
  },
  {
    day: 7,
    title: 'Ripening',
    doing: 'Keep 20 g, feed 60 g of the flour it will live on and 60 g water, twice a day.',
    sign: 'It doubles within six hours, three times in a row.',
    hours: 12,
  },
  {
    day: 10,
    title: 'Ready',
    doing: 'Enter it as a culture, note its signs, and bake with it. Keep a little dried as a reserve.',
    sign: 'It doubles in four to five hours at 26 °C after 1 : 1 : 1.',
    hours: 24,
  },
];

/** What is thrown away at once, whatever the day. */
export const DIARY_CAUTION =
  'Mould, or pink and orange streaks: throw all of it away and begin anew. Raw flour is not eaten. Local food rules and trained people decide.';
