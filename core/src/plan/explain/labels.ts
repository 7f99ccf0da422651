import { fillLine } from '../../culture/followed/index.ts';
import { MOST_RISE, visibleRise } from '../../fermentation/index.ts';
import { allergensOfFormula, allergenText } from '../../formula/facts/index.ts';
import type { Followed } from '../checker/index.ts';
import { bulkEnd, SLOT, phaseOf } from '../../dough/index.ts';
import { endOf, type Schedule } from '../instance/index.ts';
import type { Network, TaskKind } from '../network/index.ts';

/** What stands on the tub of a batch. */
export interface TubLabel {
  readonly key: string;
  readonly dough: string;
  readonly batch: number;
  readonly batches: number;
  readonly tubs: number;
  /** kg in one tub. */
  readonly mass: number;
  /** Epoch seconds of the end of the mix and of the bulk, and whether something else than a cut comes then. */
  readonly mixed: number;
  readonly over: number;
  readonly laminated: boolean;
  /** What comes then; earlier plans do not say. */
  readonly then?: TaskKind;
  /** cm over the bottom of the tub: when it is filled, and when it is cut. */
  readonly start: number;
  readonly height: number;
  /** Volumes of gas that show by then, and the share of the dough that they are of; earlier plans do not say. */
  readonly gas?: number;
  readonly share?: number;
  readonly pieces: readonly { readonly name: string; readonly pieces: number; readonly mass: number }[];
  readonly allergens: string;
}

/** A label for each batch of a plan; dough is cut long before it would climb out of its tub. */
export function labelsOf(network: Network, followed: Followed, schedule: Schedule): TubLabel[] {
  const { models, doughs, instance } = network;
  return models.flatMap((model) => {
    const dough = doughs.find(({ key }) => key === model.key);
    if (!dough) return [];
    const { doc } = dough.formula;
    const phase = phaseOf(dough.scaled.split);
    const allergens = allergenText(allergensOfFormula(dough.formula));
    const most = doc.type === 'rye' ? MOST_RISE.rye : MOST_RISE.strongWheat;
    return model.batches.flatMap((batch): TubLabel[] => {
      const course = followed.batches.find((each) => each.dough === model.key && each.batch === batch.n);
      const [mix, divide] = [schedule.tasks[batch.mix], schedule.tasks[bulkEnd(batch)]];
      if (!course || !mix || !divide || batch.tubs === 0) return [];
      const mass = batch.dough / batch.tubs;
      const tub = { kind: 'tub' as const, length: model.tub.length, width: model.tub.width, height: 1 };
      const end = bulkEnd(batch);
      const found = followed.rises.find(({ task, of }) => task === end && of === 'bulk');
      const gas = visibleRise(found?.rise ?? course.whole.at(-1)?.rise ?? 0, most);
      const line = fillLine(tub, mass, gas, most, phase);
      const at = (slot: number) => instance.origin + slot * SLOT;
      return [
        {
          key: model.key, dough: model.name, batch: batch.n, batches: model.batches.length, tubs: batch.tubs, mass,
          mixed: at(endOf(instance, batch.mix, mix)), over: at(divide.start), laminated: end !== batch.divide,
          ...(network.notes[end] && { then: network.notes[end].kind }),
          start: line.start, height: line.target, gas, share: phase, allergens,
          pieces: batch.strands.map(({ product, pieces, mass: each }) => ({
            name: doc.products.find(({ slug }) => slug === product)?.name ?? product, pieces, mass: each,
          })),
        },
      ];
    });
  });
} // prettier-ignore
