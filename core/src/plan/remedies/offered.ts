import { judge } from '../checker/index.ts';
import type { DayInput } from '../demand/index.ts';
import { planSums, type DaySums } from '../explain/index.ts';
import type { Schedule } from '../instance/index.ts';
import { afterMishaps } from '../mishaps/index.ts';
import { networkOf, type Network } from '../network/index.ts';
import { carriedOver, type Answer } from '../planning.ts';
import { formatNumber } from '../../units/index.ts';
import { remedied } from './remedied.ts';
import { remediesFor } from './remedies-for.ts';
import type { Family, Option, Remedy } from './remedy.ts';
import { remedyWords } from './words.ts';

/** What helps a day, one remedy or two together; it was planned, and passed the checker. */
export interface Offer {
  readonly remedies: Option;
  readonly words: string;
  /** Of the plan that comes of it. */
  readonly cost: number;
  readonly sums: DaySums;
}

/**
 * The order in which offers are read: those that make all that is ordered first, then those that have some of it from
 * elsewhere, then those that leave some out; of these what costs less money, and what is the better plan.
 */
export const byPrice = (one: Offer, other: Offer): number =>
  lackOf(one) - lackOf(other) || paidFor(one) - paidFor(other) || one.cost - other.cost;
const lackOf = ({ remedies }: Offer): number =>
  remedies.some(({ kind }) => kind === 'fewer') ? 2 : Number(remedies.some(({ kind }) => kind === 'bought'));
const paidFor = ({ sums: { paidBought, forgone } }: Offer): number => (paidBought ?? 0) + (forgone ?? 0);

/** How remedies are tried. */
export interface Trying {
  /** Plans a day for a moment, from a plan of before; null: nobody waits any longer. */
  readonly plan: (day: DayInput, network: Network, from: Schedule | null) => Promise<Answer | null>;
  /** Whether so much of the time for all of them is gone; without a share: all of it. */
  readonly over: (share?: number) => boolean;
}

/**
 * Share of the time in which what goes to the root is tried, also where less of everything was tried before: what is left
 * out is known to help, and is to be said too.
 */
const [AT_ROOT, AFTER_LESS] = [0.5, 0.75] as const;

/** So many are offered, and so often something is left out until the rest can be planned. */
const [OFFERED, LEFT_OUT] = [5, 5] as const;

/** Formulas that have to be left out, and the plan of the rest. */
interface Rest {
  readonly left: readonly string[];
  readonly stood: Stood | null;
}

/** Remedies that go to the root of what cannot be: what is held is let go, what is short is there, somebody is there. */
const DIRECT: readonly Remedy['kind'][] = [
  'unpin', 'swap', 'more', 'holder', 'anywhere', 'hands', 'called', 'shift', 'alone', 'exchange',
]; // prettier-ignore
const isDirect = (family: Family): boolean =>
  family.some((option) => option.some(({ kind }) => DIRECT.includes(kind)));

/** A plan that stands, and its day. */
interface Stood {
  readonly schedule: Schedule;
  readonly network: Network;
}

/**
 * What helps a day without a plan, as soon as it is known to help: of each family the least that does. Where it takes
 * several doughs together, they are taken together.
 *
 * @param stood a plan of before
 */
export async function* offeredFor(
  day: DayInput,
  network: Network,
  answer: Answer,
  stood: Stood | null,
  { plan, over }: Trying,
): AsyncGenerator<Offer, void, void> {
  let rest: Rest = { left: [], stood };
  const offerOf = (remedies: Option, { schedule, network }: Stood): Offer => ({
    remedies, words: wordsOf(day, remedies), cost: judge(network, schedule).cost?.total ?? 0, sums: planSums(remedies.reduce(remedied, day), network, schedule),
  });
  const tried = async (remedies: Option): Promise<Offer | 'none' | null> => {
    const changed = remedies.reduce(remedied, day);
    const other = networkOf(changed);
    if (!other.ok) return 'none';
    const found = await plan(changed, other.value, carried(rest.stood, other.value));
    return found?.verdict === 'planned' ? offerOf(remedies, { schedule: found.schedule, network: other.value }) : found && 'none';
  };
  let offered = 0;
  /** Tries some families; what is left out wholly is known to help already. */
  async function* each(families: readonly Family[], known: Option, share = 1): AsyncGenerator<Offer, boolean, void> {
    for (const family of families) {
      const [most, ...lesser] = family.filter((option) => leavesSome(day, option)).toReversed();
      if (over() || offered >= OFFERED) return false;
      if (over(share)) break;
      if (!most) continue;
      const isKnown = JSON.stringify(most) === JSON.stringify(known);
      let best = isKnown ? 'none' : await tried(most);
      if (best === null) return false;
      if (best === 'none' && !isKnown) continue;
      // The least that helps is found by halves.
      for (let between = lesser.toReversed(); between.length > 0 && !over(share); ) {
        const half = between.length >> 1;
        const enough = await tried(between[half] ?? most);
        if (enough === null) return false;
        if (enough !== 'none') best = enough;
        between = enough === 'none' ? between.slice(half + 1) : between.slice(0, half);
      }
      if (best === 'none') continue;
      yield best;
      offered += 1;
    }
    return true;
  }
  const direct = answer.verdict === 'impossible' ? remediesFor(day, network, answer).filter(isDirect) : [];
  // How much of a day that is far too large can be made is known first, unless somebody holds what is in the way.
  const isHeld = direct.some((family) => family.some((option) => option.some(({ kind }) => kind === 'unpin')));
  const all = isHeld ? [] : lessOfAll(day, answer);
  if (!(yield* each(all, [], AT_ROOT))) return;
  // What cannot be is helped at its root; else it is known soonest what can be left out.
  if (!(yield* each(direct, [], all.length > 0 ? AFTER_LESS : AT_ROOT))) return;
  const found = answer.verdict === 'planned' ? rest : await withoutSome(day, network, answer, stood, { plan, over });
  if (!found) return;
  rest = found;
  const known = leftOut(rest.left);
  if (rest.stood && known.length > 0) {
    yield offerOf(known, rest.stood);
    offered += 1;
  }
  const others = remediesFor(day, network, answer, rest.left).filter((family) => direct.length === 0 || !isDirect(family));
  yield* each(others, known);
} // prettier-ignore

