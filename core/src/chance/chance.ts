/**
 * Numbers from 0 to 1 that look like chance; the same for the same seed (mulberry32).
 *
 * @example
 * assert.equal(chanceFrom(7)(), chanceFrom(7)());
 */
export function chanceFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** The same items in an order by lot. */
export function shuffled<T>(items: readonly T[], chance: () => number): T[] {
  const all = [...items];
  for (let index = all.length - 1; index > 0; index -= 1) {
    const other = Math.floor(chance() * (index + 1));
    const [a, b] = [all[index], all[other]];
    if (a !== undefined && b !== undefined) [all[index], all[other]] = [b, a];
  }
  return all;
}
