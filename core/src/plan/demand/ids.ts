import type { DayInput, Told } from './input.ts';
import type { Lot } from './lot.ts';

/**
 * Ids of doughs, batches, loads and tasks are given here, once, and taken apart nowhere. When a day is planned anew, what
 * people were told of keeps the id that it had, whatever comes before it now; what is new gets one that nothing had.
 */
export const idIn = (whole: string, part: string | number): string => `${whole}.${part}`;

/** An id that nothing has yet: as it is wished, else with the next number behind it. */
function minted(wish: string, isTaken: (id: string) => boolean): string {
  let id = wish;
  for (let n = 2; isTaken(id); n += 1) id = `${wish}-${n}`;
  return id;
}

/** Pairs what was told of with what there is now, the nearest first, each once. @returns for each of now: its id, or null */
function matched<Old extends { readonly id: string }, New>(
  old: readonly Old[],
  now: readonly New[],
  apart: (one: Old, other: New) => number,
): (string | null)[] {
  const found = now.map((): string | null => null);
  const pairs = old.flatMap((one) => now.map((other, index) => ({ id: one.id, index, far: apart(one, other) })));
  for (const { id, index } of pairs.filter((pair) => pair.far < Infinity).sort((a, b) => a.far - b.far))
    if (found[index] === null && !found.includes(id)) found[index] = id;
  return found;
} // prettier-ignore

type ToldNote = NonNullable<Told['note']>;

/** What was told of, gathered by an id that its notes have; in the order in which it was to begin. */
function gathered(told: readonly Told[], idOf: (note: ToldNote) => string | null | undefined) {
  const all = new Map<string, ToldNote[]>();
  for (const { note } of told.toSorted((a, b) => a.at - b.at)) {
    const id = note && idOf(note);
    if (note && id) all.set(id, [...(all.get(id) ?? []), note]);
  }
  return [...all].map(([id, notes]) => ({ id, notes }));
}

/** Gives doughs their ids, formula by formula. */
export class DoughIds {
  private readonly told: readonly { readonly id: string; readonly notes: readonly ToldNote[] }[];
  private readonly formulas: ReadonlySet<string>;
  private readonly given = new Set<string>();

  constructor({ told, formulas }: Pick<DayInput, 'told' | 'formulas'>) {
    this.told = gathered(told, ({ formula, dough }) => formula && dough);
    this.formulas = new Set(formulas.map(({ slug }) => slug));
  }

  /**
   * @param runs what is made together of a formula
   * @param near seconds between drops within which a dough is the one that people were told of
   * @param wish the id of one that is new
   */
  of(formula: string, runs: readonly (readonly Lot[])[], near: number, wish = formula): string[] {
    const known = this.told.filter(({ id, notes }) => notes[0]?.formula === formula && !this.given.has(id));
    const same = matched(known, runs, ({ notes }, run) => {
      const drops = notes.flatMap(({ drop }) => drop ?? []);
      const far = Math.min(...run.flatMap((lot) => drops.map((drop) => Math.abs(drop - lot.drop))));
      return far <= near ? far : Infinity;
    });
    const isTaken = (id: string) =>
      this.given.has(id) || this.told.some((each) => each.id === id) || (id !== formula && this.formulas.has(id));
    return same.map((matching) => {
      const id = matching ?? minted(wish, isTaken);
      this.given.add(id);
      return id;
    });
  }
} // prettier-ignore

/** Seconds of drops that count as much as another drop; kg by which pieces are of one weight. */
const [DAY, SAME] = [86_400, 0.0005];

/**
 * Ids of what goes into the oven together, product by product.
 *
 * @param batch the batch that it is cut from
 */
export function loadIds(
  told: readonly Told[],
  batch: { readonly id: string; readonly dough: string; readonly n: number },
  loads: readonly Lot[],
): string[] {
  const own = told.filter(({ note }) => note?.kind === 'load' && note.dough === batch.dough && note.batch === batch.n);
  const before = gathered(own, ({ load }) => load);
  const same = matched(before, loads, ({ notes: [note] }, lot) => {
    const each = (note?.mass ?? 0) / Math.max(1, note?.pieces ?? 1);
    const alike = note?.name === lot.name && Math.abs(each - lot.scaledWeight) < SAME;
    return alike ? Math.abs((note.drop ?? lot.drop) - lot.drop) / DAY : Infinity;
  });
  const taken = new Set(before.map(({ id }) => id));
  return same.map((matching, index) => {
    const id = matching ?? minted(idIn(batch.id, loads[index]?.product ?? ''), (each) => taken.has(each));
    taken.add(id);
    return id;
  });
} // prettier-ignore
