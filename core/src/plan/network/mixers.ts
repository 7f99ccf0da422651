import type { Mixer } from '../../mix/index.ts';
import type { Dough } from '../demand/index.ts';
import type { Needs, TaskList } from './task-list.ts';

/** What a mixer costs that is not the one that a dough was shared out for; and one that is to be taken only if need be. */
const [OTHER, SPARE] = [0.5, 20];

/** Mixers that take a batch of a dough, the one that it was shared out for first. */
export function mixersFor(list: TaskList, { mixer, batches, formula }: Dough, only: readonly string[]): NonNullable<Needs['either']> {
  const asked = list.input.mixers.filter(({ slug }) => only.length === 0 || only.includes(slug));
  const alike = asked.filter((each) => isAlike(each, mixer));
  const choice = ({ slug, spare }: Mixer, cost = 0) => ({ uses: list.use(slug, 1), name: slug, cost: (spare ? SPARE : 0) + cost });
  if (formula.doc.way.filter(({ kind }) => kind === 'mix').length > 1) {
    // What is mixed in bouts stays in one bowl: mixers that are alike take turns, batch by batch.
    const working = alike.filter((each) => !each.spare && list.frame.missing(each, 1).length === 0);
    const turn = list.notes.filter(({ kind }) => kind === 'divide').length;
    return [choice(working[turn % Math.max(1, working.length)] ?? mixer)];
  }
  const most = Math.max(...batches.map(({ dough }) => dough));
  const others = asked.filter((each) => each.slug !== mixer.slug && each.minDough <= most && most <= each.maxDough + 1e-9);
  return [choice(mixer), ...others.map((each) => choice(each, isAlike(each, mixer) ? OTHER / 10 : OTHER))];
} // prettier-ignore

/** Mixers of which it does not matter which one it is. */
const isAlike = (one: Mixer, other: Mixer): boolean =>
  one.kind === other.kind &&
  one.maxDough === other.maxDough &&
  one.minDough === other.minDough &&
  one.bowlMass === other.bowlMass;
