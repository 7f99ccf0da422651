import { z } from 'zod';
import { allergensOf, allergenText, againstUsual, costOf, factsOf } from '@jovet/core/formula/facts';
import {
  bathOf,
  compareFormulas,
  dividerHeads,
  doughForTin,
  finalMixBasis,
  redivide,
  substituteFlour,
  TIN_LITRES_PER_KILOGRAM,
  tinForDough,
  whatIf,
} from '@jovet/core/formula/sums';
import { equalBatches, scaleTo, splitFormula, type SplitFormula } from '@jovet/core/formula/scale';
import { type Formula, Ingredient, PieceOrder, Slug, type FormulaLine } from '@jovet/core/formula';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { readFormulas, type PublishedFormula } from '../../database/formula.ts';
import { scaleAnswer } from '../answers.ts';
import { endpoint, type Endpoint } from '../endpoint.ts';
import { Kilograms, ScaleAnswer } from '../schemas.ts';
import { calculation, FormulaRef, Mass, Pieces, type Calculation, type Named } from './calculation.ts';
import { LAMINATION } from './lamination.ts';

const Percent = z.number().describe('percent of all flour');
const Line = z.object({ ingredient: z.string(), percent: Percent });

const linesOf = (lines: readonly FormulaLine[]) =>
  lines.map(({ ingredient, percent }) => ({ ingredient: ingredient.slug, percent }));

const Facts = z.object({
  hydration: Percent,
  trueHydration: Percent,
  prefermentedFlour: Percent,
  inoculation: z.number(),
  salt: Percent,
  fat: Percent,
  sugar: Percent,
  wholeGrain: z.number(),
  yield: Percent,
  saltOfFinalMix: z.number().nullable(),
  prefermentOfFinalMix: z.number().nullable(),
});

const QUAY = [{ product: 'quay-loaf', pieces: 36, scaledWeight: 0.84 }];

/** Splits a formula that a body names. */
function splitOf(found: Result<Formula>): Result<{ formula: Formula; split: SplitFormula }> {
  if (!found.ok) return found;
  const split = splitFormula(found.value);
  return split.ok ? good({ formula: found.value, split: split.value }) : split;
}

