import { z } from 'zod';

const Heat = z.number().min(0).max(450).describe('°C');

/** What an oven really has on its stone where its dial says something else. */
export const Dial = z
  .array(z.strictObject({ set: Heat.describe('°C that it is set to'), really: Heat.describe('°C that it has then') }))
  .max(10)
  .default([])
  .refine((points) => points.every((one) => points.every((other) => (one.set - other.set) * (one.really - other.really) > 0 || one === other)), {
    error: 'A hotter setting must be hotter, and each is said once.',
  }); // prettier-ignore
export type Dial = z.infer<typeof Dial>;

/**
 * What an oven has to be set to so that it really has so much: between two settings that were measured in proportion,
 * outside them as far off as at the nearest.
 *
 * @param celsius °C that are wanted
 *
 * @example
 * assert.equal(settingFor([{ set: 200, really: 190 }, { set: 250, really: 230 }], 210), 225);
 * assert.equal(settingFor([{ set: 200, really: 190 }], 240), 250);
 * assert.equal(settingFor([], 240), 240);
 */
export function settingFor(dial: Dial, celsius: number): number {
  const points = dial.toSorted((a, b) => a.really - b.really);
  const above = points.findIndex(({ really }) => really >= celsius);
  const [low, high] = [points[above - 1], points[above]];
  if (low && high)
    return low.set + ((celsius - low.really) / (high.really - low.really)) * (high.set - low.set);
  const nearest = high ?? points.at(-1);
  return nearest ? celsius + nearest.set - nearest.really : celsius;
}
