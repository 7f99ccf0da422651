import { mishapsOf } from '../../run/index.ts';
import { firstOf, mayRetard, piecesOf, proofAt } from '../../formula/way/index.ts';
import { warmestProof } from '../../bakehouse/index.ts';
import { ofKind } from '../../equipment/index.ts';
import type { DayInput } from '../demand/index.ts';
import { loads } from '../instance/index.ts';
import { afterMishaps } from '../mishaps/index.ts';
import type { Network } from '../network/index.ts';
import type { Answer } from '../planning.ts';
import { marginOf, taskWords } from '../explain/index.ts';
import { elsewhere, mayLie } from './elsewhere.ts';
import { withHands } from './more-hands.ts';
import { proofOf } from './remedied.ts';
import type { Family, Remedy } from './remedy.ts';
import { troubleOf, type Trouble } from './trouble.ts';

/**
 * What might help a day that has no plan: each is to be planned before it is offered.
 *
 * @param left formulas whose doughs find no place, as far as that is known
 * @returns the likeliest first; of a family the last helps if any does
 *
 * @example
 * const [day, none] = [demoDay(), { tasks: [], ways: [] }];
 * const network = networkOf(day);
 * assert.ok(network.ok);
 * const families = remediesFor(day, network.value, { verdict: 'not-found', schedule: none, faults: [], partial: null }, ['oat-tin']);
 * assert.deepEqual(families[0]?.[0], [{ kind: 'later', formula: 'oat-tin', minutes: 30 }]);
 */
export function remediesFor(said: DayInput, network: Network, answer: Answer, left: readonly string[] = []): Family[] {
  const input = afterMishaps(said);
  if (answer.verdict === 'planned') return waysOn(network).map((each) => [[each]]);
  const trouble = troubleOf(input, network, answer);
  const unpinned = trouble.pinned.map((task): Remedy => ({
    kind: 'unpin', task: network.instance.tasks[task]?.id ?? '', name: taskWords(network, task),
  }));
  const more = trouble.things.map(({ of, name, count }): Remedy => ({ kind: 'more', of, name, count }));
  const slugs = trouble.doughs.flatMap((key) => network.doughs.find((each) => each.key === key)?.slug ?? []);
  const set = left.length > 0 ? left : [...new Set(slugs)].slice(0, 1);
  return [
    ...[...unpinned, ...swaps(network, trouble.pinned), ...more, ...elsewhere(input, slugs, trouble)].map((each): Family => [[each]]),
    ...withHands(input, mishapsOf(said.events), network, trouble),
    ...(set.length > 0 ? [...boughtIn(input, network, set), ...ofSet(set)] : []),
    ...[...new Set([...set, ...slugs])].flatMap((formula) => ofDough(input, network, formula, trouble)),
    ...givenUp(input, answer, slugs).filter((slug) => set.length !== 1 || slug !== set[0]).flatMap((slug) => [...boughtIn(input, network, [slug]), ...ofSet([slug])]),
    ...[...new Set([...set, ...slugs])].flatMap((slug) => mayLie(input, slug)),
  ];
} // prettier-ignore

/** Some doughs later, or less of them. */
const ofSet = (formulas: readonly string[]): Family[] => [
  LATER.map((minutes) => formulas.map((formula): Remedy => ({ kind: 'later', formula, minutes }))),
  FEWER.map((percent) => formulas.map((formula): Remedy => ({ kind: 'fewer', formula, percent }))),
];

/** All of some doughs from somebody else, where all of it is to be had. */
function boughtIn({ bakehouse, formulas }: DayInput, { doughs }: Network, slugs: readonly string[]): Family[] {
  const priced = new Set(bakehouse.floor.prices.pieces.flatMap(({ product, bought }) => (bought === null ? [] : [product])));
  const all = slugs.flatMap((formula) => {
    const doc = formulas.find(({ slug }) => slug === formula)?.formula.doc;
    const made = doughs.filter(({ slug }) => slug === formula).flatMap(({ order }) => order.map(({ product }) => product));
    return [...new Set(made)].map((product): Remedy & { kind: 'bought' } => ({
      kind: 'bought', formula, product, name: doc?.products.find(({ slug }) => slug === product)?.name ?? product,
    }));
  });
  return all.length > 0 && all.every(({ product }) => priced.has(product)) ? [[all]] : [];
} // prettier-ignore

/** So many doughs that are not in the way may be given up for those that are. */
const INSTEAD = 2;

/**
 * Doughs that may be given up, the one that least is earned with first, those of which nobody knows last. Where it is
 * hands or things that are short, others may be too.
 */
