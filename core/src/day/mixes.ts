import { equalBatches, ferments, scaleFormula } from '../formula/scale/index.ts';
import type { Formula, PieceOrder } from '../formula/index.ts';
import { MixDoc, type Mixer, type Programme } from '../mix/index.ts';
import { bad, good, problem, type Result } from '../problem/index.ts';
import type { Temperatures } from '../water/index.ts';
import type { Bakehouse } from '../bakehouse/index.ts';
import type { PlanInput } from './schema.ts';

/** A dough that is to be mixed, whole. */
export interface DoughToMix {
  readonly slug: string;
  readonly formula: Formula;
  readonly order: readonly PieceOrder[];
  readonly mixer: Mixer;
  readonly programme: Programme;
  readonly ddt: number;
}

/**
 * The mixes of a dough: as few equal batches as its mixer takes, each with its share of the pieces.
 *
 * @returns the mixes in order, or the problem of formula or order
 */
export function mixesOfDough(dough: DoughToMix, bakehouse: Bakehouse): Result<MixDoc[]> {
  const scaled = scaleFormula(dough.formula, dough.order);
  if (!scaled.ok) return scaled;
  const batches = equalBatches(scaled.value.dough, dough.mixer);
  if (!batches.ok) return batches;
  const { count, each } = batches.value;
  const share = (pieces: number, n: number) =>
    Math.floor((pieces * n) / count) - Math.floor((pieces * (n - 1)) / count);
  const { levain, ...usual } = bakehouse.usual;
  // A pre-ferment comes from where it stands, a soaker from the room.
  const holds = dough.formula.doc.parts.map(({ slug, kind, temperature }) => [
    slug,
    temperature ?? (ferments(kind) ? levain : usual.room),
  ]);
  return good(
    Array.from({ length: count }, (_, index) =>
      MixDoc.parse({
        schema: 1,
        slug: dough.slug,
        formula: dough.formula,
        order: dough.order.map((line) => ({ ...line, pieces: share(line.pieces, index + 1) })),
        dough: each,
        batch: { n: index + 1, of: count },
        mixer: dough.mixer,
        programme: dough.programme,
        ddt: dough.ddt,
        method: bakehouse.waterMethod,
        usual: { ...usual, ...(Object.fromEntries(holds) as Record<string, number>) },
        sources: bakehouse.sources,
      }),
    ),
  );
}

/** The mixes of a planned day. */
export function mixesOfPlan({ order, formula, bakehouse, mixer }: PlanInput): Result<MixDoc[]> {
  const programme = bakehouse.programmes.find(({ slug }) => slug === order.programme);
  if (!programme)
    return bad(problem('programme', 'Its programme is not known here.', 'Choose another in the Day line.'));
  const { ddt, order: pieces } = order;
  return mixesOfDough({ slug: order.formula, formula, order: pieces, mixer, programme, ddt }, bakehouse);
}

/** Stands for the dispatch where only the course of a dough from its mix on is asked for. */
const ANY_DISPATCH = { date: '2000-01-01', time: '12:00' } as const;

/** A mix as a dough of its own, from its temperatures on: what its bulk is forecast by. */
export function planInputOfMix(
  doc: MixDoc,
  temperatures: Temperatures,
  bakehouse: Bakehouse,
  tub: PlanInput['tub'],
): PlanInput {
  const rising = doc.formula.doc.parts.find(({ kind, into }) => into === 'mix' && ferments(kind));
  const { flour, room, bowl } = temperatures;
  return {
    order: {
      schema: 1,
      formula: doc.slug,
      order: doc.order,
      dispatch: ANY_DISPATCH,
      readings: { flour, room, bowl, levain: temperatures[rising?.slug ?? ''] ?? bakehouse.usual.levain },
      ddt: doc.ddt,
      mixer: doc.mixer.slug,
      programme: doc.programme.slug,
    },
    formula: doc.formula,
    bakehouse: { ...bakehouse, programmes: [doc.programme] },
    mixer: doc.mixer,
    tub,
    logged: [],
  };
}
