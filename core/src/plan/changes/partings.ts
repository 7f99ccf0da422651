/** Mixes of which the dough went into others as a day was planned anew: ids of their tasks. */
export interface Parting {
  readonly dough: string;
  readonly from: readonly string[];
  readonly into: readonly string[];
}

/** A mix of a plan, as far as it matters here. */
interface Mixed {
  readonly id: string;
  readonly note: {
    readonly kind: string;
    readonly name: string;
    readonly dough: string;
    readonly formula?: string | undefined;
    readonly mass: number | null;
  };
}

/** So little of a dough in another mix is what pieces are rounded by. */
const PLAY = 0.02;

/**
 * What was split and what was joined: of each formula, mixes that are not the ones they were, with those that have their
 * dough now. Mixes that go on with the same id are themselves.
 *
 * @example
 * const mix = (id: string, mass: number) => ({ id, note: { kind: 'mix' as const, name: 'Oat Tin', dough: 'oat-tin', mass } });
 * const parted = partings([mix('oat-tin.1.mix', 20)], [mix('oat-tin.1.mix', 10), mix('oat-tin.2.mix', 10)]);
 * assert.deepEqual(parted[0]?.into, ['oat-tin.1.mix', 'oat-tin.2.mix']);
 */
export function partings(before: readonly Mixed[], after: readonly Mixed[]): Parting[] {
  const of = ({ note }: Mixed) => note.formula ?? note.dough;
  const mixes = before.filter(({ note }) => note.kind === 'mix');
  return [...new Set(mixes.map(of))].flatMap((formula) => {
    const old = mixes.filter((each) => of(each) === formula);
    const now = after.filter((each) => each.note.kind === 'mix' && of(each) === formula);
    const same = old.length === now.length && now.every(({ id }) => old.some((each) => each.id === id));
    return same || now.length === 0 ? [] : joined(old, now);
  });
} // prettier-ignore

/** Mixes that share dough, gathered: laid one after another, each takes from those beside which it lies. */
function joined(old: readonly Mixed[], now: readonly Mixed[]): Parting[] {
  const [before, after] = [spans(old), spans(now)];
  const found: { dough: string; from: string[]; into: string[]; to: number }[] = [];
  for (const [index, { from, to }] of after.entries()) {
    const own = before.flatMap((span, at) =>
      Math.min(to, span.to) - Math.max(from, span.from) > PLAY ? (old[at]?.id ?? []) : [],
    );
    const id = now[index]?.id ?? '';
    const last = found.at(-1);
    if (last && own.some((each) => last.from.includes(each))) {
      last.into.push(id);
      last.from.push(...own.filter((each) => !last.from.includes(each)));
    } else found.push({ dough: now[index]?.note.name ?? '', from: own, into: [id], to });
  }
  return found
    .filter(({ from, into }) => from.length > 0 && (from.length > 1 || into.length > 1 || from[0] !== into[0]))
    .map(({ dough, from, into }) => ({ dough, from, into }));
} // prettier-ignore

/** Shares of all the dough that mixes have, one after another. */
function spans(mixes: readonly Mixed[]): { readonly from: number; readonly to: number }[] {
  const all = mixes.reduce((sum, { note }) => sum + (note.mass ?? 0), 0) || 1;
  let from = 0;
  return mixes.map(({ note }) => {
    const span = { from, to: from + (note.mass ?? 0) / all };
    from = span.to;
    return span;
  });
}

/** What was split and joined, in sentences. */
export const partingWords = (found: readonly Parting[]): string[] =>
  found.map(({ dough, from, into }) =>
    from.length === into.length
      ? `${dough} is parted otherwise into its ${into.length === 1 ? 'mix' : `${into.length} mixes`}.`
      : `${dough} is mixed ${times(into.length)} instead of ${times(from.length)}.`,
  );

const TIMES = ['never', 'once', 'twice'];
const times = (n: number): string => TIMES[n] ?? `${n} times`;
