import type { ScaledFormula } from '../../formula/scale/index.ts';
import { actualsOf, skippedOf } from '../../run/index.ts';
import type { DayInput, Told } from './input.ts';

/** What there is of a dough that was begun: it is what it is, whatever is ordered since. */
export interface Made {
  /** kg of dough that it is enough for, of what there is only so much, and since when; null where nothing limits it. */
  readonly most: {
    readonly dough: number;
    readonly of: string;
    readonly kilograms: number;
    readonly at: number;
  } | null;
  /** The mixes by their batch, kg, once one of them was begun. */
  readonly mixes: ReadonlyMap<number, { readonly mass: number; readonly begun: boolean }> | null;
  /** Pieces of each batch that was divided. */
  readonly divided: ReadonlyMap<number, readonly DividedPieces[]>;
  /** So many batches have something that was begun, if only that it was weighed out. */
  readonly batches: number;
}

/** Pieces of one product and weight that a batch was divided into; null kg: of whatever weight. */
export interface DividedPieces {
  readonly name: string;
  readonly each: number | null;
  readonly pieces: number;
}

/** What there is may be so much too little: hands and scales are no better. */
export const ENOUGH = 0.985;

/** What of a dough has begun or should have begun, by what people were told of it. */
export function madeOf(input: DayInput, key: string, { dough, parts }: ScaledFormula): Made {
  const told = input.told.filter(({ note }) => note?.dough === key);
  const [actuals, skipped] = [actualsOf(input.events), skippedOf(input.events)];
  const isPast = ({ task, at }: Told): boolean =>
    input.now !== null && (actuals.has(task) || (at < input.now && (skipped.get(task) ?? -Infinity) < at));
  const of = (kind: string) => told.filter(({ note }) => note?.kind === kind);
  const mixes = of('mix');
  const begun = mixes.find(isPast);
  const masses = new Map(
    mixes.map((each) => [each.note?.batch ?? 1, { mass: each.note?.mass ?? 0, begun: isPast(each) }]),
  );
  const divided = new Map(
    of('divide')
      .filter(isPast)
      .map(({ note }) => {
        const packed = of('pack').filter((each) => each.note?.batch === note?.batch);
        return [
          note?.batch ?? 1,
          packed.map((each): DividedPieces => {
            const { name = '', mass = null, pieces = null } = each.note ?? {};
            return { name, each: mass !== null && pieces ? mass / pieces : null, pieces: pieces ?? 0 };
          }),
        ];
      }),
  );
  const batches = Math.max(0, ...told.filter(isPast).map(({ note }) => note?.batch ?? 0));
  const mixed = [...masses.values()].reduce((sum, { mass }) => sum + mass, 0);
  const inMixer = [...masses.values()].reduce((sum, each) => sum + (each.begun ? each.mass : 0), 0);
  const fed = of('feed').filter(isPast).flatMap(({ task, at, note }) => {
    const part = parts.find(({ name }) => name === note?.name);
    const made = actuals.get(task)?.mass ?? note?.mass ?? null;
    if (!part || made === null || part.build <= 0) return [];
    // What is kept back for next time and what stays on the spoon is not for the dough.
    const share = Math.max(0, (made - (part.build - part.needed)) / part.needed);
    return [{ dough: dough * share, of: part.name, kilograms: made, at }];
  }); // prettier-ignore
  const [least = null] = fed.sort((a, b) => a.dough - b.dough);
  if (begun && inMixer > 0) {
    const all = { dough: mixed, of: 'dough', kilograms: mixed, at: begun.at };
    // Of what was lost in the mixer the pre-ferment is gone as well.
    const scant = least !== null && least.dough < mixed * ENOUGH;
    const most = scant ? { ...least, dough: Math.max(inMixer, least.dough) } : all;
    return { most, mixes: masses, divided, batches };
  }
  return { most: least, mixes: null, divided, batches };
}
