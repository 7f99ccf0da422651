import { scaleDough, scaleFormula, splitFormula, type ScaledFormula } from '../../formula/scale/index.ts';
import type { Formula, PieceOrder } from '../../formula/index.ts';
import { firstOf, isThawed, mainMix, piecesOf as stepsOf } from '../../formula/way/index.ts';
import type { Mixer, Programme } from '../../mix/index.ts';
import { bad, good, place, problem, type Problem, type Result } from '../../problem/index.ts';
import { addDays, resolveLocal } from '../../time/index.ts';
import { shiftsOn, workOf } from '../../bakehouse/index.ts';
import { spanOf } from '../../equipment/index.ts';
import { actualsOf } from '../../run/index.ts';
import { loadsOf, strandsIn } from './deck-lots.ts';
import { DoughIds, idIn } from './ids.ts';
import type { DayInput } from './input.ts';
import type { Lot } from './lot.ts';
import { ENOUGH, madeOf, type DividedPieces, type Made } from './made.ts';

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
  /** Its pieces come from the freezer: nothing of it is mixed today. */
  readonly thawed?: boolean;
  /** What was ordered of it that it is not enough for, since it was begun. */
  readonly short: readonly Short[];
}

/** Pieces that were ordered and are not made, and what there is only so much of. */
export interface Short {
  readonly lot: Lot;
  /** Pieces that there are. */
  readonly given: number;
  /** The dough itself or one of its pre-ferments, kg of it, and when it was begun; epoch seconds. */
  readonly of: string;
  readonly kilograms: number;
  readonly at: number;
}

/** What a day may have at most, so that it is planned in the time that is given for it. */
export const MOST_OF_A_DAY = { pieces: 20_000, batches: 400, tasks: 20_000 } as const;
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
  const ordered = input.demand.reduce((sum, { pieces }) => sum + pieces, 0);
  if (ordered > MOST_OF_A_DAY.pieces)
    return bad(
      problem(
        'demand',
        `These are ${ordered} pieces, and a day is planned up to ${MOST_OF_A_DAY.pieces}.`,
        'Order less for this day, or part it.',
      ),
    );
  const problems: Problem[] = [];
  const doughs: Dough[] = [];
  const lots = new Map<string, Lot[]>();
  const thawed = new Map<string, Lot[]>();
  const ids = new DoughIds(input);
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
      const { scaledWeight, pieces } = line;
      const of = isThawed(product.way ?? formula?.doc.pieces ?? []) ? thawed : lots;
      of.set(line.formula, [
        ...(of.get(line.formula) ?? []),
        { product: line.product, name: product.name, scaledWeight, pieces, drop: drop.value },
      ]);
    }
  });
  for (const [slug, all] of lots) {
    const index = input.formulas.findIndex((each) => each.slug === slug);
    const formula = input.formulas[index]?.formula;
    if (!formula) continue;
    const add = (key: string, run: readonly Lot[]): void => {
      const dough = doughOf(input, slug, key, formula, run);
      if (!dough.ok)
        return void problems.push(...dough.problems.map((each) => place(`formulas.${index}`, each)));
      const rest = dough.value.short.map(({ lot, given }) => ({ ...lot, pieces: lot.pieces - given }));
      const again = rest.length > 0 && input.again.includes(slug);
      doughs.push(again ? { ...dough.value, short: [] } : dough.value);
      if (again) ids.of(slug, [rest], TOGETHER * 3600, `${key}-again`).forEach((id) => add(id, rest));
    };
    const runs = runsOf(all, input.together.includes(slug) ? Infinity : TOGETHER);
    ids.of(slug, runs, TOGETHER * 3600).forEach((id, n) => add(id, runs[n] ?? []));
  }
  for (const [slug, all] of thawed) {
    const formula = input.formulas.find((each) => each.slug === slug)?.formula;
    const runs = runsOf(all, TOGETHER);
    if (formula)
      ids.of(slug, runs, TOGETHER * 3600, `${slug}-thawed`).forEach((id, n) => {
        const dough = stockOf(input, slug, id, formula, runs[n] ?? []);
        if (dough.ok) doughs.push(dough.value);
        else problems.push(...dough.problems);
      });
  }
  const mixes = doughs.reduce((sum, { batches }) => sum + batches.length, 0);
  if (mixes > MOST_OF_A_DAY.batches) problems.push({ ...tooManyMixes(mixes), path: 'demand' });
  const tasks = doughs.reduce((sum, dough) => sum + stepsIn(dough), 0);
  if (tasks > MOST_OF_A_DAY.tasks)
    problems.push(
      problem(
        'demand',
        `These are about ${tasks} pieces of work, and a day is planned up to ${MOST_OF_A_DAY.tasks}.`,
        'Order fewer kinds of bread for this day, or less of them.',
      ),
    );
  return problems.length > 0 ? bad(...problems) : good(doughs);
}

