import { input, quantity, type Working, type WorkingInput, type Workings } from '../../working/index.ts';
import { flourOf, percentOf } from '../lines.ts';
import type { Formula } from '../schema.ts';
import type { ScaledFormula, ScaledPart } from '../scale/scale.ts';

const PRACTICE = "Baker's percentage, textbook practice";
const kg = (value: number) => quantity(value, 'kg', 4);
const percent = (value: number) => quantity(value, '%', 3);

/** The workings of every stage: `part.<stage>.build`, `part.<stage>.<ingredient>`, `mix.<ingredient>`, `step.<stage>.<ingredient>`. */
export const stageWorkings = (formula: Formula, scaled: ScaledFormula): Workings => ({
  ...Object.fromEntries(scaled.parts.flatMap((part) => Object.entries(partWorkings(formula, scaled, part)))),
  ...mixWorkings(scaled),
  ...stepWorkings(scaled),
  ...basisWorkings(scaled),
});

function partWorkings({ doc }: Formula, scaled: ScaledFormula, part: ScaledPart): Workings {
  const { stage, name } = part;
  const key = (of: string) => `part.${part.slug}.${of}`;
  const build = input('B', `${name} to build`, kg(part.build), 'computed', key('build'));
  const total = input('P', `${name}, percent of all flour`, percent(stage.total), 'computed', key('total'));
  const given = doc.parts.find(({ slug }) => slug === part.slug);
  const held = stage.seed;
  const seed = held && part.seed ? input('S', 'seed', kg(part.seed.mass), 'computed', key('seed')) : null;
  const lineWorking = (slug: string, label: string, mass: number): Working => {
    const inStage = input('l', `in ${name}`, percent(percentOf(stage.lines, slug)), 'formula');
    const inSeed = held ? percentOf(held.lines, slug) / held.percent : 0;
    return {
      label: `${label} for ${name}`,
      symbol: 'm',
      result: kg(mass),
      equation: seed ? 'B * l / P - S * c' : 'B * l / P',
      inputs: [
        build,
        inStage,
        total,
        ...(seed
          ? [seed, input('c', `share of ${label} in the seed`, quantity(inSeed, '', 5), 'formula')]
          : []),
      ],
      source: PRACTICE,
    };
  };
  return {
    [key('total')]: () => sumWorking(`${name}, percent of all flour`, stage.content),
    [key('needed')]: () => neededWorking(scaled, part),
    [key('build')]: () => ({
      label: `${name} to build`,
      symbol: 'B',
      result: kg(part.build),
      equation: '(L + R) / (1 - loss / 100)',
      inputs: [
        input('L', `${name} needed`, kg(part.needed), 'computed', key('needed')),
        input('R', 'keep-back for next time', kg(part.keepBack), 'formula'),
        input('loss', 'lost while building', percent(given?.loss ?? 0), 'formula'),
      ],
      source: PRACTICE,
    }),
    ...(held && part.seed && given?.seed
      ? {
          [key('seed')]: () => ({
            label: `Seed for ${name}`,
            symbol: 'S',
            result: kg(part.seed?.mass ?? 0),
            equation: 'B / P * f / (a + g)',
            inputs: [
              build,
              total,
              input('f', `flour in ${name}`, percent(flourOf(stage.lines)), 'formula'),
              input(
                'a',
                'parts of new flour to 1 of seed',
                quantity(given.seed?.flour ?? 0, '', 2),
                'formula',
              ),
              input(
                'g',
                'share of flour in the seed',
                quantity(flourOf(held.lines) / held.percent, '', 5),
                'formula',
              ),
            ],
            source: PRACTICE,
            note: 'The flour of the build is its new flour and that of the seed: f = a·s + g·s.',
          }),
        }
      : {}),
    ...Object.fromEntries(
      part.lines.map(({ ingredient, mass }) => [
        key(ingredient.slug),
        () => lineWorking(ingredient.slug, ingredient.name, mass),
      ]),
    ),
    [`hold.${part.slug}`]: () => ({
      label: `${name} that goes in`,
      symbol: 'L',
      result: kg(part.needed),
      equation: 'B * (1 - loss / 100) - R',
      inputs: [
        build,
        input('loss', 'lost while building', percent(given?.loss ?? 0), 'formula'),
        input('R', 'keep-back', kg(part.keepBack), 'formula'),
      ],
      source: PRACTICE,
    }),
  };
}

function sumWorking(
  label: string,
  lines: readonly { ingredient: { name: string }; percent: number }[],
): Working {
  return {
    label,
    symbol: 'P',
    result: percent(lines.reduce((sum, line) => sum + line.percent, 0)),
    equation: lines.map((_, index) => `p_${index + 1}`).join(' + ') || '0',
    inputs: lines.map((line, index) =>
      input(`p_${index + 1}`, line.ingredient.name, percent(line.percent), 'formula'),
    ),
    source: PRACTICE,
  };
}

