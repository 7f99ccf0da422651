import { z } from 'zod';
import { Slug } from '@jovet/core/formula';
import { DoughAsk } from '@jovet/core/plan';
import { MixDoc, MixReading, WaterSources } from '@jovet/core/mix';

const Celsius = z.number().min(-30).max(60);
const Mass = z.number().min(0).max(10_000);
const Temperature = z.number().describe('°C');
export const Kilograms = z.number().describe('kg');
const Epoch = z.number().describe('seconds since 1970');

/** The list of problems that every refusal carries. */
export const Problems = z.object({
  problems: z.array(
    z.object({
      path: z.string().describe('the field, its parts joined by dots; empty for the whole body'),
      problem: z.string().describe('what is wrong'),
      remedy: z.string().describe('how to mend it'),
    }),
  ),
});

const Line = z.object({ ingredient: z.string(), mass: Kilograms, weighed: Kilograms });
const Held = z.object({ slug: z.string(), mass: Kilograms, weighed: Kilograms });
const Stage = z.object({
  slug: z.string(),
  name: z.string(),
  kind: z.string(),
  lines: z.array(Line),
  holds: z.array(Held).describe('pre-ferments and soakers that go in whole'),
});
export const ScaleAnswer = z.object({
  dough: Kilograms,
  flour: Kilograms,
  parts: z.array(Stage.extend({ needed: Kilograms, build: Kilograms, seed: Kilograms.nullable() })),
  steps: z.array(Stage),
  finalMix: z.object({ flour: Kilograms, lines: z.array(Line), holds: z.array(Held) }),
  branches: z.array(z.object({ slug: z.string(), base: Kilograms, mass: Kilograms, lines: z.array(Line) })),
  facts: z.object({
    hydration: z.number(),
    trueHydration: z.number(),
    prefermentedFlour: z.number(),
    inoculation: z.number(),
    salt: z.number(),
    fat: z.number(),
    sugar: z.number(),
    wholeGrain: z.number(),
    yield: z.number(),
    saltOfFinalMix: z.number().nullable(),
    prefermentOfFinalMix: z.number().nullable(),
  }),
  drift: z.array(z.string()),
});

const MixRequest = z.strictObject({
  parts: z
    .array(
      z.strictObject({
        name: z.string().min(1).max(80),
        mass: Mass,
        specificHeat: z.number().positive().max(10),
        temperature: Celsius,
      }),
    )
    .max(60),
  water: Mass.gt(0),
  newFlour: Mass,
  bowl: z.strictObject({ mass: Mass, temperature: Celsius }),
  room: Celsius,
  friction: z.number().min(0).max(30),
  minutes: z.number().min(0).max(600),
});