/** Steps of all batches of a dough, of each product by itself. */
const stepsIn = ({ formula: { doc }, batches }: Dough): number =>
  batches.reduce((sum, { lots }) => {
    const products = new Set(lots.map(({ product }) => product));
    return (
      sum + doc.way.length + [...products].reduce((all, product) => all + stepsOf(doc, product).length, 0)
    );
  }, 0);

/** What is taken out of the freezer: pieces of one formula for drops that lie close together, and no dough. */
function stockOf(
  { mixers, bakehouse }: DayInput,
  slug: string,
  key: string,
  formula: Formula,
  lots: readonly Lot[],
): Result<Dough> {
  const split = splitFormula(formula);
  if (!split.ok) return split;
  const scaled = { ...scaleDough(formula, split.value, 0), parts: [], branches: [] };
  const { name } = formula.doc;
  // Nothing is mixed of it; a dough has both.
  const [[mixer], [first]] = [mixers, bakehouse.programmes];
  const programme = bakehouse.programmes.find((each) => each.slug === mainMix(formula.doc).programme) ?? first;
  if (!mixer || !programme) throw new Error('a bakehouse has a mixer and a programme');
  return good({
    key, slug, name, formula, order: piecesOf(lots), scaled, mixer, programme,
    batches: [{ n: 1, dough: massOf(lots), lots }], thawed: true, short: [],
  });
} // prettier-ignore

const tooManyMixes = (mixes: number): Problem =>
  problem(
    'mixers',
    `These are ${mixes} mixes, and a day is planned up to ${MOST_OF_A_DAY.batches}.`,
    'Order less for this day, or enter a larger mixer.',
  );

/** Lots in the order in which they leave, parted where too much time lies between. */
function runsOf(lots: readonly Lot[], hours: number): Lot[][] {
  const runs: Lot[][] = [];
  for (const lot of lots.toSorted((a, b) => a.drop - b.drop)) {
    const run = runs.at(-1);
    if (run?.[0] && lot.drop - run[0].drop <= hours * 3600) run.push(lot);
    else runs.push([lot]);
  }
  return runs;
}

