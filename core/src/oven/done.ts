import { bad, good, problem, type Problem, type Result } from '../problem/index.ts';

/** Core at which bread is done, °C at sea level. Domain section 3. */
export const CORE_DONE = { hearth: [96, 99], tin: [94, 97], enriched: [88, 93] } as const;

/** Metres of altitude that take one kelvin off where water boils. Domain section 3. */
const METRES_PER_KELVIN = 300;

/** °C at which water boils. */
export const boilsAt = (altitude: number): number => 100 - altitude / METRES_PER_KELVIN;

/** A core that was read while it bakes. */
export interface CoreReading {
  /** Minutes since it was loaded. */
  readonly minutes: number;
  readonly celsius: number;
}

/**
 * Minutes until a core is so warm, from one reading: it comes to the boil exponentially.
 *
 * @param loaded °C of the core as it was loaded
 * @param target °C
 * @param altitude m
 * @returns 0 if it is that warm; or what cannot be, at `minutes`, `celsius` or `target`
 * @source domain section 9
 */
export function minutesLeft(
  { minutes, celsius }: CoreReading,
  loaded: number,
  target: number,
  altitude = 0,
): Result<number> {
  const boil = boilsAt(altitude);
  const problems: Problem[] = [];
  if (!(minutes > 0))
    problems.push(problem('minutes', 'This was read before it baked.', 'Type the minutes since it was loaded.'));
  if (celsius >= boil)
    problems.push(
      problem('celsius', 'No crumb is hotter than boiling water.', 'Read it again, in the middle of the loaf.'),
    );
  else if (celsius <= loaded)
    problems.push(
      problem('celsius', 'The core is no warmer than when it was loaded.', 'Read it again, in the middle of the loaf.'),
    );
  if (target >= boil)
    problems.push(problem('target', 'The core never gets that warm here.', 'Take a lower core temperature.'));
  if (problems.length > 0) return bad(...problems);
  const constant = minutes / Math.log((boil - loaded) / (boil - celsius));
  return good(Math.max(0, constant * Math.log((boil - celsius) / (boil - target))));
} // prettier-ignore
