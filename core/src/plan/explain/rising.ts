import { fillLine } from '../../culture/followed/index.ts';
import { phaseOf } from '../../dough/index.ts';
import { MOST_RISE } from '../../fermentation/index.ts';
import type { RisingDough } from '../../run/index.ts';
import type { Followed, FollowedRise, Moment } from '../checker/index.ts';
import { levelsOf, type Schedule } from '../instance/index.ts';
import type { Network } from '../network/index.ts';
import { windowOf } from './waits.ts';

/** Points of a course are kept this far apart at least, s. */
const APART = 600;

/** Everything that rises in a plan, until what is done with it. */
export function risingOf(network: Network, followed: Followed, schedule: Schedule): RisingDough[] {
  const { instance } = network;
  const levels = levelsOf(instance, schedule);
  return followed.rises.flatMap((rise): RisingDough[] => {
    const found = whatOf(network, rise);
    const arc = instance.arcs.findIndex(({ from, to }) => from === rise.from && to === rise.task);
    const wait = windowOf(instance, schedule, levels, arc);
    const [from, to] = [instance.tasks[rise.from]?.id, instance.tasks[rise.task]?.id];
    if (!found || !wait || from === undefined || to === undefined) return [];
    return [
      {
        of: rise.of, name: found.name, dough: found.dough, from, to, ready: wait.window, wanted: rise.window.best,
        course: thinned(rise.course), tub: found.tub, count: found.count,
      },
    ];
  });
} // prettier-ignore

/** What rises, and in what. */
function whatOf(
  { models, doughs, instance }: Network,
  { of, task, window, name }: FollowedRise,
): Pick<RisingDough, 'name' | 'dough' | 'tub' | 'count'> | null {
  for (const [index, model] of models.entries()) {
    const dough = doughs[index];
    if (of === 'preferment') {
      if (model.preferments.some((each) => each.into.includes(task) && each.name === name))
        return { name, dough: model.key, tub: null, count: 1 };
      continue;
    }
    for (const batch of model.batches) {
      const own = batch.whole.find((each) => each.until === task && each.window !== null);
      if (own && dough) {
        const mix = instance.tasks[batch.mix]?.id ?? '';
        const known = { name, dough: model.key, count: batch.tubs };
        if (own.body.kind !== 'tub') return { ...known, tub: null };
        const tub = { kind: 'tub' as const, length: model.tub.length, width: model.tub.width, height: 1 };
        const most = dough.formula.doc.type === 'rye' ? MOST_RISE.rye : MOST_RISE.strongWheat;
        const line = fillLine(tub, batch.dough / batch.tubs, window.best, most, phaseOf(dough.scaled.split));
        return { ...known, tub: { mix, start: line.start, ready: line.target } };
      }
      const strand = batch.strands.find(({ passages }) => passages.some((each) => each.until === task && each.window !== null));
      const product = dough?.formula.doc.products.find(({ slug }) => slug === strand?.product);
      if (strand) return { name: product?.name ?? name, dough: model.key, tub: null, count: strand.pieces };
    }
  }
  return null;
} // prettier-ignore

const thinned = (course: readonly Moment[]): Moment[] => {
  const kept: Moment[] = [];
  course.forEach((moment, index) => {
    const before = kept.at(-1);
    if (!before || moment.at - before.at >= APART || index === course.length - 1) kept.push(moment);
  });
  return kept;
};
