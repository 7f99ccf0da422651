/** What can be corrected by another of its kind. */
interface Corrected {
  readonly id: string;
  readonly at: number;
  readonly corrects: string | null;
}

/**
 * What counts of a list of things with corrections: of what was corrected the latest correction stands in its place,
 * also where two people corrected the same.
 *
 * @param all in the order in which they were kept
 * @returns in the order of their time
 *
 * @example
 * const wrong = { id: 'a', at: 1, corrects: null, value: 91 };
 * const mended = { id: 'b', at: 1, corrects: 'a', value: 19 };
 * assert.deepEqual(lastCorrections([wrong, mended]), [mended]);
 */
export function lastCorrections<E extends Corrected>(all: readonly E[]): E[] {
  const last = new Map<string, E>();
  const original = new Map<string, string>();
  for (const each of all) {
    const root = each.corrects === null ? each.id : (original.get(each.corrects) ?? each.corrects);
    original.set(each.id, root);
    last.set(root, each);
  }
  return [...last.values()].sort((a, b) => a.at - b.at);
}
