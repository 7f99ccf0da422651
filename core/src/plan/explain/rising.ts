import { fillLine } from '../../culture/followed/index.ts';
import { bulkEnd, phaseOf } from '../../dough/index.ts';
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
    const found = whereFrom(network, rise);
    const arc = instance.arcs.findIndex(({ from, to }) => from === found?.from && to === rise.task);
    const wait = windowOf(instance, schedule, levels, arc);
    const [from, to] = [instance.tasks[found?.from ?? -1]?.id, instance.tasks[rise.task]?.id];
    if (!found || !wait || from === undefined || to === undefined) return [];
    return [
      {
        of: rise.of, name: found.name, dough: found.dough, from, to, ready: wait.window, wanted: rise.window.best,
        course: thinned(rise.course), tub: found.tub, count: found.count,
      },
    ];
  });
} // prettier-ignore

/** The task after which something rises, and what it rises in. */
function whereFrom(
  { models, doughs, instance }: Network,
  { of, task, window, name }: FollowedRise,
): (Pick<RisingDough, 'name' | 'dough' | 'tub' | 'count'> & { readonly from: number }) | null {
  for (const [index, model] of models.entries()) {
    const dough = doughs[index];
    if (of === 'preferment') {
      const fed = model.preferments.find((each) => each.into.includes(task) && each.name === name);
      if (fed) return { from: fed.task, name, dough: model.key, tub: null, count: 1 };
    }
    for (const batch of of === 'preferment' ? [] : model.batches) {
      if (of === 'bulk' && bulkEnd(batch) === task && dough) {
        const tub = { kind: 'tub' as const, length: model.tub.length, width: model.tub.width, height: 1 };
        const most = dough.formula.doc.type === 'rye' ? MOST_RISE.rye : MOST_RISE.strongWheat;
        const line = fillLine(tub, batch.dough / batch.tubs, window.best, most, phaseOf(dough.scaled.split));
        const mix = instance.tasks[batch.mix]?.id ?? '';
        return { from: batch.mix, name, dough: model.key, count: batch.tubs, tub: { mix, start: line.start, ready: line.target } };
      }
      const strand = batch.strands.find(({ load }) => of === 'proof' && load === task);
      const from = instance.arcs[strand?.proof ?? -1]?.from;
      const product = dough?.formula.doc.products.find(({ slug }) => slug === strand?.product);
      if (strand && from !== undefined)
        return { from, name: product?.name ?? name, dough: model.key, tub: null, count: strand.pieces };
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
