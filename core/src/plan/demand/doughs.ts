import { scaleFormula, type ScaledFormula } from '../../formula/scale/index.ts';
import type { Formula, PieceOrder } from '../../formula/index.ts';
import type { Mixer, Programme } from '../../mix/index.ts';
import { bad, good, place, problem, type Problem, type Result } from '../../problem/index.ts';
import { resolveLocal } from '../../time/index.ts';
import { actualsOf } from '../../run/index.ts';
import type { DayInput } from './input.ts';

/** Pieces of one product in one batch that leave together. */
export interface Lot {
  readonly product: string;
  readonly name: string;
  /** Dough of a piece, kg. */
  readonly scaledWeight: number;
  readonly pieces: number;
  /** When they leave, epoch seconds. */
  readonly drop: number;
}

/** What is mixed at once. */
export interface DoughBatch {
  readonly n: number;
  /** kg as it is mixed. */
  readonly dough: number;
  readonly lots: readonly Lot[];
}

/** A dough of the day: all that is made of one formula for drops that lie close together. */
export interface Dough {
  readonly key: string;
  readonly slug: string;
  readonly name: string;
  readonly formula: Formula;
  readonly order: readonly PieceOrder[];
  readonly scaled: ScaledFormula;
  readonly mixer: Mixer;
  readonly programme: Programme;
  readonly batches: readonly DoughBatch[];
}

/** Drops of one dough that lie further apart are made apart, h: bread of the morning is not bread of the evening. */
const TOGETHER = 4;
/** Part of a piece that is spread over the others when it is short. */
const PLAY = 0.5;

/**
 * Gathers what is ordered by dough, and parts each dough into as few equal batches as its mixer takes: what leaves first
 * is mixed first.
 *
 * @returns or every problem of orders, formulas and mixers, at `demand.<line>` or `formulas.<line>`
 *
 * @example
 * const doughs = doughsOf(demoDay());
 * assert.ok(doughs.ok && doughs.value.length === 8);
 */
export function doughsOf(input: DayInput): Result<Dough[]> {
  const problems: Problem[] = [];
  const doughs: Dough[] = [];
  const lots = new Map<string, Lot[]>();
  input.demand.forEach((line, index) => {
    if (line.pieces === 0) return;
    const formula = input.formulas.find(({ slug }) => slug === line.formula)?.formula;
    const product = formula?.doc.products.find(({ slug }) => slug === line.product);
    const drop = resolveLocal(input.date, line.drop, input.bakehouse.zone);
    if (!product)
      problems.push(
        problem(
          `demand.${index}`,
          `“${line.product}” of ${line.formula} is not made here.`,
          'Choose a product of one of your formulas.',
        ),
      );
    else if (!drop.ok) problems.push(...drop.problems.map((each) => place(`demand.${index}`, each)));
    else {
      const all = lots.get(line.formula) ?? [];
      const { scaledWeight, pieces } = line;
      lots.set(line.formula, [
        ...all,
        { product: line.product, name: product.name, scaledWeight, pieces, drop: drop.value },
      ]);
    }
  });
  for (const [slug, all] of lots) {
    const index = input.formulas.findIndex((each) => each.slug === slug);
    const formula = input.formulas[index]?.formula;
    if (!formula) continue;
    runsOf(all).forEach((run, n) => {
      const dough = doughOf(input, slug, formula, run, n);
      if (dough.ok) doughs.push(dough.value);
      else problems.push(...dough.problems.map((each) => place(`formulas.${index}`, each)));
    });
  }
  return problems.length > 0 ? bad(...problems) : good(doughs);
}

/** Lots in the order in which they leave, parted where too much time lies between. */
function runsOf(lots: readonly Lot[]): Lot[][] {
  const runs: Lot[][] = [];
  for (const lot of lots.toSorted((a, b) => a.drop - b.drop)) {
    const run = runs.at(-1);
    if (run?.[0] && lot.drop - run[0].drop <= TOGETHER * 3600) run.push(lot);
    else runs.push([lot]);
  }
  return runs;
}

