import { z } from 'zod';

/** Three rises, in volumes of gas per volume of dough: usable from, best at, usable until. */
export const RiseWindow = z
  .strictObject({
    earliest: z.number().positive().max(6),
    best: z.number().positive().max(6),
    latest: z.number().positive().max(6),
  })
  .refine((rise) => rise.earliest <= rise.best && rise.best <= rise.latest, {
    message: 'Earliest, best and latest must follow one another.',
  });
export type RiseWindow = z.infer<typeof RiseWindow>;
