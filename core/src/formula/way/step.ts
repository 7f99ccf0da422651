import { z } from 'zod';
import { Slug } from '../ingredient.ts';
import { RiseWindow } from '../rise-window.ts';
import {
  AFTER_KINDS,
  COVERS,
  CUTS,
  FINISH_KINDS,
  FOLDS,
  PLACES,
  SHAPES,
  SOLUTIONS,
  TOOLS,
  TURNS,
} from './kinds.ts';

/** Skills of hands, as the bakehouse names them. */
const Skill = z.enum(['mix', 'shape', 'oven', 'pack']);
const Minutes = z.number().min(0).max(14_400);
const Seconds = z.number().min(0).max(14_400);
const Words = z.string().trim().max(200);
const Celsius = z.number().min(-40).max(45);

/** What every step may say beside what it is. */
const said = {
  slug: Slug.describe('stays with the step for good'),
  words: Words.default('').describe('a line of the bakery’s own words'),
  signs: Words.default('').describe('what to look for'),
  cautions: z
    .array(z.string().trim().min(1).max(200))
    .max(6)
    .default([])
    .describe('said before the work begins'),
  confirm: z.string().trim().max(80).default('').describe('what has to be confirmed; empty: nothing'),
};

/** How work is done; null: as it usually is in this bakehouse. */
const worked = {
  ...said,
  setUp: Seconds.nullable().default(null).describe('seconds to set up and clear'),
  each: Seconds.nullable().default(null).describe('seconds a piece'),
  kilogram: Seconds.nullable().default(null).describe('seconds for each kg'),
  least: z.number().int().min(1).max(6).default(1).describe('people at least'),
  most: z
    .number()
    .int()
    .min(1)
    .max(6)
    .nullable()
    .default(null)
    .describe('people at most; null: two where two can'),
  skill: Skill.nullable().default(null).describe('null: the one that such work usually asks for'),
  gear: z.array(Slug).max(4).default([]).describe('things of the bakehouse that it takes up'),
};

/** Which mixer or oven it may be done in. */
const only = z
  .array(Slug)
  .max(8)
  .default([])
  .describe(
    'things of the bakehouse that it may be done in, the one that is liked best first; none: any that suits',
  );

/** Where a dough stands for a while: so many minutes, until a rise, or as long as it takes. */
export const Stand = z.strictObject({
  place: z.enum(PLACES),
  celsius: Celsius.nullable().default(null).describe('wanted there; null: as it is there'),
  minutes: Minutes.nullable().default(null),
  rise: z.number().positive().max(6).nullable().default(null).describe('until it holds such a rise, volumes'),
  only: Slug.nullable()
    .default(null)
    .describe('the one thing of the bakehouse that it may stand in; null: any that suits'),
});
export type Stand = z.infer<typeof Stand>;

/** When a wait is over: at a rise, or by the clock. */
export const Until = z
  .discriminatedUnion('by', [
    RiseWindow.safeExtend({ by: z.literal('rise') }),
    z.strictObject({ by: z.literal('minutes'), earliest: Minutes, best: Minutes, latest: Minutes }),
  ])
  .refine((until) => until.earliest <= until.best && until.best <= until.latest, {
    message: 'Earliest, best and latest must follow one another.',
  });
export type Until = z.infer<typeof Until>;

const stood = {
  ...said,
  until: Until,
  cover: z.enum(COVERS).default('cloth'),
};
const Stands = z.array(Stand).min(1).max(6);

/** How an oven is set from a minute of a bake on. */
export const BakeStage = z.strictObject({
  from: z.number().min(0).max(240).describe('minutes since it was loaded'),
  top: z.number().min(50).max(400).nullable().default(null).describe('°C from above; null: off'),
  bottom: z.number().min(50).max(400).nullable().default(null).describe('°C from below; null: off'),
  fan: z.number().min(0).max(100).default(0).describe('percent of the fan'),
});

const Bout = z.strictObject({
  speed: z.number().int().min(0).max(8).describe('0: rest in the bowl'),
  minutes: z.number().positive().max(120),
  add: z.string().trim().max(80).default('').describe('what goes in before it'),
});

