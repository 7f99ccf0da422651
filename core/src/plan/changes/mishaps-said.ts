import { mishapsOf, type Event } from '../../run/index.ts';
import { localTime } from '../../time/index.ts';
import { movedTasks, movesSentence, piecesChanged, type Moved } from './changes.ts';
import { partings, partingWords } from './partings.ts';
import type { DayInput } from '../demand/index.ts';
import type { DayView } from '../explain/view.ts';
import { mishapWords } from '../mishaps/index.ts';

/** What went wrong, and what that moves, in sentences. */
export interface SaidMishaps {
  readonly sentences: readonly string[];
  readonly moved: readonly Moved[];
}

/** @param views the plan that stood, and the one that goes on; null: there is none */
export function mishapsSaid(day: DayInput, events: readonly Event[], views: { readonly before: DayView; readonly after: DayView } | null): SaidMishaps {
  const words = mishapsOf(events).map((each) => mishapWords(day, each));
  if (!views) return { sentences: words, moved: [] };
  const { before, after } = views;
  const clock = (at: number) => localTime(at, day.bakehouse.zone).time;
  const moved = movedTasks(before, after);
  const parted = partingWords(partings(before.tasks, after.tasks));
  return { sentences: [...words, ...parted, ...piecesChanged(before, after), movesSentence(moved, clock)], moved };
} // prettier-ignore
