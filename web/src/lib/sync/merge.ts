import { dequal } from 'dequal/lite';

/** A place in a document: names of fields, and of things in a list their own names. */
export type Path = readonly string[];

/** Where two changed the same to something else. */
export interface Clash {
  readonly path: Path;
  /** As it was when both began; undefined: it was not there. */
  readonly was: unknown;
  /** undefined: taken away. */
  readonly mine: unknown;
  readonly theirs: unknown;
}

/** Which of the two counts, by the path of a clash joined by a line break. */
export type Picks = Readonly<Record<string, 'mine' | 'theirs'>>;
export const pickOf = (path: Path): string => path.join('\n');

export interface Merged<T> {
  /** What both changed; where they clash and nobody chose, as it is here. */
  readonly value: T;
  readonly clashes: readonly Clash[];
}

/**
 * Brings together what two changed of one document: each field by itself, each thing of a list by its name. Where only one
 * changed something, that counts; what both changed to something else is a clash.
 *
 * @param was the document as it was when both began
 */
export function merge<T>(was: T, mine: T, theirs: T, picks: Picks = {}): Merged<T> {
  const clashes: Clash[] = [];
  const value = merged(was, mine, theirs, [], picks, clashes);
  return { value: value as T, clashes };
}

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

function merged(was: unknown, mine: unknown, theirs: unknown, path: Path, picks: Picks, clashes: Clash[]): unknown {
  if (dequal(mine, theirs) || dequal(was, theirs)) return mine;
  if (dequal(was, mine)) return theirs;
  if (isFields(mine) && isFields(theirs) && isFields(was)) return mergedFields(was, mine, theirs, path, picks, clashes);
  const lists = [was, mine, theirs].map((each) => (Array.isArray(each) ? namedIn(each) : null));
  const [before, here, there] = lists;
  if (before && here && there) return mergedList(before, here, there, path, picks, clashes);
  const columns = [was, mine, theirs].map(columnOf);
  const [old = null, own = null, other = null] = columns;
  if (old && own && other && old.length === own.length && own.length === other.length)
    return own.map((each, index) => merged(old[index], each, other[index], [...path, String(index)], picks, clashes));
  const pick = picks[pickOf(path)];
  if (!pick) clashes.push({ path, was, mine, theirs });
  return pick === 'theirs' ? theirs : mine;
} // prettier-ignore

function mergedFields(was: Fields, mine: Fields, theirs: Fields, path: Path, picks: Picks, clashes: Clash[]): Fields {
  const names = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])];
  return Object.fromEntries(
    names.flatMap((name) => {
      const value = merged(was[name], mine[name], theirs[name], [...path, name], picks, clashes);
      return value === undefined ? [] : [[name, value]];
    }),
  );
} // prettier-ignore

/** A list of plain values, such as pieces by weekday; null: it is none. */
const columnOf = (value: unknown): readonly unknown[] | null =>
  Array.isArray(value) && value.every((each) => typeof each !== 'object' || each === null) ? value : null;

/** Things of a list by what they are called; null: they have no names, or not each its own. */
function namedIn(list: readonly unknown[]): Map<string, unknown> | null {
  const names = list.map(nameOf);
  if (names.some((name) => name === null) || new Set(names).size < names.length) return null;
  return new Map(list.map((each, index) => [names[index] ?? '', each]));
}

/** What a thing is known by, for good if it can be: its slug or id, else its name. */
function nameOf(thing: unknown): string | null {
  if (!isFields(thing)) return null;
  const named = isFields(thing['fields']) ? thing['fields'] : thing;
  const known = [thing['slug'], thing['id'], named['name']].find((each) => typeof each === 'string' && each !== '');
  return typeof known === 'string' ? known : null;
} // prettier-ignore

/** In the order that they have there; what is new here comes last. */
function mergedList(was: ReadonlyMap<string, unknown>, mine: ReadonlyMap<string, unknown>, theirs: ReadonlyMap<string, unknown>, path: Path, picks: Picks, clashes: Clash[]): unknown[] {
  return [...new Set([...theirs.keys(), ...mine.keys()])].flatMap((name) => {
    const value = merged(was.get(name), mine.get(name), theirs.get(name), [...path, name], picks, clashes);
    return value === undefined ? [] : [value];
  });
} // prettier-ignore