/** Every calculation over formulas, by the last word of its address. */
const FORMULA_CALCULATIONS: Readonly<Record<string, Calculation>> = {
  scale: calculation({
    summary: 'Scale a formula',
    description: 'To pieces, baked weight, dough, flour or the ingredient that limits: weights by stage.',
    request: z.strictObject({
      formula: FormulaRef,
      to: z.discriminatedUnion('by', [
        z.strictObject({ by: z.literal('pieces'), order: Pieces }),
        z.strictObject({
          by: z.literal('baked'),
          order: z
            .array(
              z.strictObject({
                product: Slug,
                pieces: PieceOrder.shape.pieces,
                bakedWeight: z.number().positive().max(20),
              }),
            )
            .min(1)
            .max(20),
        }),
        z.strictObject({ by: z.enum(['dough', 'flour']), mass: Mass }),
        z.strictObject({ by: z.literal('ingredient'), ingredient: Slug, mass: Mass }),
      ]),
    }),
    answer: ScaleAnswer,
    example: { formula: 'quay-country', to: { by: 'pieces', order: QUAY } },
    run: (body, named) => {
      const formula = named(body.formula);
      if (!formula.ok) return formula;
      const scaled = scaleTo(formula.value, body.to);
      if (scaled.ok) return good(scaleAnswer(scaled.value));
      return { ok: false, problems: scaled.problems.map((each) => ({ ...each, path: inTarget(each.path) })) };
    },
  }),
  check: calculation({
    summary: 'Split and read a formula',
    description:
      'Its stages in percent of all flour, the final mix on its own basis, read-outs against the usual.',
    request: z.strictObject({ formula: FormulaRef }),
    answer: z.object({
      stages: z.array(
        z.object({ slug: z.string(), name: z.string(), kind: z.string(), lines: z.array(Line) }),
      ),
      finalMixBasis: z
        .object({
          lines: z.array(Line),
          parts: z.array(z.object({ slug: z.string(), percent: z.number() })),
        })
        .nullable(),
      facts: Facts,
      unusual: z.array(z.string()),
      allergens: z.array(z.object({ product: z.string(), contains: z.string() })),
    }),
    example: { formula: 'tidewater-rye' },
    run: (body, named) => {
      const made = splitOf(named(body.formula));
      if (!made.ok) return made;
      const { formula, split } = made.value;
      const basis = finalMixBasis(split);
      const facts = factsOf(split);
      return good({
        stages: [...split.parts, ...split.steps].map(({ slug, name, kind, lines }) => ({
          slug,
          name,
          kind,
          lines: linesOf(lines),
        })),
        finalMixBasis: basis && {
          lines: linesOf(basis.lines),
          parts: basis.parts.map(({ slug, percent }) => ({ slug, percent })),
        },
        facts,
        unusual: Object.values(againstUsual(facts, formula.doc.type)).flatMap(
          ({ sentence }) => sentence ?? [],
        ),
        allergens: formula.doc.products.map((product) => ({
          product: product.slug,
          contains: allergenText(allergensOf(formula, product)),
        })),
      });
    },
  }),
  compare: calculation({
    summary: 'Compare two formulas',
    description: 'Side by side by percentage; null where one has not got it.',
    request: z.strictObject({ a: FormulaRef, b: FormulaRef }),
    answer: z.object({
      differences: z.number(),
      stages: z.array(
        z.object({
          key: z.string(),
          name: z.string(),
          rows: z.array(
            z.object({
              key: z.string(),
              name: z.string(),
              unit: z.string(),
              a: z.number().nullable(),
              b: z.number().nullable(),
              changed: z.boolean(),
            }),
          ),
        }),
      ),
    }),
    example: { a: 'quay-country', b: 'tidewater-rye' },
    run: (body, named) => {
      const [a, b] = [splitOf(named(body.a)), splitOf(named(body.b))];
      if (!a.ok) return a;
      if (!b.ok) return b;
      const side = ({ formula, split }: typeof a.value) => ({ doc: formula.doc, split });
      const { differences, stages } = compareFormulas(side(a.value), side(b.value));
      return good({ differences, stages: stages.map((stage) => ({ ...stage, rows: [...stage.rows] })) });
    },
  }),
  'what-if': calculation({
    summary: 'What if',
    description: 'The read-outs as they would be; the formula itself stays.',
    request: z.strictObject({
      formula: FormulaRef,
      hydration: z.number().min(0).max(300).optional(),
      salt: z.number().min(0).max(20).optional(),
      parts: z.record(Slug, z.number().positive().max(100)).optional().describe('flour share by pre-ferment'),
    }),
    answer: z.object({ facts: Facts, stages: z.array(z.object({ slug: z.string(), lines: z.array(Line) })) }),
    example: { formula: 'quay-country', hydration: 78 },
    run: ({ formula, hydration, salt, parts }, named) => {
      const found = named(formula);
      if (!found.ok) return found;
      const asked = {
        ...(hydration === undefined ? {} : { hydration }),
        ...(salt === undefined ? {} : { salt }),
        ...(parts === undefined ? {} : { parts }),
      };
      const made = splitOf(good(whatIf(found.value, asked)));
      if (!made.ok) return made;
      const { split } = made.value;
      const stages = [...split.parts, ...split.steps].map(({ slug, lines }) => ({
        slug,
        lines: linesOf(lines),
      }));
      return good({ facts: factsOf(split), stages });
    },
  }),
  substitute: calculation({
    summary: 'Put one flour in place of another',
    description: 'Asks for water again by absorption.',
    request: z.strictObject({
      formula: FormulaRef,
      from: Slug,
      to: Ingredient,
      percent: z.number().positive().max(100),
    }),
    answer: z.object({
      water: z.object({ now: Percent, asked: Percent }).nullable(),
      sentence: z.string(),
      lines: z.array(Line),
    }),
    example: {
      formula: 'quay-country',
      from: 'whole-wheat',
      to: { schema: 2, slug: 'rye', name: 'Rye', kind: 'flour', grain: 'rye', wholeGrain: 1, absorption: 80 },
      percent: 15,
    },
    run: (body, named) => {
      const found = named(body.formula);
      if (!found.ok) return found;
      const done = substituteFlour(found.value, body.from, body.to, body.percent);
      if (!done.ok) return done;
      const { formula, water, sentence } = done.value;
      return good({
        water,
        sentence,
        lines: formula.doc.lines.map(({ ingredient, percent }) => ({ ingredient, percent })),
      });
    },
  }),
  cost: calculation({
    summary: 'Cost of pieces',
    description:
      'Ingredients only, in the smallest coin, at the prices that the formula brings or the larder has.',
    request: z.strictObject({ formula: FormulaRef }),
    answer: z.object({
      doughPerKilogram: z.number(),
      pieces: z.array(
        z.object({
          product: z.string(),
          dough: z.number(),
          extras: z.number(),
          piece: z.number(),
          perKilogram: z.number(),
        }),
      ),
      unpriced: z.array(z.string()),
    }),
    example: { formula: 'cardamom-knots' },
    run: (body, named) => {
      const found = named(body.formula);
      if (!found.ok) return found;
      const scaled = scaleTo(found.value, { by: 'flour', mass: 10 });
      if (!scaled.ok) return scaled;
      const cost = costOf(found.value, scaled.value);
      return good({
        doughPerKilogram: cost.doughPerKilogram,
        pieces: cost.pieces.map(({ product, ...rest }) => ({ product: product.slug, ...rest })),
        unpriced: cost.unpriced.map(({ slug }) => slug),
      });
    },
  }),
  batches: calculation({
    summary: 'Equal batches for a mixer',
    description: 'As few as it takes.',
    request: z.strictObject({
      dough: Mass,
      mixer: z.strictObject({
        name: z.string().min(1).max(80),
        minDough: z.number().min(0).max(2000),
        maxDough: z.number().positive().max(2000),
      }),
    }),
    answer: z.object({ count: z.number(), each: Kilograms, caution: z.string().nullable() }),
    example: { dough: 100, mixer: { name: 'Big mixer', minDough: 8, maxDough: 45 } },
    run: ({ dough, mixer }) => equalBatches(dough, mixer),
  }),
  divider: calculation({
    summary: 'Heads of a fixed-count divider',
    description: 'Rounded up to whole heads, or whole heads and the rest by hand.',
    request: z.strictObject({
      pieces: z.number().int().positive().max(100_000),
      scaledWeight: Mass.max(20),
      count: z.number().int().min(2).max(100),
    }),
    answer: z.object({
      headMass: Kilograms,
      heads: z.number(),
      made: z.number(),
      extra: z.number(),
      wholeHeads: z.number(),
      byHand: z.number(),
    }),
    example: { pieces: 100, scaledWeight: 0.06, count: 30 },
    run: ({ pieces, scaledWeight, count }) => dividerHeads(pieces, scaledWeight, count),
  }),
  redivide: calculation({
    summary: 'Divide the dough that is really there',
    description: 'Spread a little, make more pieces of much, or say whose order is short.',
    request: z.strictObject({ mass: Mass, order: Pieces }),
    answer: z.object({
      needed: Kilograms,
      difference: Kilograms,
      lines: z.array(
        z.object({ product: z.string(), ordered: z.number(), pieces: z.number(), scaledWeight: Kilograms }),
      ),
      sentence: z.string(),
    }),
    example: { mass: 29, order: QUAY },
    run: ({ mass, order }) => {
      const done = redivide(mass, order);
      return done.ok ? good({ ...done.value, lines: [...done.value.lines] }) : done;
    },
  }),
  ...LAMINATION,
  tin: calculation({
    summary: 'Tin and scaled weight',
    description: 'Volume of a tin in litres to the dough that fills it, or back.',
    request: z.strictObject({
      type: z.enum(Object.keys(TIN_LITRES_PER_KILOGRAM) as [string, ...string[]]).default('tin'),
      litresPerKilogram: z.number().positive().max(10).optional(),
      litres: z.number().positive().max(50).optional(),
      scaledWeight: Mass.max(20).optional(),
    }),
    answer: z.object({
      litresPerKilogram: z.number(),
      scaledWeight: Kilograms.nullable(),
      litres: z.number().nullable(),
    }),
    example: { type: 'tin', litres: 2.1 },
    run: ({ type, litresPerKilogram, litres, scaledWeight }) => {
      const factor =
        litresPerKilogram ?? TIN_LITRES_PER_KILOGRAM[type as keyof typeof TIN_LITRES_PER_KILOGRAM];
      return good({
        litresPerKilogram: factor,
        scaledWeight: litres === undefined ? (scaledWeight ?? null) : doughForTin(litres, factor),
        litres: litres ?? (scaledWeight === undefined ? null : tinForDough(scaledWeight, factor)),
      });
    },
  }),
  bath: calculation({
    summary: 'Lye bath or brine',
    description: 'States its basis and purity. Lye is caustic: gloves, eye protection, lye into water.',
    request: z.strictObject({
      basis: z.enum(['water', 'solution']),
      percent: z.number().positive().max(100),
      purity: z.number().positive().max(1),
      given: z.enum(['water', 'solution']),
      mass: Mass,
    }),
    answer: z.object({
      water: Kilograms,
      agent: Kilograms,
      solution: Kilograms,
      ofWater: z.number().describe('percent of the water'),
      ofSolution: z.number().describe('percent of the solution'),
      sentence: z.string(),
    }),
    example: { basis: 'water', percent: 4, purity: 0.98, given: 'water', mass: 5 },
    run: (body) => bathOf(body),
  }),
};

