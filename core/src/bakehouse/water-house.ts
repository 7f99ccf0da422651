import type { z } from 'zod';
import { Programme, WaterSource } from '../mix/index.ts';
import { bad, good, parseWith, place, problem, type Problem, type Result } from '../problem/index.ts';
import { formatTemperature, parseNumber, parseTemperature, type TemperatureUnit } from '../units/index.ts';
import { Bakehouse } from './schema.ts';

/** Programmes and water sources as they stand in fields. */
export interface WaterHouseDraft {
  readonly sources: readonly { readonly name: string; readonly kind: string; readonly temperature: string }[];
  readonly programmes: readonly {
    readonly slug: string;
    readonly name: string;
    readonly minutes: string;
    readonly friction: string;
    readonly bouts: string;
  }[];
}

const short = (value: number): string => String(Number(value.toFixed(2)));

export const draftOfWaterHouse = (
  { sources, programmes }: Bakehouse,
  unit: TemperatureUnit,
): WaterHouseDraft => ({
  sources: sources.map(({ name, kind, temperature }) => ({
    name,
    kind,
    temperature: formatTemperature(temperature, unit, 1)
      .replace(/ °[CF]$/, '')
      .replace(/\.0$/, ''),
  })),
  programmes: programmes.map((each) => ({
    slug: each.slug,
    name: each.name,
    minutes: short(each.minutes),
    friction: short(each.friction),
    bouts: boutsText(each.bouts),
  })),
});

const boutText = ({ speed, minutes, add }: Programme['bouts'][number]): string =>
  `${add === '' ? '' : `${add}: `}${speed === 0 ? `rest ${short(minutes)} min` : `${short(minutes)} min at ${speed}`}`;

/** Bouts as they are written: `4 min at 1; salt: 3 min at 2; rest 10 min`. */
export const boutsText = (bouts: Programme['bouts']): string => bouts.map(boutText).join('; ');

/** Reads bouts as they are written: `4 min at 1; salt: 3 min at 2; rest 10 min`. */
export function parseBouts(text: string): Result<Programme['bouts']> {
  const bouts: Programme['bouts'] = [];
  for (const piece of text
    .split(';')
    .map((each) => each.trim())
    .filter(Boolean)) {
    const colon = piece.lastIndexOf(':');
    const add = colon < 0 ? '' : piece.slice(0, colon).trim();
    const what = piece.slice(colon + 1).trim();
    const turns = /^([\d.,]+)\s*min(?:utes?)?\s+(?:at|on|speed)?\s*(\d)$/i.exec(what);
    const rest = /^rest\s+([\d.,]+)\s*min(?:utes?)?$/i.exec(what);
    const minutes = parseNumber(turns?.[1] ?? rest?.[1] ?? '');
    if (!minutes.ok || (!turns && !rest))
      return bad(
        problem(
          '',
          `“${piece}” is not a bout of mixing.`,
          'Write it as 4 min at 1, salt: 3 min at 2, or rest 10 min.',
        ),
      );
    bouts.push({ add, minutes: minutes.value, speed: turns ? Number(turns[2]) : 0 });
  }
  return good(bouts);
}

/**
 * Reads programmes and sources from their fields into the settings of the bakehouse.
 *
 * @returns the settings, or a problem at each field that cannot be read
 */
export function parseWaterHouse(
  draft: WaterHouseDraft,
  bakehouse: Bakehouse,
  unit: TemperatureUnit,
): Result<Bakehouse> {
  const problems: Problem[] = [];
  const read = <T>(path: string, result: Result<T>): T | undefined => {
    if (result.ok) return result.value;
    problems.push(...result.problems.map((each) => place(path, each)));
    return undefined;
  };
  const all = <T extends z.ZodType>(path: string, schema: T, items: readonly unknown[]): z.infer<T>[] =>
    items.flatMap((item, index) => read(`${path}.${index}`, parseWith(schema, item)) ?? []);
  const taken = new Set<string>();
  const slugFor = (slug: string, name: string) => {
    const wanted =
      slug ||
      name
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') ||
      'unnamed';
    let free = wanted;
    for (let n = 2; taken.has(free); n += 1) free = `${wanted}-${n}`;
    taken.add(free);
    return free;
  };
  const named = (path: string, name: string) => {
    if (name.trim() === '') problems.push(problem(`${path}.name`, 'It has no name.', 'Give it one.'));
    return name.trim() || 'unnamed';
  };
  const sources = all(
    'sources',
    WaterSource,
    draft.sources.map((each, index) => ({
      name: named(`sources.${index}`, each.name),
      kind: each.kind,
      temperature: read(`sources.${index}.temperature`, parseTemperature(each.temperature, unit)) ?? 0,
    })),
  );
  const programmes = all(
    'programmes',
    Programme,
    draft.programmes.map((each, index) => ({
      slug: slugFor(each.slug, each.name),
      name: named(`programmes.${index}`, each.name),
      minutes: read(`programmes.${index}.minutes`, parseNumber(each.minutes)) ?? 1,
      friction: read(`programmes.${index}.friction`, parseNumber(each.friction)) ?? 0,
      bouts: read(`programmes.${index}.bouts`, parseBouts(each.bouts)) ?? [],
    })),
  );
  for (const [path, items, what] of [
    ['sources', sources, 'water source'],
    ['programmes', programmes, 'programme'],
  ] as const)
    if (items.length === 0 && problems.length === 0)
      problems.push(problem(path, `There is no ${what} left.`, 'Keep at least one.'));
  if (problems.length > 0) return bad(...problems);
  return parseWith(Bakehouse, { ...bakehouse, sources, programmes });
}