function doughOf(
  input: DayInput,
  slug: string,
  formula: Formula,
  lots: readonly Lot[],
  run: number,
): Result<Dough> {
  const order = piecesOf(lots);
  const scaled = scaleFormula(formula, order);
  if (!scaled.ok) return scaled;
  const { doc } = formula;
  const programme = input.bakehouse.programmes.find((each) => each.slug === doc.process.programme);
  if (!programme)
    return bad(
      problem(
        'programme',
        `${doc.name} is mixed by “${doc.process.programme}”, which this bakehouse does not have.`,
        'Choose one of its programmes in the formula.',
      ),
    );
  const mixer = mixerFor(scaled.value.dough, input.mixers);
  const count = Math.max(1, Math.ceil(scaled.value.dough / mixer.maxDough - 1e-9));
  const key = run === 0 ? slug : `${slug}-${run + 1}`;
  return good({
    key, slug, name: doc.name, formula, order, scaled: scaled.value, mixer, programme,
    batches: parted(lots, count).map((each, index) => {
      const real = actualsOf(input.events).get(`${key}.${index + 1}.divide`)?.mass ?? null;
      return {
        n: index + 1,
        dough: scaled.value.dough * (massOf(each) / massOf(lots)),
        lots: real === null ? each : cutFrom(real, each),
      };
    }),
  }); // prettier-ignore
}

/** Pieces of some lots by product and weight. */
export function piecesOf(lots: readonly Lot[]): PieceOrder[] {
  const order = new Map<string, PieceOrder>();
  for (const { product, scaledWeight, pieces } of lots) {
    const key = `${product} ${scaledWeight}`;
    const known = order.get(key);
    order.set(key, { product, scaledWeight, pieces: (known?.pieces ?? 0) + pieces });
  }
  return [...order.values()];
}

const massOf = (lots: readonly Lot[]): number =>
  lots.reduce((sum, { pieces, scaledWeight }) => sum + pieces * scaledWeight, 0);

/** The mixer that needs the fewest batches; of those the smallest that it fills. */
function mixerFor(dough: number, mixers: readonly Mixer[]): Mixer {
  const count = ({ maxDough }: Mixer) => Math.ceil(dough / maxDough - 1e-9);
  const slack = (mixer: Mixer) => (dough / count(mixer) < mixer.minDough ? 1 : 0);
  const [best] = mixers.toSorted(
    (a, b) => slack(a) - slack(b) || count(a) - count(b) || a.maxDough - b.maxDough,
  );
  if (!best) throw new Error('a day has at least one mixer');
  return best;
}

/** Lots as a real mass of dough gives them: what leaves last is short first; what is over becomes pieces of the largest lot. */
export function cutFrom(mass: number, lots: readonly Lot[]): Lot[] {
  const cut = lots.map((lot) => ({ ...lot }));
  for (const lot of cut.toReversed()) {
    const short = massOf(cut) - mass;
    if (short > PLAY * lot.scaledWeight)
      lot.pieces = Math.max(0, lot.pieces - Math.ceil(short / lot.scaledWeight - PLAY));
  }
  const [largest] = cut.toSorted((a, b) => b.pieces - a.pieces);
  if (largest) largest.pieces += Math.max(0, Math.floor((mass - massOf(cut)) / largest.scaledWeight + 1e-9));
  return cut.filter(({ pieces }) => pieces > 0);
}

/** Parts lots into batches of the same mass, to the piece: a lot may be cut. */
function parted(lots: readonly Lot[], count: number): Lot[][] {
  const each = massOf(lots) / count;
  const batches: Lot[][] = Array.from({ length: count }, () => []);
  let before = 0;
  for (const lot of lots) {
    const upTo = (batch: number) =>
      Math.min(lot.pieces, Math.max(0, Math.round((each * batch - before) / lot.scaledWeight)));
    batches.forEach((batch, index) => {
      const until = index === count - 1 ? lot.pieces : upTo(index + 1);
      const pieces = until - upTo(index);
      if (pieces > 0) batch.push({ ...lot, pieces });
    });
    before += lot.pieces * lot.scaledWeight;
  }
  return batches.filter((batch) => batch.length > 0);
}
