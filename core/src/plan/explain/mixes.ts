import { afterMishaps } from '../mishaps/index.ts';
import type { Bakehouse } from '../../bakehouse/index.ts';
import type { Formula, PieceOrder } from '../../formula/index.ts';
import { ddtOf } from '../../formula/way/index.ts';
import { equalBatches, ferments, scaleMixed } from '../../formula/scale/index.ts';
import {
  answerMix,
  BOWL_STAYS_WARM,
  type MixAnswer,
  type MixDoc,
  type Mixer,
  type Programme,
} from '../../mix/index.ts';
import { good, type Result } from '../../problem/index.ts';
import { piecesOf, type DayInput } from '../demand/index.ts';
import { endOf, type Schedule } from '../instance/index.ts';
import { SLOT } from '../../dough/index.ts';
import type { Network } from '../network/index.ts';

/** A batch that is to be mixed, and when. */
export interface PlannedMix {
  /** Id of its task. */
  readonly task: string;
  /** Epoch seconds at which the mix begins. */
  readonly at: number;
  readonly doc: MixDoc;
}

/**
 * The mixes of a plan in the order of time: each with its mass and pieces, its pre-ferments as warm as they stand, the
 * room at that hour, and a bowl that is as warm as the dough before it if that came out a short while ago.
 *
 * @example
 * const network = networkOf(demoDay());
 * assert.ok(network.ok);
 * for (const { answer } of planning(network.value, 1))
 *   if (answer?.verdict === 'planned') {
 *     assert.equal(mixesOf(demoDay(), network.value, answer.schedule).length, 8);
 *     break;
 *   }
 */
export function mixesOf(said: DayInput, network: Network, schedule: Schedule): PlannedMix[] {
  const input = afterMishaps(said);
  const { instance, models, doughs, frame } = network;
  const planned = models.flatMap((model) => {
    const dough = doughs.find(({ key }) => key === model.key);
    return model.batches.flatMap((batch) => {
      const placed = schedule.tasks[batch.mix];
      const own = dough?.batches.find(({ n }) => n === batch.n);
      const task = instance.tasks[batch.mix]?.id;
      if (!dough || !own || !placed || task === undefined || dough.thawed) return [];
      const mixer = input.mixers.find(({ slug }) => slug === instance.tasks[batch.mix]?.modes[placed.mode]?.thing) ?? dough.mixer;
      const [at, end] = [placed.start, endOf(instance, batch.mix, placed)].map(
        (slot) => instance.origin + slot * SLOT,
      );
      return [{ task, dough, own, mixer, ddt: batch.ddt, room: frame.room.at(placed.start), at: at ?? 0, end: end ?? 0 }];
    });
  });
  planned.sort((a, b) => a.at - b.at);
  return planned.map(({ task, dough, own, mixer, at, room }, index) => {
    const before = planned.slice(0, index).findLast((each) => each.mixer.slug === mixer.slug);
    const bowl = before && at - before.end <= BOWL_STAYS_WARM ? before.ddt : room;
    const { slug, formula, programme } = dough;
    const batch = { n: own.n, of: dough.batches.length };
    const doc = docOf(input.bakehouse, {
      slug, formula, mixer, programme, task, batch, dough: own.dough, order: piecesOf(own.lots), ddt: ddtOf(formula.doc),
    });
    return { task, at, doc: { ...doc, forecast: { ...doc.forecast, room, bowl } } };
  });
} // prettier-ignore

/**
 * What a mix of a plan is poured with, as far as it is known beforehand: the temperatures that are forecast, and friction
 * as it was learned.
 *
 * @returns null for a task that is no mix
 */
export function waterOf(
  input: DayInput,
  network: Network,
  schedule: Schedule,
  task: string,
): MixAnswer | null {
  const mixes = mixesOf(input, network, schedule);
  const index = mixes.findIndex((each) => each.task === task);
  const mix = mixes[index];
  if (!mix) return null;
  const earlier = mixes.slice(0, index).map(({ doc }) => ({ doc, readings: [] }));
  const answer = answerMix({ doc: mix.doc, readings: [] }, earlier, input.learned.friction, mix.at);
  return answer.ok ? answer.value : null;
}

/** A dough that is mixed by hand's choice, whatever is planned. */
export interface DoughToMix {
  readonly slug: string;
  readonly formula: Formula;
  readonly order: readonly PieceOrder[];
  readonly mixer: Mixer;
  readonly programme: Programme;
  readonly ddt: number;
}

/**
 * The mixes of a dough outside a plan: as few equal batches as its mixer takes, each with its share of the pieces.
 *
 * @returns the mixes in order, or the problem of formula or order
 */
export function mixesByHand(dough: DoughToMix, bakehouse: Bakehouse): Result<MixDoc[]> {
  const scaled = scaleMixed(dough.formula, dough.order);
  if (!scaled.ok) return scaled;
  const batches = equalBatches(scaled.value.dough, dough.mixer);
  if (!batches.ok) return batches;
  const { count, each } = batches.value;
  const share = (pieces: number, n: number) =>
    Math.floor((pieces * n) / count) - Math.floor((pieces * (n - 1)) / count);
  return good(
    Array.from({ length: count }, (_, index) =>
      docOf(bakehouse, {
        ...dough,
        order: dough.order.map((line) => ({ ...line, pieces: share(line.pieces, index + 1) })),
        dough: each,
        batch: { n: index + 1, of: count },
        task: null,
      }),
    ),
  );
}

type OneMix = Pick<
  MixDoc,
  'slug' | 'formula' | 'order' | 'dough' | 'batch' | 'mixer' | 'programme' | 'ddt' | 'task'
>;

function docOf(bakehouse: Bakehouse, mix: OneMix): MixDoc {
  const { levain, ...usual } = bakehouse.usual;
  const { parts } = mix.formula.doc;
  const standing = parts.filter(({ temperature }) => temperature !== null);
  return {
    schema: 1,
    ...mix,
    method: bakehouse.waterMethod,
    // A pre-ferment that does not say where it stands is as warm as they usually are, a soaker as the room.
    usual: {
      ...usual,
      ...Object.fromEntries(parts.map(({ slug, kind }) => [slug, ferments(kind) ? levain : usual.room])),
    },
    forecast: Object.fromEntries(standing.map(({ slug, temperature }) => [slug, temperature ?? 0])),
    sources: bakehouse.sources,
    poured: null,
    added: [],
    lot: '',
    gates: { salt: false, keepBack: false },
    note: '',
  };
}
