import { decksTogether } from '../../oven/decks/index.ts';
import { deckKey, decksTaken, loadOf } from './lookup.ts';
import type { Instance, Load, Oven as WholeOven, Schedule, Stones } from './instance.ts';

/** A deck since it was last used: the slot in which it was free again, and the heat it was left at. */
export interface DeckHeat {
  readonly until: number;
  readonly heat: number;
}

/** Loads of one profile and length that begin together, and what each of them takes, thousandths of a deck. */
export interface LoadsTogether {
  readonly load: Pick<Load, 'profile' | 'slots' | 'before' | 'warm'>;
  readonly start: number;
  readonly fills: readonly number[];
}

/** All decks from a load on. */
export interface DecksFrom {
  readonly start: number;
  readonly decks: readonly DeckHeat[];
  /** °C that the hottest of them was left at. */
  readonly hottest: number;
}

/** A load of a profile that begins in a slot, and how many decks it takes. */
interface DecksWanted {
  readonly profile: number;
  readonly start: number;
  readonly wanted: number;
}

type Oven = Pick<WholeOven, 'stones' | 'decks' | 'reheat'>;

/** A deck that is hotter than wanted counts so much more than one that is colder by as much; and one that was off, K. Chosen for Jovet. */
const [HOTTER, OFF] = [3, 30] as const;

/** K by which a deck is hotter in a slot than a load wants it, negative if it is colder; it cools while nothing is on it. */
export function hotterBy(stones: Stones | null, reheat: number, { until, heat }: DeckHeat, start: number, at: number): number {
  if (start - until >= reheat) return -OFF;
  const cooled = (stones?.cooling ?? 0) * (start - until);
  return heat > at ? Math.max(0, heat - at - cooled) : heat - at;
} // prettier-ignore

/** How little such a deck suits, for choosing among them. */
export const awayBy = (hotter: number): number => (hotter > 0 ? hotter * HOTTER : -hotter);

/** Follows the decks through loads in the order of their start, each on the free decks nearest to its heat. */
export function followDecks(oven: Oven, loads: Iterable<LoadsTogether>): { readonly hot: number; readonly course: readonly DecksFrom[] } {
  let decks: readonly DeckHeat[] = Array.from({ length: oven.decks }, () => ({ until: -Infinity, heat: 0 }));
  const course: DecksFrom[] = [{ start: -Infinity, decks, hottest: 0 }];
  const taken: number[] = [];
  let hot = 0;
  const following = [...loads].map(({ load, start, fills }) => {
    const [from, until] = decksTaken(load, start);
    return { load, start: from, until, fills };
  });
  for (const { load, start, until, fills } of following.sort((a, b) => a.start - b.start)) {
    const over = nearest(oven, decks, { profile: load.profile, start, wanted: decksTogether(fills) }, taken);
    // What stands on decks that are just warm took them so long before that they are.
    if (!load.warm) hot += over;
    const left = { until, heat: oven.stones?.bakes[load.profile]?.leaves ?? 0 };
    decks = decks.map((deck, index) => (taken.includes(index) ? left : deck));
    course.push({ start, decks, hottest: Math.max(...decks.map(({ heat }) => heat)) });
  }
  return { hot, course };
} // prettier-ignore

/**
 * The free decks on which a load is nearest to its heat. It is asked for each slot in which a load could begin.
 *
 * @param taken filled with their places among the decks
 * @returns K by which they are too hot for it in sum
 */
export function nearest({ stones, reheat }: Oven, decks: readonly DeckHeat[], load: DecksWanted, taken: number[]): number {
  taken.length = 0;
  const at = stones?.bakes[load.profile]?.at;
  if (!stones || at === undefined) return 0;
  let over = 0;
  while (taken.length < load.wanted) {
    let [best, least, hottest] = [-1, Infinity, 0];
    for (let index = 0; index < decks.length; index += 1) {
      const deck = decks[index];
      if (!deck || deck.until > load.start || taken.includes(index)) continue;
      const hotter = hotterBy(stones, reheat, deck, load.start, at);
      if (awayBy(hotter) < least) [best, least, hottest] = [index, awayBy(hotter), hotter];
    }
    if (best < 0) break;
    taken.push(best);
    over += Math.max(0, hottest - stones.play);
  }
  return over;
} // prettier-ignore

/** K by which stones are too hot for their bread, summed over loads and decks. */
export function tooHot(instance: Instance, schedule: Schedule): number {
  if (instance.ovens.every(({ stones }) => stones === null)) return 0;
  const loads = instance.ovens.map(() => new Map<string, { load: Load; start: number; fills: number[] }>());
  instance.tasks.forEach((_, index) => {
    const load = loadOf(instance, index, schedule.tasks[index]);
    const start = schedule.tasks[index]?.start;
    if (!load || start === undefined) return;
    const own = loads[load.oven];
    const key = `${start} ${deckKey(load)}`;
    own?.set(key, { load, start, fills: [...(own.get(key)?.fills ?? []), load.fill] });
  });
  return instance.ovens.reduce(
    (sum, oven, index) => sum + (oven.stones ? followDecks(oven, loads[index]?.values() ?? []).hot : 0),
    0,
  );
}
