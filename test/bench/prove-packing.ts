import { arrange, type DeckFloor, type Outline } from '@jovet/core/oven/decks';
import highs from 'highs';

/** A deck, a piece and the gap between pieces, all in mm and multiples of ten. */
export interface PackingCase {
  readonly deck: readonly [width: number, depth: number];
  readonly piece: { readonly kind: Outline['kind']; readonly length: number; readonly width: number };
  readonly gap: number;
}

/** Grid of the places that are proved, mm. */
const GRID = 10;
const metres = (mm: number) => mm / 1000;

/** What Jovet sets on the deck. */
export function arranged({ deck: [width, depth], piece, gap }: PackingCase): number {
  const floor: DeckFloor = { width: metres(width), depth: metres(depth) };
  const [length, across] = [metres(piece.length), metres(piece.width)];
  const outline: Outline =
    piece.kind === 'round'
      ? { kind: 'round', diameter: length }
      : { kind: piece.kind, length, width: across };
  const found = arrange(floor, outline, metres(gap));
  return found.ok ? found.value.length : 0;
}

/**
 * The most pieces whose middles stand on the grid, by an exact solver. Rectangles may lie and be turned on one deck; ovals
 * all lie or are all turned.
 *
 * @returns null if it was not proved in time
 */
export async function provedCount(each: PackingCase, seconds: number): Promise<number | null> {
  const { piece } = each;
  const ways: (readonly boolean[])[] =
    piece.kind === 'round' ? [[false]] : piece.kind === 'oval' ? [[false], [true]] : [[false, true]];
  const counts: number[] = [];
  for (const turned of ways) {
    const count = await most(each, turned, seconds);
    if (count === null) return null;
    counts.push(count);
  }
  return Math.max(...counts);
}

/**
 * Two pieces of one kind overlap if and only if the point halfway between their middles lies within half a piece of
 * each, so at each such point at most one of them: points of half a grid. Rectangles: each point of the half grid is covered once.
 */
async function most({ deck, piece, gap }: PackingCase, turned: readonly boolean[], seconds: number): Promise<number | null> {
  const half = GRID / 2;
  const covers = new Map<string, Set<string>>();
  const names: string[] = [];
  for (const turn of turned) {
    const [along, across] = turn ? [piece.width, piece.length] : [piece.length, piece.width];
    const [reachX, reachY] = [(along + gap) / 2, (across + gap) / 2];
    for (let x = along / 2; x <= deck[0] - along / 2; x += GRID)
      for (let y = across / 2; y <= deck[1] - across / 2; y += GRID) {
        const name = `p${names.length}`;
        names.push(name);
        for (let px = Math.ceil((x - reachX) / half) * half; px <= x + reachX; px += half)
          for (let py = Math.ceil((y - reachY) / half) * half; py <= y + reachY; py += half) {
            const [dx, dy] = [Math.abs(px - x) / reachX, Math.abs(py - y) / reachY];
            const inside = piece.kind === 'rectangle' ? dx < 1 - 1e-9 && dy < 1 - 1e-9 : dx * dx + dy * dy < 1 - 1e-9;
            if (!inside) continue;
            const key = `${px} ${py}`;
            const known = covers.get(key);
            if (known) known.add(name);
            else covers.set(key, new Set([name]));
          }
      }
  }
  if (names.length === 0) return 0;
  // A point that is covered by no more than what covers a neighbour adds nothing.
  const dull = ([key, own]: [string, Set<string>]) => {
    const [x = 0, y = 0] = key.split(' ').map(Number);
    return [-half, 0, half].some((dx) => [-half, 0, half].some((dy) => {
      const other = covers.get(`${x + dx} ${y + dy}`);
      if (!other || other === own || other.size < own.size) return false;
      return [...own].every((name) => other.has(name)) && (other.size > own.size || dx > 0 || (dx === 0 && dy > 0));
    }));
  };
  const rows = [...new Set([...covers].filter((each) => each[1].size > 1 && !dull(each)).map(([, all]) => [...all].join(' + ')))];
  const model = `Maximize\n o: ${wrapped(names.join(' + '))}\nSubject To\n${rows.map((row, index) => ` c${index}: ${wrapped(row)} <= 1`).join('\n')}\nBinary\n ${wrapped(names.join(' '))}\nEnd\n`;
  const solver = await highs();
  const { Status, ObjectiveValue } = solver.solve(model, { time_limit: seconds, output_flag: false });
  return Status === 'Optimal' ? Math.round(ObjectiveValue) : null;
} // prettier-ignore

/** Lines that a reader of such models takes. */
const wrapped = (text: string): string => text.replace(/((?:\S+\s+){40})/g, '$1\n  ');
