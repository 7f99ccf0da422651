import type { z } from 'zod';
import type { BakedDough } from '@jovet/core/plan';
import type { ScaledFormula, ScaledLine, ScaledStage } from '@jovet/core/formula/scale';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { BakeAnswer, ScaleAnswer } from './schemas.ts';
import { taskAnswer } from '../planning/task-answer.ts';

const lineOf = ({ ingredient, mass, weighed }: ScaledLine) => ({
  ingredient: ingredient.slug,
  mass,
  weighed,
});

const stageOf = ({ slug, name, kind, lines, holds }: ScaledStage) => ({
  slug,
  name,
  kind,
  lines: lines.map(lineOf),
  holds: holds.map(({ slug: held, mass, weighed }) => ({ slug: held, mass, weighed })),
});

/** A scaled formula as the API tells it. */
export const scaleAnswer = (scaled: ScaledFormula): z.infer<typeof ScaleAnswer> => ({
  dough: scaled.dough,
  flour: scaled.flour,
  parts: scaled.parts.map((part) => ({
    ...stageOf(part),
    needed: part.needed,
    build: part.build,
    seed: part.seed?.mass ?? null,
  })),
  steps: scaled.steps.map(stageOf),
  finalMix: {
    flour: scaled.finalMix.flour,
    lines: scaled.finalMix.lines.map(lineOf),
    holds: scaled.finalMix.holds.map(({ slug, mass, weighed }) => ({ slug, mass, weighed })),
  },
  branches: scaled.branches.map(({ slug, base, mass, lines }) => ({
    slug,
    base,
    mass,
    lines: lines.map(lineOf),
  })),
  facts: scaled.facts,
  drift: [...scaled.drift],
});

/** A dough that was planned by itself as the API tells it, with the workings that were asked for. */
export function bakeAnswer(
  { day, network, mixes, water: { water }, cautions, workings: open }: BakedDough,
  keys: readonly string[],
): Result<z.infer<typeof BakeAnswer>> {
  const workings = open();
  const unknown = keys.findIndex((key) => !(key in workings));
  if (unknown >= 0)
    return bad(
      problem(
        `workings.${unknown}`,
        `“${keys[unknown]}” is not a number of this plan.`,
        `Choose from: ${Object.keys(workings).join(', ')}.`,
      ),
    );
  return good({
    scaled: network.doughs.map(({ scaled }) => scaleAnswer(scaled)),
    mixes: mixes.map(({ task, at, doc }) => ({ task, at, dough: doc.dough, mixer: doc.mixer.slug })),
    water: {
      balance: water.balance.temperature,
      sum: water.sum.temperature,
      base: water.base.temperature,
      frictionFactor: water.sum.frictionFactor,
      baseNumber: water.base.base,
      pour: water.pour,
      fdt: water.fdt,
    },
    tasks: day.view.tasks.map((task) => ({ ...taskAnswer(task), window: task.window })),
    cautions: [...cautions],
    workings: Object.fromEntries(keys.map((key) => [key, workings[key]?.()])),
  });
}