function givenUp(input: DayInput, answer: Answer, slugs: readonly string[]): string[] {
  const earned = (slug: string): number =>
    input.demand.reduce((sum, line) => (line.formula === slug ? sum + line.pieces * (marginOf(input, line) ?? Infinity) : sum), 0);
  const sorted = (some: readonly string[]) => some.map((slug) => ({ slug, money: earned(slug) })).sort((a, b) => (a.money === b.money ? 0 : a.money - b.money));
  const alone = answer.verdict === 'impossible' && answer.certificate.kind === 'chain';
  const others = alone ? [] : sorted(input.formulas.map(({ slug }) => slug).filter((slug) => !slugs.includes(slug)));
  const cheap = others.filter(({ money }) => money > 0 && money < Infinity).slice(0, INSTEAD);
  return sorted([...slugs, ...cheap.map(({ slug }) => slug)]).map(({ slug }) => slug);
} // prettier-ignore

/** What may be made otherwise of a dough. */
function ofDough(input: DayInput, network: Network, formula: string, { things }: Trouble): Family[] {
  const dough = network.doughs.find((each) => each.slug === formula);
  if (!dough) return [];
  const { key, formula: { doc, ingredients } } = dough;
  const { culture = 0 } = network.models.find((model) => model.key === key)?.leavening ?? {};
  const around = proofOf(input, proofAt(doc, dough.order[0]?.product ?? ''));
  const found: Remedy[] = [];
  // A dead pre-ferment: what it should have raised is raised by yeast alone.
  const lacks = network.notes.some(({ kind, dough: of, done }) => kind === 'feed' && of === key && !done);
  if (input.now !== null && lacks && ingredients.some(({ kind }) => kind === 'yeast'))
    found.push({ kind: 'share', formula, percent: 0, yeast: true });
  if (around + 2 <= warmestProof(doc.type, culture > 0)) found.push({ kind: 'proof', formula, by: 2 });
  const nameOf = (product: string) => doc.products.find(({ slug }) => slug === product)?.name ?? product;
  const hasCold = ofKind(input.bakehouse.floor, 'retarder').length > 0;
  for (const { product } of hasCold ? dough.order : []) {
    if (firstOf(piecesOf(doc, product), 'proof') && !mayRetard(doc, product)) found.push({ kind: 'cold', formula, product, name: nameOf(product) });
  }
  if (things.length > 0) found.push({ kind: 'lighter', formula, percent: 10 });
  if (network.doughs.filter(({ slug }) => slug === formula).length > 1) found.push({ kind: 'together', formula });
  const batches = dough.batches.length + 1;
  if (!dough.thawed && batches <= MOST_BATCHES) found.push({ kind: 'parted', formula, batches });
  return found.map((each) => [[each]]);
} // prettier-ignore

/** A dough is parted into so many batches at most. */
const MOST_BATCHES = 12;

/** Minutes by which a van leaves later, and percent of pieces that are left out. */
const [LATER, FEWER] = [
  [30, 60, 120, 240],
  [10, 25, 50, 100],
] as const;

/** What a dough that was begun is not enough for may be made of otherwise. */
function waysOn({ doughs }: Network): Remedy[] {
  return doughs.flatMap(({ slug, formula, scaled, short }): Remedy[] => {
    const [first] = short;
    if (!first) return [];
    const again: Remedy = { kind: 'again', formula: slug };
    const wanted = short.reduce((sum, { lot, given }) => sum + (lot.pieces - given) * lot.scaledWeight, 0);
    const percent = Math.floor((100 * scaled.dough) / (scaled.dough + wanted));
    // What is mixed already stays as it is.
    if (first.of === 'dough' || percent < 10) return [again];
    const yeasted = formula.ingredients.some(({ kind }) => kind === 'yeast');
    const share = (yeast: boolean): Remedy => ({ kind: 'share', formula: slug, percent, yeast });
    return [again, share(false), ...(yeasted ? [share(true)] : [])];
  });
}
/** A load that is held and in the way may change places with any other that is held. */
function swaps(network: Network, pinned: readonly number[]): Remedy[] {
  const held = network.instance.tasks.flatMap((one, task) => {
    const { id, first, last } = one;
    return loads(one) && first === last && !network.notes[task]?.done ? [{ task, id, first }] : [];
  });
  return held.flatMap((one, index) =>
    held
      .slice(index + 1)
      .filter((other) => other.first !== one.first && [one, other].some(({ task }) => pinned.includes(task)))
      .map((other): Remedy => ({
        kind: 'swap',
        tasks: [one.id, other.id],
        names: [taskWords(network, one.task), taskWords(network, other.task)],
      })),
  );
}