/** What the dough, or the next stage of a chain, needs of a part. */
function neededWorking(scaled: ScaledFormula, part: ScaledPart): Working {
  const total = input(
    'P',
    `${part.name}, percent of all flour`,
    percent(part.stage.total),
    'computed',
    `part.${part.slug}.total`,
  );
  const next = scaled.parts.find(({ slug }) => slug === part.stage.into);
  return {
    label: `${part.name} needed`,
    symbol: 'L',
    result: kg(part.needed),
    equation: next ? 'B * P / P_next' : 'F * P / 100',
    inputs: next
      ? [
          input('B', `${next.name} to build`, kg(next.build), 'computed', `part.${next.slug}.build`),
          total,
          input(
            'P_next',
            `${next.name}, percent of all flour`,
            percent(next.stage.total),
            'computed',
            `part.${next.slug}.total`,
          ),
        ]
      : [input('F', 'all flour', kg(scaled.flour), 'computed', 'formula.flour'), total],
    source: PRACTICE,
  };
}

/** Final mix = overall − pre-ferments − soakers. */
function mixWorkings(scaled: ScaledFormula): Workings {
  const { split, finalMix } = scaled;
  return Object.fromEntries(
    finalMix.lines.map(({ ingredient, mass }) => [
      `mix.${ingredient.slug}`,
      () => {
        const taken = takenBy(split.parts, ingredient.slug, 'q');
        return {
          label: `${ingredient.name} for the final mix`,
          symbol: 'm',
          result: kg(mass),
          equation: `F * (${['p', ...taken.map(({ symbol }) => symbol)].join(' - ')}) / 100`,
          inputs: [
            input('F', 'all flour', kg(scaled.flour), 'computed', 'formula.flour'),
            input('p', 'in the formula', percent(percentOf(split.overall, ingredient.slug)), 'formula'),
            ...taken,
          ],
          source: PRACTICE,
          note: 'Final mix = overall formula − pre-ferments − soakers.',
        };
      },
    ]),
  );
}

const takenBy = (
  stages: readonly { name: string; lines: ScaledFormula['split']['overall'] }[],
  slug: string,
  symbol: string,
): WorkingInput[] =>
  stages
    .filter(({ lines }) => percentOf(lines, slug) > 0)
    .map(({ name, lines }, index) =>
      input(`${symbol}_${index + 1}`, `already in ${name}`, percent(percentOf(lines, slug)), 'formula'),
    );

/** The steps of the final mix: an autolyse takes its share, the mix what is left. */
function stepWorkings(scaled: ScaledFormula): Workings {
  const others = scaled.split.steps.filter(({ kind }) => kind !== 'mix');
  return Object.fromEntries(
    scaled.steps.flatMap((step) =>
      step.lines.map(({ ingredient, mass }): [string, () => Working] => [
        `step.${step.slug}.${ingredient.slug}`,
        () => {
          const stage = scaled.split.steps.find(({ slug }) => slug === step.slug);
          const taken =
            step.kind === 'mix'
              ? [
                  ...takenBy(scaled.split.parts, ingredient.slug, 'q'),
                  ...takenBy(others, ingredient.slug, 'r'),
                ]
              : [];
          const of = step.kind === 'mix' ? scaled.split.overall : (stage?.lines ?? []);
          return {
            label: `${ingredient.name}, ${step.name}`,
            symbol: 'm',
            result: kg(mass),
            equation: `F * (${['p', ...taken.map(({ symbol }) => symbol)].join(' - ')}) / 100`,
            inputs: [
              input('F', 'all flour', kg(scaled.flour), 'computed', 'formula.flour'),
              input(
                'p',
                step.kind === 'mix' ? 'in the formula' : `in ${step.name}`,
                percent(percentOf(of, ingredient.slug)),
                'formula',
              ),
              ...taken,
            ],
            source: PRACTICE,
          };
        },
      ]),
    ),
  );
}

/** Percentages over the flour of the final mix. */
function basisWorkings({ finalMix }: ScaledFormula): Workings {
  const flours = finalMix.lines.filter((line) => line.ingredient.kind === 'flour');
  if (finalMix.flour === 0) return {};
  const share = (name: string, mass: number, key: string) => () => ({
    label: `${name} over the flour of the final mix`,
    symbol: 'p',
    result: quantity((mass / finalMix.flour) * 100, '%', 1),
    equation: '100 * m / F_m',
    inputs: [
      input('m', name, kg(mass), 'computed', key),
      input('F_m', 'flour of the final mix', kg(finalMix.flour), 'computed', 'mix.flour'),
    ],
    source: PRACTICE,
  });
  return {
    'mix.flour': () => ({
      label: 'Flour of the final mix',
      symbol: 'F_m',
      result: kg(finalMix.flour),
      equation: flours.map((_, index) => `m_${index + 1}`).join(' + '),
      inputs: flours.map((line, index) =>
        input(
          `m_${index + 1}`,
          line.ingredient.name,
          kg(line.mass),
          'computed',
          `mix.${line.ingredient.slug}`,
        ),
      ),
      source: PRACTICE,
    }),
    ...Object.fromEntries(
      finalMix.holds.map(({ slug, name, mass }) => [`basis.${slug}`, share(name, mass, `hold.${slug}`)]),
    ),
    ...Object.fromEntries(
      finalMix.lines.map(({ ingredient, mass }) => [
        `basis.${ingredient.slug}`,
        share(ingredient.name, mass, `mix.${ingredient.slug}`),
      ]),
    ),
  };
}
