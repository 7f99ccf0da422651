import { slugOf, type RiseWindow } from '../formula/index.ts';
import { USUAL_RIPENESS } from '../formula/facts/index.ts';
import { bad, parseWith, type Problem, type Result } from '../problem/index.ts';
import {
  formatTemperature,
  parseMass,
  parseNumber,
  parsePercent,
  parseTemperature,
  type TemperatureUnit,
} from '../units/index.ts';
import { cellText, readQuantity, writeQuantity } from '../field/index.ts';
import { parseTimeOfDay } from '../time/index.ts';
import { Culture } from './schema.ts';

/** A culture as it stands in the fields: lengths in cm, shares in percent, times as a clock shows them. */
export interface CultureDraft {
  readonly name: string;
  readonly of: string;
  readonly flour: string;
  readonly hydration: string;
  readonly young: string;
  readonly ripe: string;
  readonly past: string;
  readonly vessel: 'glass' | 'tub';
  readonly diameter: string;
  readonly length: string;
  readonly width: string;
  readonly height: string;
  readonly place: string;
  /** Where it is as warm all day, both are the same. */
  readonly coldest: string;
  readonly warmest: string;
  readonly warmestAt: string;
  readonly cold: string;
  readonly warm: string;
  readonly ratio: string;
  readonly keepBack: string;
  readonly loss: string;
  readonly quietFrom: string;
  readonly quietTo: string;
  readonly hours: string;
  readonly parent: string;
  readonly began: string;
}

/**
 * Ripeness to begin with, by what a culture is of.
 *
 * @example
 * assert.equal(usualRipenessOf('rye', 1).best, 0.9);
 */
export const usualRipenessOf = (of: string, hydration: number): RiseWindow =>
  of === 'rye'
    ? USUAL_RIPENESS.rye
    : of === 'whole-wheat'
      ? USUAL_RIPENESS.wholeWheat
      : hydration <= 0.65
        ? USUAL_RIPENESS.stiff
        : USUAL_RIPENESS.liquid;

const short = (value: number): string => cellText(Number(value.toFixed(3)));