/** A problem of a target stands inside `to`; those of the formula stay where they are. */
const inTarget = (path: string): string => (/^(order|mass|ingredient)\b/.test(path) ? `to.${path}` : path);

/** Finds formulas that a body names; it may also bring them whole. */
const finder =
  (known: readonly PublishedFormula[]): Named =>
  (formula) => {
    if (typeof formula !== 'string') return good(formula);
    const found = known.find(({ slug }) => slug === formula);
    return found
      ? good(found.formula)
      : bad(problem('formula', 'This formula is not known here.', 'Name one of this bakehouse, or send a whole formula.'));
  }; // prettier-ignore

const namesOne = (body: object): boolean =>
  ['formula', 'a', 'b'].some((field) => typeof (body as Record<string, unknown>)[field] === 'string');

/** Every calculation over formulas. */
export const FORMULA: Readonly<Record<`POST /formula/${string}`, Endpoint>> = Object.fromEntries(
  Object.entries(FORMULA_CALCULATIONS).map(([name, { request, run, ...told }]) => [
    `POST /formula/${name}` as const,
    endpoint({
      ...told,
      right: 'read',
      body: request,
      run: async ({ db, actor, body }) => run(body, finder(namesOne(body as object) ? await readFormulas(db, actor) : [])),
    }) as unknown as Endpoint,
  ]),
); // prettier-ignore
