import type { DayInput } from '../demand/index.ts';

type Line = DayInput['demand'][number];

/** Pieces of lines that are taken, as evenly as whole pieces allow. */
function spread(amounts: readonly number[], taken: number): number[] {
  const all = amounts.reduce((sum, each) => sum + each, 0);
  let [before, given] = [0, 0];
  return amounts.map((amount) => {
    before += amount;
    const until = all > 0 ? Math.floor((taken * before) / all + 1e-9) : 0;
    const own = until - given;
    given = until;
    return own;
  });
}

/** The pieces of a line by who gets less: those who can wait, all others, those who cannot. */
const tiersOf = ({ pieces, first = 0, last = 0 }: Line): readonly [number, number, number] => {
  const waits = Math.min(first, pieces);
  const kept = Math.min(last, pieces - waits);
  return [waits, pieces - waits - kept, kept];
};

/** Lines of a formula with so many percent fewer pieces, of whoever can wait first. */
function withFewer(demand: readonly Line[], formula: string, percent: number): Line[] {
  const own = demand.filter((line) => line.formula === formula);
  let wanted = own.reduce((sum, { pieces }) => sum + pieces - Math.floor(pieces * (1 - percent / 100) + 1e-9), 0);
  const taken = [0, 1, 2].map((tier) => {
    const amounts = own.map((line) => tiersOf(line)[tier] ?? 0);
    const here = Math.min(wanted, amounts.reduce((sum, each) => sum + each, 0));
    wanted -= here;
    return spread(amounts, here);
  });
  return demand.map((line) => {
    const at = own.indexOf(line);
    if (at < 0) return line;
    const [waits = 0, even = 0, kept = 0] = taken.map((tier) => tier[at] ?? 0);
    const [first, , last] = tiersOf(line);
    return { ...line, pieces: line.pieces - waits - even - kept, first: first - waits, last: last - kept };
  });
} // prettier-ignore

/** Whether somebody else bakes a line. */
export const isBought = (
  { bought }: DayInput,
  { formula, product }: Pick<Line, 'formula' | 'product'>,
): boolean => bought.some((each) => each.formula === formula && each.product === product);

/**
 * A day without the pieces that are left out, and without those that somebody else bakes.
 *
 * @example
 * const day = { ...demoDay(), fewer: [{ formula: 'oat-tin', percent: 100 }] };
 * assert.ok(afterMishaps(day).demand.every(({ formula, pieces }) => formula !== 'oat-tin' || pieces === 0));
 */
export function withoutLeftOut(day: DayInput): DayInput {
  if (day.fewer.length === 0 && day.bought.length === 0) return day;
  const left = day.fewer.reduce(
    (demand, { formula, percent }) => withFewer(demand, formula, percent),
    day.demand,
  );
  const demand = left.map((line) => (isBought(day, line) ? { ...line, pieces: 0, first: 0, last: 0 } : line));
  return { ...day, fewer: [], bought: [], demand };
}
