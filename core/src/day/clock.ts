import { type DoughCourse, type LevainCourse, shapingHours } from './course.ts';
import type { PlanInput } from './schema.ts';
import type { Programme } from '../mix/index.ts';

export type StepKey =
  | 'feed' | 'weigh' | 'mix' | 'fold' | 'divide' | 'shape' | 'proof' | 'preheat' | 'load' | 'out' | 'cool' | 'pack' | 'dispatch'; // prettier-ignore

/** What sets the latest time of a step: the dough, or the van. */
export type Limit = 'dough' | 'dispatch';

/** One step of the day. Times are epoch seconds. */
export interface Step {
  readonly key: StepKey;
  /** The step among its like: `fold.2`. */
  readonly id: string;
  readonly at: number;
  /** Minutes that it keeps the hands; 0 where something only waits. */
  readonly hands: number;
  readonly earliest: number;
  readonly latest: number;
  readonly limit: Limit;
}

/**
 * The clock of one dough, backwards from dispatch, without resources.
 *
 * Best: every wait at its best, the spare time kept. Earliest: what comes before at its best, the dough just usable.
 * Latest: what comes before at its best and the dough still usable, or the last moment that meets the dispatch if all
 * that follows is done as early as the dough allows, whichever comes first.
 *
 * @param dispatch epoch seconds
 * @returns the steps in order of time
 */
export function clockOf(
  input: PlanInput,
  levain: LevainCourse,
  dough: DoughCourse,
  programme: Programme,
  dispatch: number,
): Step[] {
  const { bakehouse, formula } = input;
  const { process } = formula.doc;
  const { work } = dough;
  const shaping = shapingHours(work, process.benchRest);
  const afterLoad = work.load + dough.bakeHours + work.unload + dough.coolHours + work.pack;
  const mixAt = dispatch - bakehouse.spare * 60 - (dough.load.best + afterLoad) * 3600;
  const at = (hours: number) => mixAt + hours * 3600;
  /** Hours after the best mix at which loading must begin to meet the dispatch with no spare left. */
  const lastLoad = dough.load.best + bakehouse.spare / 60;
  const proofAtLeast = dough.load.earliest - dough.proofStart;

  const steps: Step[] = [];
  const add = (
    id: string,
    hours: number,
    hands: number,
    earliest: number,
    byDough: number,
    byDispatch: number,
  ) => {
    steps.push({
      key: id.replace(/\..*/, '') as StepKey,
      id,
      at: at(hours),
      hands: hands * 60,
      earliest: at(earliest),
      latest: at(Math.max(hours, Math.min(byDough, byDispatch))),
      limit: byDough <= byDispatch ? 'dough' : 'dispatch',
    });
  };
  const { ripe } = levain;
  const lastMix = lastLoad - dough.soonestLoad;
  const lastShaped = lastLoad - proofAtLeast;
  const offBest = (
    window: { earliest: number; best: number; latest: number },
    share: 'earliest' | 'latest',
  ) => window[share] - window.best;

  add('feed', -ripe.best, work.weigh, -ripe.latest, -ripe.earliest, lastMix - ripe.earliest);
  add(
    'weigh',
    -work.weigh,
    work.weigh,
    offBest(ripe, 'earliest') - work.weigh,
    offBest(ripe, 'latest') - work.weigh,
    lastMix - work.weigh,
  );
  add('mix', 0, programme.minutes / 60, offBest(ripe, 'earliest'), offBest(ripe, 'latest'), lastMix);
  const foldPlay = process.folds.every / 60 / 3;
  dough.folds.forEach((fold, index) => {
    add(`fold.${index + 1}`, fold, work.fold, fold - foldPlay, fold + foldPlay, Infinity);
  });
  const { divide, load } = dough;
  add(
    'divide',
    divide.best,
    work.divide + work.preshape,
    divide.earliest,
    divide.latest,
    lastShaped - shaping,
  );
  const shapeAfter = shaping - work.shape;
  add(
    'shape',
    divide.best + shapeAfter,
    work.shape,
    divide.earliest + shapeAfter,
    divide.latest + shapeAfter,
    lastShaped - work.shape,
  );
  add('proof', dough.proofStart, 0, divide.earliest + shaping, divide.latest + shaping, lastShaped);
  const preheat = bakehouse.preheat / 60;
  add('preheat', load.best - preheat, 0, load.earliest - preheat, load.latest - preheat, lastLoad - preheat);
  add('load', load.best, work.load, load.earliest, load.latest, lastLoad);
  const out = load.best + work.load + dough.bakeHours;
  const spare = bakehouse.spare / 60;
  add('out', out, work.unload, out, Infinity, out + spare);
  add('cool', out + work.unload, 0, out + work.unload, Infinity, out + work.unload + spare);
  const pack = out + work.unload + dough.coolHours;
  add('pack', pack, work.pack, pack, Infinity, pack + spare);
  steps.push({
    key: 'dispatch',
    id: 'dispatch',
    at: dispatch,
    hands: 0,
    earliest: at(pack + work.pack),
    latest: dispatch,
    limit: 'dispatch',
  });
  return steps.sort((a, b) => a.at - b.at);
}