export const WaterRequest = z.discriminatedUnion('method', [
  z.strictObject({
    method: z.literal('sum'),
    ddt: Celsius,
    readings: z.array(Celsius).min(1).max(5),
    frictionFactor: z.number().min(-50).max(100),
  }),
  z.strictObject({
    method: z.literal('base'),
    base: z.number().min(-50).max(200),
    flour: Celsius,
    room: Celsius,
  }),
  z
    .strictObject({ method: z.literal('balance'), ddt: Celsius, mix: MixRequest })
    .describe('the water temperature that brings the dough to its target'),
  z
    .strictObject({
      method: z.literal('forward'),
      water: Celsius,
      mix: MixRequest,
      frictionSpread: z.number().min(0).max(20).default(0),
    })
    .describe('the dough temperature that a water temperature gives, with its spread'),
  z
    .strictObject({
      method: z.literal('solve'),
      unknown: z.discriminatedUnion('kind', [
        z.strictObject({ kind: z.literal('water') }),
        z.strictObject({ kind: z.literal('dough') }),
        z.strictObject({ kind: z.literal('friction') }),
        z.strictObject({ kind: z.literal('part'), name: z.string().min(1).max(80) }),
      ]),
      water: z.number().min(-120).max(110).default(0),
      dough: Celsius.default(0),
      mix: MixRequest,
    })
    .describe('any one of water, dough, friction or the temperature of a part, from the rest'),
  z
    .strictObject({
      method: z.literal('pour'),
      mass: Mass.gt(0),
      wanted: z.number().min(-200).max(200),
      sources: WaterSources,
    })
    .describe('how much of which water, and of ice'),
  z
    .strictObject({
      method: z.literal('mix'),
      doc: MixDoc,
      readings: z.array(MixReading).max(500).default([]),
    })
    .describe('everything of one batch: the three ways, the water to pour, the dough to expect'),
]);
const PortionAnswer = z.object({
  name: z.string(),
  kind: z.enum(['water', 'ice']),
  temperature: Temperature,
  mass: Kilograms,
});
export const WaterAnswer = z.object({
  temperature: z.number().describe('°C, or K of friction'),
  ledger: z.array(z.object({ name: z.string(), heat: z.number().describe('kJ') })).optional(),
  loss: z.number().describe('K').optional(),
  spread: z.number().describe('K, one standard deviation').optional(),
  portions: z.array(PortionAnswer).optional(),
  ice: z.number().describe('mass share of the water').optional(),
  limit: z.enum(['hot', 'cold']).nullable().optional(),
  iceless: z.object({ temperature: Temperature, fdt: Temperature }).nullable().optional(),
  sum: z.object({ temperature: Temperature, frictionFactor: z.number() }).optional(),
  base: z.object({ temperature: Temperature, base: z.number() }).optional(),
  fdt: Temperature.optional(),
  friction: z.object({ value: z.number(), spread: z.number(), from: z.string() }).optional(),
  cautions: z.array(z.string()).optional(),
});

const Hours = z.number().describe('hours since leaven met flour');
export const ForecastAnswer = z.object({
  crossings: z
    .array(
      z.object({
        rise: z.number(),
        time: Hours.nullable().describe('null: it never gets there'),
        soonest: Hours.nullable().describe('eight times in ten not before'),
        latest: Hours.nullable().describe('eight times in ten not after'),
        temperature: Temperature.nullable(),
      }),
    )
    .describe('in the order asked'),
  course: z
    .array(
      z.object({
        time: Hours,
        temperature: Temperature,
        rise: z.number(),
        acidity: z.number(),
        stage: z.enum(['young', 'ripe', 'past']).nullable(),
      }),
    )
    .describe('about two hundred points'),
  grown: z.object({
    culture: z.number().describe('N; a ripe culture has 0.70'),
    yeast: z.number().describe('percent instant of flour'),
  }),
  acidity: z.number(),
  cautions: z.array(z.string()),
});

export const BakeRequest = z.strictObject({
  formula: Slug,
  ask: DoughAsk,
  workings: z
    .array(z.string().max(200))
    .max(200)
    .default([])
    .describe('keys of workings to return, such as water.balance'),
});
const Window = z.object({ earliest: Epoch, best: Epoch, latest: Epoch });
export const BakeAnswer = z.object({
  scaled: z.array(ScaleAnswer),
  mixes: z.array(z.object({ task: z.string(), at: Epoch, dough: Kilograms, mixer: z.string() })),
  water: z
    .object({
      balance: Temperature,
      sum: Temperature,
      base: Temperature,
      frictionFactor: z.number().describe('K'),
      baseNumber: Temperature,
      pour: Temperature,
      fdt: Temperature,
    })
    .describe('of the first mix'),
  tasks: z.array(
    z.object({
      id: z.string(),
      kind: z.string(),
      what: z.string(),
      start: Epoch,
      end: Epoch,
      local: z.string().describe('date and time on the bakehouse clock'),
      window: Window.nullable().describe('when it could be after what comes before it'),
    }),
  ),
  cautions: z.array(z.string()),
  workings: z.record(z.string(), z.unknown()),
});
