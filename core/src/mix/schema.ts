import { z } from 'zod';
import { placed } from '../equipment/index.ts';
import { Formula, Name, PieceOrder, Slug, upcastFormula } from '../formula/index.ts';
import { WATER_METHODS } from '../water/index.ts';

const Celsius = z.number().min(-40).max(110);

/** Kinds of mixers: how much they warm a dough differs. */
export const MIXER_KINDS = ['hand', 'spiral', 'fork', 'diving-arm', 'planetary', 'horizontal'] as const;
export type MixerKind = (typeof MIXER_KINDS)[number];

export const Mixer = z.strictObject({
  schema: z.literal(1),
  slug: Slug,
  name: Name,
  kind: z.enum(MIXER_KINDS).default('spiral'),
  bowlMass: z.number().min(0).max(1000),
  /** Dough that it moves well, at least and at most, kg. */
  minDough: z.number().min(0).max(2000).default(0),
  maxDough: z.number().positive().max(2000),
  /** Turns of the tool a minute, the slowest first. */
  speeds: z.array(z.number().positive().max(1000)).max(8).default([]),
  ...placed,
});
export type Mixer = z.infer<typeof Mixer>;

export const Programme = z.strictObject({
  slug: Slug,
  name: Name,
  /** Mixing and resting in the bowl, minutes. */
  minutes: z.number().positive().max(240),
  /** Rise of the dough by friction in a spiral mixer, K, until mixes are logged. */
  friction: z.number().min(0).max(20),
  /** What is done in the bowl, in order: speed 0 is rest. */
  bouts: z
    .array(
      z.strictObject({
        speed: z.number().int().min(0).max(8),
        minutes: z.number().positive().max(120),
        add: z.string().trim().max(80).default('').describe('what goes in before it'),
      }),
    )
    .max(12)
    .default([]),
});
export type Programme = z.infer<typeof Programme>;

export const WaterSource = z.strictObject({
  name: Name,
  kind: z.enum(['water', 'ice']).default('water'),
  temperature: Celsius.describe('°C, as it usually comes'),
});

/** Water sources of a bakehouse that has said nothing of its own. Chosen for Jovet: mains in a mild climate, a heater. */
export const USUAL_SOURCES: z.input<typeof WaterSource>[] = [
  { name: 'tap', temperature: 14 },
  { name: 'hot tap', temperature: 52 },
  { name: 'ice', kind: 'ice', temperature: -6 },
];

export const WaterSources = z.array(WaterSource).min(1).max(6);

/** Where a thermometer was held: on the surface, in the middle, or in the air beside it. */
export const SPOTS = ['core', 'surface', 'air'] as const;

/** A temperature that was read. Readings are never changed: a correction is a reading that says which one it corrects. */
export const MixReading = z.strictObject({
  id: z.uuid(),
  /** What was read: flour, room, bowl, water, dough, or the slug of a pre-ferment or ingredient. */
  factor: Slug,
  /** °C, as the instrument showed it. */
  value: Celsius,
  /** Epoch seconds. */
  at: z.number().int().min(0).max(32_503_680_000),
  /** Name of the instrument; “typed” if a person read and typed it. */
  instrument: z.string().trim().min(1).max(60),
  spot: z.enum(SPOTS),
  /** What the instrument is known to be off by, added to the value, K. */
  offset: z.number().min(-10).max(10).default(0),
  corrects: z.uuid().nullable().default(null),
});
export type MixReading = z.infer<typeof MixReading>;

const Mass = z.number().min(-1000).max(1000);

/** One batch in one mixer: what it is mixed from, and what was really done. */
export const MixDoc = z.strictObject({
  schema: z.literal(1),
  slug: Slug.describe('of the formula'),
  formula: z.preprocess((formula) => upcastFormula(formula), Formula),
  /** Pieces that this batch is for. */
  order: z.array(PieceOrder).max(20),
  /** Base dough of this batch, kg. */
  dough: z.number().positive().max(2000),
  batch: z.strictObject({ n: z.number().int().min(1).max(100), of: z.number().int().min(1).max(100) }),
  mixer: Mixer,
  programme: Programme,
  /** Desired dough temperature, °C. */
  ddt: z.number().min(5).max(40),
  method: z.enum(WATER_METHODS),
  /** Readings of an ordinary day, °C. */
  usual: z.record(Slug, Celsius),
  sources: WaterSources,
  /** What was really poured; null: as the answer said. */
  poured: z
    .array(WaterSource.extend({ mass: z.number().min(0).max(2000) }))
    .max(6)
    .nullable()
    .default(null),
  /** What was put in by feel beyond the formula, or left out (below 0), kg. */
  added: z
    .array(z.strictObject({ ingredient: Slug, mass: Mass }))
    .max(20)
    .default([]),
  /** Lot of the flour, as it stands on the sack. */
  lot: z.string().trim().max(60).default(''),
  /** What was confirmed by hand. */
  gates: z
    .strictObject({ salt: z.boolean().default(false), keepBack: z.boolean().default(false) })
    .prefault({}),
  note: z.string().max(500).default(''),
  /** The task of the plan that it is, if it is one. */
  task: z.string().max(200).nullable().default(null),
  /** What a plan expects the room, the bowl and its pre-ferments to have at that time, °C. */
  forecast: z.record(Slug, Celsius).default({}),
});
export type MixDoc = z.infer<typeof MixDoc>;
