import { z } from 'zod';
import { Build, Culture, LoggedSign } from '@jovet/core/culture';
import { RiseWindow } from '@jovet/core/formula';
import { RIPE_POPULATION } from '@jovet/core/fermentation/rates';

const Rev = z.number().int().min(1).describe('the revision that the change was made on');
const Id = z.uuid().describe('made where it is entered, so that it can be sent again');

export const KeepCultureRequest = z.strictObject({ id: Id, culture: Culture });
export const ChangeCultureRequest = z.strictObject({ culture: Culture, rev: Rev });
export const FeedRequest = z.strictObject({
  id: Id,
  parent: z.uuid().nullable().default(null).describe('the feeding that the seed was taken from'),
  build: Build,
});
export const ChangeBuildRequest = z.strictObject({ build: Build, rev: Rev });
export const SignRequest = LoggedSign;

export const CultureAnswer = z.object({
  id: z.string(),
  rev: z.number(),
  culture: z.unknown(),
  builds: z.array(
    z.object({
      id: z.string(),
      rev: z.number(),
      parent: z.string().nullable(),
      build: z.unknown(),
      signs: z.array(z.unknown()),
    }),
  ),
});
export const CulturesAnswer = z.object({ cultures: z.array(CultureAnswer) });

const Celsius = z.number().min(-10).max(60).describe('°C');
const Hours = z.number().positive().max(240);
const Parts = z.number().positive().max(1000).describe('parts of flour to 1 of seed, by mass');
const Fed = {
  culture: z.strictObject({
    ripeness: RiseWindow,
    hydration: z.number().min(0.3).max(3).default(1),
    vigour: z.number().min(0).max(3).default(1),
    seedPopulation: z.number().gt(0).max(1).default(RIPE_POPULATION),
  }),
  needed: z.number().min(0).max(2000).default(1).describe('ripe culture for the doughs, kg'),
  keepBack: z.number().min(0).max(2000).default(0).describe('kg'),
  loss: z.number().min(0).max(50).default(0).describe('percent'),
};
const Yeast = z.number().positive().max(20).describe('percent instant of its flour');

/** The feeding solver: one thing from the others. */
export const SolveRequest = z.discriminatedUnion('find', [
  z.strictObject({ find: z.literal('ratio'), ...Fed, hours: Hours, celsius: Celsius }),
  z.strictObject({ find: z.literal('hours'), ...Fed, flour: Parts, celsius: Celsius }),
  z.strictObject({ find: z.literal('temperature'), ...Fed, flour: Parts, hours: Hours }),
  z.strictObject({ find: z.literal('yeast'), ripeness: RiseWindow, hours: Hours, celsius: Celsius }),
  z.strictObject({ find: z.literal('yeast-hours'), ripeness: RiseWindow, yeast: Yeast, celsius: Celsius }),
  z.strictObject({ find: z.literal('yeast-temperature'), ripeness: RiseWindow, yeast: Yeast, hours: Hours }),
  z.strictObject({
    find: z.literal('chain'),
    stages: z
      .array(
        z.strictObject({
          name: z.string().trim().min(1).max(80),
          flour: Parts,
          water: z.number().min(0).max(1000),
          celsius: Celsius,
          ripeness: RiseWindow,
        }),
      )
      .min(1)
      .max(6),
    vigour: z.number().min(0).max(3).default(1),
    needed: Fed.needed,
    keepBack: Fed.keepBack,
    loss: Fed.loss,
  }),
]);
const Window = z.object({ earliest: z.number(), best: z.number(), latest: z.number() });
export const SolveAnswer = z.object({
  flour: z.number().optional(),
  water: z.number().optional(),
  celsius: z.number().optional(),
  yeast: z.number().optional(),
  hours: Window.optional().describe('from feeding to young, ripe and past'),
  amounts: z
    .object({ build: z.number(), seed: z.number(), flour: z.number(), water: z.number() })
    .optional()
    .describe('kg'),
  builds: z.array(z.unknown()).optional().describe('of a chain, in the order of making'),
  cautions: z.array(z.string()),
});
