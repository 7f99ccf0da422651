import type { Problem } from '@jovet/core/problem';
import type { Answer } from './ask';
import { merge, type Clash, type Picks } from './merge.ts';

/** A document as it is known to stand on the server: what a change of it is based on. */
export interface Base<T> {
  readonly value: T;
  readonly rev: number;
}

/** What came of keeping a document. */
export type Kept<T, B extends Base<T>> =
  /** It is kept as it was sent, on this base from now on; `value` has in it what others changed meanwhile. */
  | { readonly kind: 'done'; readonly value: T; readonly base: B }
  /** Others changed the same: somebody has to choose. Nothing is kept. */
  | { readonly kind: 'clash'; readonly clashes: readonly Clash[] }
  | {
      readonly kind: 'refused';
      readonly problems: readonly Problem[];
      /** There was no answer at all: the same can be sent again. */
      readonly unreachable: boolean;
    };

/** So often it is tried, where others go on changing other things of it. */
const TRIES = 5;

/**
 * Keeps a document that several may change. What others changed since goes into it, field by field.
 *
 * @param mine the document as it is here
 * @param picks what was chosen where both changed the same
 * @param put sends it, as a change of that base
 * @param read a base out of what the server says stands there, or answers
 */
export async function keep<T, B extends Base<T>>(
  mine: T,
  base: B,
  picks: Picks,
  put: (value: T, base: B) => Promise<Answer<unknown>>,
  read: (stands: unknown) => B,
): Promise<Kept<T, B>> {
  let [value, on, last] = [mine, base, [] as readonly Problem[]];
  for (let tries = 0; tries < TRIES; tries += 1) {
    const answer = await put(value, on);
    if (answer.kind === 'done') return { kind: 'done', value, base: read(answer.value) };
    if (answer.kind !== 'stale')
      return { kind: 'refused', problems: answer.problems, unreachable: answer.kind === 'unreachable' };
    last = answer.problems;
    const theirs = read(answer.stands);
    const both = merge(base.value, mine, theirs.value, picks);
    if (both.clashes.length > 0) return { kind: 'clash', clashes: both.clashes };
    [value, on] = [both.value, theirs];
  }
  return { kind: 'refused', problems: last, unreachable: false };
}
