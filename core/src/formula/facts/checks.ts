import { problem, type Problem } from '../../problem/index.ts';
import { formatNumber } from '../../units/index.ts';
import type { Ingredient } from '../ingredient.ts';
import { DUST, flourOf, percentOf, type FormulaLine } from '../lines.ts';
import { MIX, type FormulaDoc, type Part } from '../schema.ts';
import type { SeedShare } from '../scale/seed.ts';

/** What the checks look at of a stage. */
interface Made {
  readonly slug: string;
  readonly name: string;
  readonly into: string;
  readonly lines: readonly FormulaLine[];
  readonly content: readonly FormulaLine[];
}

const SUM_TOLERANCE = 1e-6;
const percent = (value: number) => `${formatNumber(value, 2)} %`;

export const missingIngredient = (path: string, slug: string): Problem =>
  problem(path, `The ingredient “${slug}” is not in the larder.`, 'Add it, or correct the name.');

/** The flours of the overall formula make the 100 %. */
export function flourProblems(overall: readonly FormulaLine[]): Problem[] {
  const sum = flourOf(overall);
  if (Math.abs(sum - 100) < SUM_TOLERANCE) return [];
  const off = percent(Math.abs(100 - sum));
  return [
    problem(
      'lines',
      `The flours of the formula sum to ${percent(sum)}, not 100 %.`,
      sum < 100 ? `Add ${off} of flour.` : `Take away ${off} of flour.`,
    ),
  ];
}

/** Where pre-ferments and soakers go: into the mix, an addition to it, or a later stage. */
export function placeProblems(doc: FormulaDoc): Problem[] {
  return doc.parts.flatMap((part, index) => {
    if (part.into === MIX || doc.additions.some((addition) => addition.slug === part.into)) return [];
    const target = doc.parts.findIndex((other) => other.slug === part.into);
    if (target > index) return [];
    const path = `parts.${index}.into`;
    if (target < 0)
      return [
        problem(
          path,
          `${part.name} goes into “${part.into}”, which is not here.`,
          'Choose another stage, or the mix.',
        ),
      ];
    return [
      problem(
        path,
        `${part.name} goes into ${doc.parts[target]?.name ?? part.into}, which is made before it.`,
        'Put the stage that is made first to the left.',
      ),
    ];
  });
}

/** Products are of the dough or its branches, and the parts of a piece make it whole. */
export function productProblems(doc: FormulaDoc): Problem[] {
  return doc.products.flatMap((product, index) => {
    const unknown = product.parts.flatMap(({ dough }, place) =>
      dough === 'base' || doc.branches.some((branch) => branch.slug === dough)
        ? []
        : [
            problem(
              `products.${index}.parts.${place}`,
              `${product.name} is made of “${dough}”, which this formula has not.`,
              'Choose the dough itself or one of its branches.',
            ),
          ],
    );
    const sum = product.parts.reduce((total, part) => total + part.percent, 0);
    const whole = product.parts.length === 0 || Math.abs(sum - 100) < SUM_TOLERANCE;
    return whole
      ? unknown
      : [
          ...unknown,
          problem(
            `products.${index}.parts`,
            `The parts of ${product.name} make ${percent(sum)} of the piece.`,
            'Let them sum to 100 %.',
          ),
        ];
  });
}

const RISING = new Set(['levain', 'sour', 'poolish', 'biga', 'sponge']);

/** A pre-ferment needs flour, and something that makes it rise. Old dough has risen already. */
export function leavenProblems(part: Part, stage: Made, stages: readonly Made[], index: number): Problem[] {
  const fermenting = RISING.has(part.kind) || part.kind === 'old-dough';
  if (!fermenting) return [];
  const problems: Problem[] = [];
  if (flourOf(stage.content) === 0) {
    problems.push(
      problem(`parts.${index}`, `${part.name} has no flour.`, 'Give it some, or make it a soaker.'),
    );
  }
  const leavened =
    part.seed !== null ||
    stages.some((other) => other.into === part.slug) ||
    stage.content.some(
      ({ ingredient, percent: of }) =>
        of > 0 && (ingredient.kind === 'yeast' || ingredient.kind === 'culture'),
    );
  if (RISING.has(part.kind) && !leavened) {
    problems.push(
      problem(
        `parts.${index}`,
        `Nothing makes ${part.name} rise.`,
        'Give it a seed, some yeast, or a stage before it.',
      ),
    );
  }
  return problems;
}

/** The seed may not bring more of anything than the build holds. */
export function seedProblems(part: Part, seed: SeedShare, index: number): Problem[] {
  return seed.added
    .filter((line) => line.percent < -DUST)
    .map(({ ingredient, percent: over }) =>
      problem(
        `parts.${index}.seed`,
        `The seed of ${part.name} alone brings more ${ingredient.name} than ${part.name} holds: ${percent(-over)} of all flour too much.`,
        `Use less seed, or give ${part.name} more ${ingredient.name}.`,
      ),
    );
}

/** No stage may take more of an ingredient than the formula has. */
export function balanceProblems(
  doc: FormulaDoc,
  overall: readonly FormulaLine[],
  parts: readonly Made[],
  stepLines: readonly (readonly FormulaLine[])[],
): Problem[] {
  const inParts = parts.flatMap((part) => part.lines);
  const named = new Map(
    [...inParts, ...stepLines.flat()].map(({ ingredient }) => [ingredient.slug, ingredient]),
  );
  return [...named.values()].flatMap((ingredient) => {
    const has = percentOf(overall, ingredient.slug);
    const taken = percentOf(inParts, ingredient.slug);
    if (has - taken < -DUST) return [tooMuchInParts(ingredient, has, taken, parts)];
    const stepped = percentOf(stepLines.flat(), ingredient.slug);
    if (has - taken - stepped >= -DUST) return [];
    return [tooMuchInSteps(doc, ingredient, has - taken, stepped, stepLines)];
  });
}

function tooMuchInParts(ingredient: Ingredient, has: number, taken: number, parts: readonly Made[]): Problem {
  const names = parts.filter((part) => percentOf(part.lines, ingredient.slug) > 0).map((part) => part.name);
  const held = names.length > 1 ? `${listed(names)} together hold` : `${listed(names)} alone holds`;
  return problem(
    `mix.${ingredient.slug}`,
    `The final mix would need ${percent(has - taken)} ${ingredient.name}: ${held} ${percent(taken)} and the formula only ${percent(has)} of all flour.`,
    `Give the formula more ${ingredient.name}, or ${listed(names)} less.`,
  );
}

function tooMuchInSteps(
  doc: FormulaDoc,
  ingredient: Ingredient,
  there: number,
  stepped: number,
  stepLines: readonly (readonly FormulaLine[])[],
): Problem {
  const index = stepLines.findLastIndex((lines) => percentOf(lines, ingredient.slug) > 0);
  const place = (stepLines[index] ?? []).findIndex((line) => line.ingredient.slug === ingredient.slug);
  const addition = doc.additions[index];
  const names = doc.additions
    .filter((_, at) => percentOf(stepLines[at] ?? [], ingredient.slug) > 0)
    .map((each) => each.name);
  const verb = addition?.kind === 'hold-back' ? 'hold back' : 'take';
  return problem(
    `additions.${index}.lines.${place}`,
    `${listed(names)} would ${verb} ${percent(stepped)} ${ingredient.name}, but the final mix has only ${percent(there)}.`,
    `Use at most ${percent(there)} here, or give the formula more ${ingredient.name}.`,
  );
}

/** Names in a sentence: `a, b and c`. */
const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