/** Writes a culture into fields; null: those of a new one. */
export function draftOfCulture(culture: Culture | null, unit: TemperatureUnit): CultureDraft {
  const degrees = (celsius: number) => formatTemperature(celsius, unit, 1).replace(/(\.0)? °[CF]$/, '');
  const around = culture?.place.around ?? 22;
  const daily = typeof around === 'number' ? { coldest: around, warmest: around, warmestAt: 15 } : around;
  const vessel = culture?.vessel;
  const cm = (metres: number | undefined) => writeQuantity('side', metres);
  const clock = (hour: number) =>
    `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;
  const band = culture?.ripeness ?? USUAL_RIPENESS.liquid;
  return {
    name: culture?.name ?? '',
    of: culture?.of ?? 'wheat',
    flour: culture?.flour ?? '',
    hydration: short((culture?.hydration ?? 1) * 100),
    young: short(band.earliest),
    ripe: short(band.best),
    past: short(band.latest),
    vessel: vessel?.kind ?? 'glass',
    diameter: vessel?.kind === 'glass' ? cm(vessel.diameter) : vessel ? '' : '12',
    length: vessel?.kind === 'tub' ? cm(vessel.length) : '',
    width: vessel?.kind === 'tub' ? cm(vessel.width) : '',
    height: cm(vessel?.height ?? 0.24),
    place: culture?.place.name ?? 'shelf',
    coldest: degrees(daily.coldest),
    warmest: degrees(daily.warmest),
    warmestAt: clock(daily.warmestAt),
    cold: degrees(culture?.cold ?? 4),
    warm: degrees(culture?.warm ?? 27),
    ratio: short(culture?.ratio ?? 2),
    keepBack: writeQuantity('mass', culture?.keepBack ?? 0.1),
    loss: short(culture?.loss ?? 2),
    quietFrom: culture?.quiet?.from ?? '',
    quietTo: culture?.quiet?.to ?? '',
    hours: culture?.hours ? short(culture.hours) : '',
    parent: culture?.parent ?? '',
    began: culture?.began ?? '',
  };
}

/**
 * Reads a culture from its fields.
 *
 * @param slug of a culture that is there already; a new one gets its slug from its name
 * @returns the culture, or one problem for each field that cannot be read
 */
export function parseCultureDraft(
  draft: CultureDraft,
  slug: string | null,
  unit: TemperatureUnit,
): Result<Culture> {
  const problems: Problem[] = [];
  const read = <T>(path: keyof CultureDraft, result: Result<T>): T | undefined => {
    if (result.ok) return result.value;
    problems.push(...result.problems.map((each) => ({ ...each, path })));
    return undefined;
  };
  const degrees = (path: keyof CultureDraft, text: string) => read(path, parseTemperature(text, unit));
  const metres = (path: keyof CultureDraft, text: string) => read(path, readQuantity('side', text));
  const number = (path: keyof CultureDraft, text: string) => read(path, parseNumber(text));
  const coldest = degrees('coldest', draft.coldest);
  const warmest = degrees('warmest', draft.warmest);
  const warmestAt = read('warmestAt', parseTimeOfDay(draft.warmestAt));
  const quietFrom = draft.quietFrom.trim() === '' ? null : read('quietFrom', parseTimeOfDay(draft.quietFrom));
  const quietTo = draft.quietTo.trim() === '' ? null : read('quietTo', parseTimeOfDay(draft.quietTo));
  const candidate = {
    schema: 1,
    slug: slug ?? slugOf(draft.name),
    name: draft.name,
    of: draft.of,
    flour: draft.flour,
    hydration: read('hydration', readQuantity('part', draft.hydration)),
    ripeness: {
      earliest: number('young', draft.young),
      best: number('ripe', draft.ripe),
      latest: number('past', draft.past),
    },
    vessel:
      draft.vessel === 'glass'
        ? {
            kind: 'glass',
            diameter: metres('diameter', draft.diameter),
            height: metres('height', draft.height),
          }
        : {
            kind: 'tub',
            length: metres('length', draft.length),
            width: metres('width', draft.width),
            height: metres('height', draft.height),
          },
    place: {
      name: draft.place,
      around:
        coldest === warmest
          ? coldest
          : {
              coldest,
              warmest,
              warmestAt: warmestAt && Number(warmestAt.slice(0, 2)) + Number(warmestAt.slice(3)) / 60,
            },
    },
    cold: degrees('cold', draft.cold),
    warm: degrees('warm', draft.warm),
    ratio: read('ratio', readQuantity('ratio', draft.ratio)),
    keepBack: read('keepBack', parseMass(draft.keepBack)),
    loss: read('loss', parsePercent(draft.loss)),
    quiet: quietFrom && quietTo ? { from: quietFrom, to: quietTo } : null,
    hours: draft.hours.trim() === '' ? null : read('hours', readQuantity('hours', draft.hours)),
    parent: draft.parent === '' ? null : draft.parent,
    began: draft.began === '' ? null : draft.began,
  };
  if (problems.length > 0) return bad(...problems);
  const parsed = parseWith(Culture, candidate);
  return parsed.ok ? parsed : bad(...parsed.problems.map((each) => ({ ...each, path: fieldOf(each.path) })));
}

/** The field that a problem of the document stands at. */
function fieldOf(path: string): string {
  const FIELDS: Readonly<Record<string, string>> = {
    slug: 'name',
    'ripeness.earliest': 'young',
    'ripeness.best': 'ripe',
    'ripeness.latest': 'past',
    ripeness: 'young',
    'place.name': 'place',
    'place.around': 'coldest',
    'place.around.coldest': 'coldest',
    'place.around.warmest': 'warmest',
    'quiet.from': 'quietFrom',
    'quiet.to': 'quietTo',
  };
  return FIELDS[path] ?? path.replace(/^vessel\./, '');
}