/** Less of everything, in percent: what a day that is not begun yet is too large for. */
const LESS = [25, 50, 75, 90, 95, 98] as const;
function lessOfAll(day: DayInput, answer: Answer): Family[] {
  const formulas = made(day);
  if (answer.verdict === 'planned' || day.now !== null || formulas.length < 2) return [];
  const family = LESS.map((percent) =>
    formulas.map((formula): Remedy => ({ kind: 'fewer', formula, percent })),
  );
  // Nothing is left out by it: what is impossible by itself is no question of how much.
  return [family.filter((option) => made(option.reduce(remedied, day)).length === formulas.length)];
}
const made = (day: DayInput): string[] => [
  ...new Set(afterMishaps(day).demand.flatMap(({ formula, pieces }) => (pieces > 0 ? [formula] : []))),
];

const leftOut = (formulas: readonly string[]): Remedy[] =>
  formulas.map((formula) => ({ kind: 'fewer', formula, percent: 100 }));

/** Something is still made then. */
const leavesSome = (day: DayInput, option: Option): boolean =>
  afterMishaps(option.reduce(remedied, day)).demand.some(({ pieces }) => pieces > 0);

const carried = (stood: Stood | null, to: Network): Schedule | null =>
  stood && carriedOver(stood.schedule, stood.network, to);

/** Remedies as words on one button: what is left out is said in one. */
function wordsOf(day: DayInput, remedies: Option): string {
  const [first] = remedies;
  if (first?.kind === 'fewer' && first.percent < 100 && remedies.length > 1 && remedies.length === made(day).length) {
    const [before, after] = [day, remedies.reduce(remedied, day)].map((each) => afterMishaps(each).demand.reduce((sum, { pieces }) => sum + pieces, 0));
    return `${100 - first.percent} % of everything: ${formatNumber(after ?? 0, 0)} pieces instead of ${formatNumber(before ?? 0, 0)}`;
  }
  const gone = remedies.flatMap((each) => (each.kind === 'fewer' && each.percent === 100 ? [each.formula] : []));
  if (gone.length < 2 || gone.length < remedies.length) return remedies.map((each) => remedyWords(day, each)).join('; ');
  const names = gone.map((slug) => day.formulas.find((each) => each.slug === slug)?.formula.doc.name ?? slug);
  return `Leave out ${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
} // prettier-ignore

/**
 * Formulas that a day can be planned without, as few as it was found to need, and the plan of the rest.
 *
 * @returns null: nobody waits any longer
 */
async function withoutSome(
  day: DayInput,
  network: Network,
  answer: Answer,
  stood: Stood | null,
  { plan, over }: Trying,
): Promise<Rest | null> {
  const without = async (left: readonly string[], from: Stood | null): Promise<{ answer: Answer; network: Network } | 'none' | null> => {
    const changed = leftOut(left).reduce(remedied, day);
    const other = networkOf(changed);
    if (!other.ok || other.value.doughs.length === 0) return 'none';
    const found = await plan(changed, other.value, carried(from, other.value));
    return found && { answer: found, network: other.value };
  };
  let known = { answer, network };
  let [left, from]: [readonly string[], Stood | null] = [[], stood];
  for (let n = 0; n < LEFT_OUT && known.answer.verdict !== 'planned'; ) {
    // What is proved is known soon, however many doughs it is of.
    if (known.answer.verdict === 'not-found') n += 1;
    const more = noPlaceFor(known.network, known.answer).filter((slug) => !left.includes(slug));
    if (more.length === 0 || over()) return { left: [], stood };
    if (known.answer.partial) from = { schedule: known.answer.partial, network: known.network };
    left = [...left, ...more];
    const next = await without(left, from);
    if (next === null) return null;
    if (next === 'none') return { left: [], stood };
    known = next;
  }
  if (known.answer.verdict !== 'planned') return { left: [], stood };
  let rest: Stood = { schedule: known.answer.schedule, network: known.network };
  // What of it has a place after all comes back.
  for (const slug of left.length > 1 ? left : []) {
    if (over()) break;
    const fewer = left.filter((each) => each !== slug);
    const next = await without(fewer, rest);
    if (next === null) return null;
    if (next === 'none' || next.answer.verdict !== 'planned') continue;
    left = fewer;
    rest = { schedule: next.answer.schedule, network: next.network };
  }
  return { left, stood: rest };
} // prettier-ignore

/** Formulas of what has no place, or of what cannot be by itself. */
function noPlaceFor(network: Network, answer: Exclude<Answer, { verdict: 'planned' }>): string[] {
  const { partial } = answer;
  const slugOf = (task: number) => network.doughs.find(({ key }) => key === network.notes[task]?.dough)?.slug ?? [];
  const open = partial ? network.notes.flatMap((_, task) => (partial.tasks[task] ? [] : slugOf(task))) : [];
  const chain = answer.verdict === 'impossible' && answer.certificate.kind === 'chain' ? answer.certificate.tasks : [];
  return [...new Set(open.length > 0 ? open : chain.flatMap(slugOf))];
} // prettier-ignore