function doughOf(
  input: DayInput,
  slug: string,
  key: string,
  formula: Formula,
  wanted: readonly Lot[],
): Result<Dough> {
  const asked = scaleFormula(formula, piecesOf(wanted));
  if (!asked.ok) return asked;
  const { doc } = formula;
  const programme = input.bakehouse.programmes.find((each) => each.slug === mainMix(doc).programme);
  if (!programme)
    return bad(
      problem(
        'programme',
        `${doc.name} is mixed by “${mainMix(doc).programme}”, which this bakehouse does not have.`,
        'Choose one of its programmes in the formula.',
      ),
    );
  const made = madeOf(input, key, asked.value);
  const { most } = made;
  const cut =
    most && most.dough < asked.value.dough * ENOUGH
      ? cutFrom((massOf(wanted) * most.dough) / asked.value.dough, wanted)
      : wanted;
  const lots = cut.length > 0 ? cut : wanted;
  const order = piecesOf(lots);
  const scaled = lots === wanted ? asked : scaleFormula(formula, order);
  if (!scaled.ok) return scaled;
  const least = Math.max(byHands(input, formula, lots), ...input.parted.map((each) => (each.formula === slug ? each.batches : 1)));
  const mixer = mixerFor(scaled.value.dough, mixersThere(input, lots), least);
  const fewest = Math.max(least, Math.ceil(scaled.value.dough / mixer.maxDough));
  if (fewest > MOST_OF_A_DAY.batches) return bad(tooManyMixes(fewest));
  const mixes = input.fullOvens ? byLoads(input, formula, lots, fewest, scaled.value.dough / mixer.minDough) : fewest;
  const masses = massesOf(made, scaled.value.dough, massOf(lots), mixes);
  const left = wanted.map((lot) => ({ ...lot }));
  const batches = parted(lots, masses).flatMap((each, index): DoughBatch[] => {
    const n = index + 1;
    const real = actualsOf(input.events).get(idIn(idIn(key, n), 'divide'))?.mass ?? null;
    const divided = made.divided.get(n);
    const own = real !== null ? cutFrom(real, each) : divided ? asDivided(left, divided) : each;
    const dough = made.mixes?.get(n)?.begun
      ? (made.mixes.get(n)?.mass ?? 0)
      : scaled.value.dough * (massOf(each) / massOf(lots));
    return own.length > 0 ? [{ n, dough, lots: own }] : [];
  });
  const short = most ? shortOf(wanted, batches, most) : [];
  return good({
    key, slug, name: doc.name, formula, order, scaled: scaled.value, mixer, programme, batches, short,
  });
} // prettier-ignore

/** kg of pieces for each batch: mixes that were begun have what they have, the others share what is left alike. */
function massesOf({ mixes, batches }: Made, dough: number, pieces: number, least: number): number[] {
  if (!mixes) {
    const count = Math.max(1, batches, least);
    return Array.from({ length: count }, () => pieces / count);
  }
  const all = Array.from({ length: Math.max(...mixes.keys()) }, (_, index) => mixes.get(index + 1));
  const begun = all.reduce((sum, each) => sum + (each?.begun ? each.mass : 0), 0);
  const others = all.filter((each) => !each?.begun).length;
  // Of less than was begun each has its share.
  const net = Math.min(pieces / dough, pieces / begun);
  const last = others === 0 ? pieces / begun : net;
  return all.map((each) => (each?.begun ? each.mass * last : Math.max(0, pieces - begun * net) / others));
}

/**
 * Lots of a batch that was divided already: so many pieces of each product as there were, for what leaves first.
 *
 * @param left what is ordered and in no batch yet; what goes into this one is taken off
 */
function asDivided(left: { -readonly [K in keyof Lot]: Lot[K] }[], divided: readonly DividedPieces[]): Lot[] {
  const taken = new Map<(typeof left)[number], number>();
  for (const { name, each, pieces } of divided) {
    const own = left.filter(
      (lot) => lot.name === name && (each === null || Math.abs(lot.scaledWeight - each) < SAME_WEIGHT),
    );
    let over = pieces;
    own.forEach((lot, index) => {
      const so = index === own.length - 1 ? over : Math.min(over, lot.pieces);
      over -= so;
      lot.pieces = Math.max(0, lot.pieces - so);
      taken.set(lot, (taken.get(lot) ?? 0) + so);
    });
  }
  return [...taken].flatMap(([lot, pieces]) => (pieces > 0 ? [{ ...lot, pieces }] : []));
}

/** kg by which pieces are of one weight. */
const SAME_WEIGHT = 0.0005;