export const Step = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('weigh'), ...worked }),
  z.strictObject({
    kind: z.literal('mix'),
    ...worked,
    programme: Slug.nullable().default(null).describe('of the bakehouse; null: what is mixed here is only wetted'),
    minutes: z.number().positive().max(240).nullable().default(null).describe('null: as the programme has it'),
    to: z.number().min(5).max(40).nullable().default(null).describe('desired dough temperature, °C'),
    adds: z.array(Slug).max(12).default([]).describe('additions that go in here; what no mix names goes into the main one'),
    bouts: z.array(Bout).max(12).default([]).describe('none: those of the programme'),
    window: z.boolean().default(false).describe('it is tested by pulling a window'),
    only,
  }),
  z.strictObject({ kind: z.literal('rest'), ...stood, stands: Stands }),
  z.strictObject({
    kind: z.literal('fold'),
    ...worked,
    fold: z.enum(FOLDS).default('stretch'),
    at: z.discriminatedUnion('by', [
      z.strictObject({ by: z.literal('minutes'), at: z.number().min(1).max(2880).describe('since the rest it falls in began') }),
      z.strictObject({ by: z.literal('share'), at: z.number().min(1).max(99).describe('percent of the rise it rests to') }),
      z.strictObject({ by: z.literal('rise'), at: z.number().min(0.05).max(6) }),
    ]),
    keeps: z.number().min(0).max(1).nullable().default(null).describe('share of the gas that stays; null: as usual'),
  }),
  z.strictObject({
    kind: z.literal('lock-in'),
    ...worked,
    layers: z.number().int().min(1).max(3).default(1).describe('of fat'),
    thickness: z.number().min(1).max(60).nullable().default(null).describe('mm it is rolled to'),
  }),
  z.strictObject({
    kind: z.literal('turn'),
    ...worked,
    turn: z.enum(TURNS).default('single'),
    thickness: z.number().min(1).max(60).nullable().default(null).describe('mm it is rolled to'),
  }),
  z.strictObject({
    kind: z.literal('divide'),
    ...worked,
    keeps: z.number().min(0).max(1).default(0.7).describe('share of the gas that stays, until it is shaped'),
    tool: z.enum(TOOLS).default('hand'),
    into: z.number().int().min(1).max(200).default(1).describe('pieces that each is cut into, of a second cut'),
  }),
  z.strictObject({ kind: z.literal('pre-shape'), ...worked }),
  z.strictObject({
    kind: z.literal('shape'),
    ...worked,
    shape: z.enum(SHAPES),
    length: z.number().positive().max(3).nullable().default(null).describe('m wanted'),
    cut: z.enum(CUTS).nullable().default(null).describe('how it is cut out of a sheet; null: it is not'),
    base: z.number().min(0.01).max(1).nullable().default(null).describe('m of what is cut, along the sheet'),
    height: z.number().min(0.02).max(2).nullable().default(null).describe('m of it across the sheet'),
    beside: z.number().int().min(1).max(20).default(1).describe('strips of such a height side by side'),
    tool: z.enum(TOOLS).default('hand'),
    into: Slug.nullable().default(null).describe('what pieces are set into or onto, as the bakehouse names it'),
    hold: z.number().int().min(1).max(500).default(1).describe('pieces in one of it'),
  }),
  z.strictObject({ kind: z.literal('assemble'), ...worked }),
  z.strictObject({ kind: z.literal('fill'), ...worked }),
  z.strictObject({
    kind: z.literal('proof'),
    ...stood,
    ways: z.array(Stands).min(1).max(4).describe('each a sequence of places; the plan chooses one'),
  }),
  ...FINISH_KINDS.filter((kind) => kind !== 'dip').map((kind) =>
    z.strictObject({
      kind: z.literal(kind),
      ...worked,
      before: Minutes.default(0).describe('minutes before it is loaded'),
    }),
  ),
  z.strictObject({
    kind: z.literal('dip'),
    ...worked,
    before: Minutes.default(0).describe('minutes before it is loaded'),
    solution: z.enum(SOLUTIONS),
    percent: z.number().min(0).max(100).describe('of what is dissolved'),
    per: z.enum(['solution', 'water']).default('solution'),
    carried: z.number().min(0).max(0.02).default(0.002).describe('kg of the bath that a piece takes with it'),
    trained: z.boolean().default(false).describe('a trained person has confirmed so strong a bath'),
  }),
  z.strictObject({
    kind: z.literal('bake'),
    ...worked,
    mass: z.number().min(0.001).max(20).describe('kg of dough of the piece that this is known for'),
    minutes: z.number().positive().max(240),
    loadAt: z.number().min(100).max(400).describe('°C on the stone as it is loaded'),
    steam: z.number().min(0).max(240).describe('minutes it is kept in'),
    loss: z.number().min(0).max(60).describe('percent of the scaled weight'),
    look: z.number().min(0).max(240).nullable().default(null).describe('minutes of the first look; null: where it is usual'),
    turn: z.number().min(0).max(240).nullable().default(null).describe('minutes at which pieces are turned round'),
    core: z.number().min(60).max(100).nullable().default(null).describe('°C at which it is done; null: as its type has it'),
    stages: z.array(BakeStage).max(8).default([]),
    into: Slug.nullable().default(null).describe('what it bakes in, if that is another thing than it proofed in'),
    hold: z.number().int().min(1).max(500).default(1).describe('pieces in one of it'),
    hot: Minutes.nullable().default(null).describe('minutes until that is hot; null: it goes in cold'),
    only,
    perDeck: z.number().int().min(1).max(2000).nullable().default(null).describe('pieces on a deck; null: as many as stand on it'),
  }),
  ...AFTER_KINDS.map((kind) =>
    z.strictObject({
      kind: z.literal(kind),
      ...worked,
      after: Minutes.default(0).describe('minutes after the oven, or after what comes before it'),
    }),
  ),
  z.strictObject({
    kind: z.literal('cool'),
    ...said,
    below: z.number().min(20).max(60).describe('°C of its core'),
    most: z.number().positive().max(240).nullable().default(null).describe('hours it may lie longer; null: as usual'),
  }),
  z.strictObject({ kind: z.literal('freeze'), ...worked, most: z.number().positive().max(8760).nullable().default(null).describe('hours') }),
  z.strictObject({ kind: z.literal('thaw'), ...stood, of: Slug.describe('the product that comes from the freezer'), stands: Stands }),
  z.strictObject({ kind: z.literal('pack'), ...worked }),
]); // prettier-ignore
export type Step = z.infer<typeof Step>;
/** A step of one kind. */
export type StepOf<K extends Step['kind']> = Extract<Step, { kind: K }>;

export const Steps = z.array(Step).max(40);
