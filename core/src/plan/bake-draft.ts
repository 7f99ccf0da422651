import { z } from 'zod';
import { place, parseWith, problem, type Problem, type Result } from '../problem/index.ts';
import type { Formula } from '../formula/index.ts';
import { ddtOf } from '../formula/way/index.ts';
import { ferments } from '../formula/scale/index.ts';
import { parseTimeOfDay } from '../time/index.ts';
import { formatTemperature, parseCount, parseTemperature, type TemperatureUnit } from '../units/index.ts';
import { DoughAsk } from './one-dough.ts';

const Text = z.string().max(60);

/** One dough as it is asked for in fields, half-typed or wrong: nothing that was typed is lost. */
export const BakeDraft = z.strictObject({
  pieces: z.record(z.string(), Text),
  date: Text,
  time: Text,
  room: Text,
  flour: Text,
  bowl: Text,
  stands: z.record(z.string(), Text),
  ddt: Text,
  /** Slug; empty: the mixer that needs the fewest mixes. */
  mixer: Text,
});
export type BakeDraft = z.infer<typeof BakeDraft>;

const READINGS = ['room', 'flour', 'bowl', 'ddt'] as const;

/** The fields of a dough that nobody has asked for yet. @param usual readings of an ordinary day, °C */
export function openingBake(
  { doc }: Formula,
  date: string,
  usual: { readonly room: number; readonly flour: number; readonly bowl: number; readonly levain: number },
  unit: TemperatureUnit,
): BakeDraft {
  const warm = (celsius: number) => formatTemperature(celsius, unit, 1).replace(/(\.0)? °[CF]$/, '');
  const [first] = doc.products;
  return {
    pieces: first ? { [first.slug]: '24' } : {},
    date,
    time: '07:00',
    room: warm(usual.room),
    flour: warm(usual.flour),
    bowl: warm(usual.bowl),
    stands: Object.fromEntries(
      doc.parts
        .filter(({ kind }) => ferments(kind))
        .map(({ slug, temperature }) => [slug, warm(temperature ?? usual.levain)]),
    ),
    ddt: warm(ddtOf(doc)),
    mixer: '',
  };
}

/**
 * Reads the fields of a dough.
 *
 * @param unit of a bare temperature
 * @returns the ask, or a problem for each field that cannot be read, at its place in the draft
 */
export function readBake(draft: BakeDraft, { doc }: Formula, unit: TemperatureUnit): Result<DoughAsk> {
  const problems: Problem[] = [];
  const read = <T>(path: string, result: Result<T>): T | undefined => {
    if (result.ok) return result.value;
    problems.push(...result.problems.map((each) => place(path, each)));
    return undefined;
  };
  const candidate = {
    pieces: doc.products.map(({ slug, scaledWeight }) => ({
      product: slug,
      pieces: read(`pieces.${slug}`, parseCount(draft.pieces[slug]?.trim() || '0')),
      scaledWeight,
    })),
    date: draft.date,
    time: read('time', parseTimeOfDay(draft.time)),
    ...Object.fromEntries(READINGS.map((name) => [name, read(name, parseTemperature(draft[name], unit))])),
    stands: Object.fromEntries(
      Object.entries(draft.stands).map(([slug, text]) => [
        slug,
        read(`stands.${slug}`, parseTemperature(text, unit)),
      ]),
    ),
    mixer: draft.mixer === '' ? null : draft.mixer,
  };
  if (problems.length > 0) return { ok: false, problems };
  const parsed = parseWith(DoughAsk, candidate);
  return parsed.ok ? parsed : { ok: false, problems: parsed.problems.map((each) => inTheFields(each, unit)) };
}

/** A problem of the ask, told at its field and in the unit that is read there. */
function inTheFields(each: Problem, unit: TemperatureUnit): Problem {
  if (each.path === 'date')
    return problem('date', 'This is not a day of the calendar.', 'Choose the day of the van.');
  if (/^pieces\.\d+/.test(each.path)) return { ...each, path: 'pieces' };
  if (!/^(room|flour|bowl|ddt|stands)/.test(each.path)) return each;
  const [low, high] = each.path === 'ddt' ? [5, 40] : [-5, 45];
  const range = [low, high].map((celsius) => formatTemperature(celsius, unit, 0));
  return problem(each.path, 'No dough is made at this temperature.', `Use ${range[0]} to ${range[1]}.`);
}