/** What was ordered and is in no batch. */
function shortOf(
  wanted: readonly Lot[],
  batches: readonly DoughBatch[],
  { of, kilograms, at }: NonNullable<Made['most']>,
): Short[] {
  const same = (one: Lot, other: Lot) =>
    one.product === other.product && one.drop === other.drop && one.scaledWeight === other.scaledWeight;
  return wanted.flatMap((lot) => {
    const given = batches
      .flatMap(({ lots }) => lots)
      .reduce((sum, each) => sum + (same(each, lot) ? each.pieces : 0), 0);
    return given < lot.pieces ? [{ lot, given, of, kilograms, at }] : [];
  });
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

/** Batches at least, so that those who shape are done with one before its first pieces are long past. */
function byHands({ bakehouse: { floor, rates }, date }: DayInput, { doc }: Formula, lots: readonly Lot[]): number {
  const crew = floor.hands.filter((hand) => hand.skills.includes('shape') && [date, addDays(date, -1)].some((day) => shiftsOn(hand, day).length > 0));
  const seconds = lots.reduce((sum, { product, pieces, scaledWeight }) => {
    const shape = firstOf(stepsOf(doc, product), 'shape');
    const amount = { pieces, mass: pieces * scaledWeight, tubs: 1, lines: 0 };
    return sum + (shape ? workOf(shape, rates, amount, floor.equipment) : 0);
  }, 0);
  // Half of those who work that day are there at one time, or so.
  return Math.max(1, Math.ceil(seconds / (ONE_BATCH * Math.max(1, Math.min(TOGETHER_AT_WORK, Math.ceil(crew.length / 2))))));
} // prettier-ignore

/** Seconds in which pieces of one batch should be shaped, and people who do so at most. Chosen for Jovet. */
const [ONE_BATCH, TOGETHER_AT_WORK] = [2700, 6];

/** Batches, a few more than at least: so many that the oven is loaded the fewest times. @param most batches */
function byLoads({ bakehouse: { floor } }: DayInput, { doc }: Formula, lots: readonly Lot[], least: number, most: number): number {
  const known = new Map<string, number>();
  const loadsOfOne = (strand: Lot) => {
    const key = `${strand.product} ${strand.scaledWeight} ${strand.pieces}`;
    const found = known.get(key) ?? loadsOf(floor, doc, strand);
    known.set(key, found);
    return found;
  };
  const loads = (batches: number) =>
    parted(lots, Array.from({ length: batches }, () => massOf(lots) / batches))
      .flatMap(strandsIn)
      .reduce((sum, strand) => sum + loadsOfOne(strand), 0);
  let [count, fewest] = [least, loads(least)];
  for (let more = least + 1; more <= Math.min(least * SMALLER, most, MOST_OF_A_DAY.batches) && fewest > count; more += 1)
    if (loads(more) < fewest) [count, fewest] = [more, loads(more)];
  return count;
} // prettier-ignore

/** So many times as many batches are made at the most, so that ovens are full. Chosen for Jovet. */
const SMALLER = 1.5;

/** Mixers that work at some time until a dough leaves; all of them, where none does. */
function mixersThere({ mixers, now, bakehouse: { zone } }: DayInput, lots: readonly Lot[]): readonly Mixer[] {
  const last = Math.max(...lots.map(({ drop }) => drop));
  const there = mixers.filter(({ out }) =>
    out.every((each) => {
      const span = spanOf(each, zone);
      return span === null || span.from > (now ?? -Infinity) || span.to < last;
    }),
  );
  return there.length > 0 ? there : mixers;
} // prettier-ignore

/** The mixer that needs the fewest batches; of those the smallest that it fills. @param least batches */
function mixerFor(dough: number, mixers: readonly Mixer[], least: number): Mixer {
  const count = ({ maxDough }: Mixer) => Math.max(least, Math.ceil(dough / maxDough - 1e-9));
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

/** Parts lots into batches of so much mass each, to the piece: a lot may be cut. */
function parted(lots: readonly Lot[], masses: readonly number[]): Lot[][] {
  const batches = masses.map((): Lot[] => []);
  let sum = 0;
  const ends = [0, ...masses.map((each) => (sum += each))];
  let before = 0;
  for (const lot of lots) {
    const upTo = (batch: number) =>
      Math.min(lot.pieces, Math.max(0, Math.round(((ends[batch] ?? 0) - before) / lot.scaledWeight)));
    batches.forEach((batch, index) => {
      const until = index === masses.length - 1 ? lot.pieces : upTo(index + 1);
      const pieces = until - upTo(index);
      if (pieces > 0) batch.push({ ...lot, pieces });
    });
    before += lot.pieces * lot.scaledWeight;
  }
  return batches;
}
