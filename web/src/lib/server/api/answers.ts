import type { z } from 'zod';
import type { DoughPlan, PlanInput } from '@jovet/core/day';
import { planWorkings } from '@jovet/core/day';
import type { ScaledFormula, ScaledLine } from '@jovet/core/formula';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { localTime } from '@jovet/core/time';
import type { ClockAnswer, ScaleAnswer } from './schemas.ts';

const lineOf = ({ ingredient, mass, weighed }: ScaledLine) => ({
  ingredient: ingredient.slug,
  mass,
  weighed,
});

/** A scaled formula as the API tells it. */
export const scaleAnswer = ({
  dough,
  flour,
  levain,
  finalMix,
  facts,
  drift,
}: ScaledFormula): z.infer<typeof ScaleAnswer> => ({
  dough,
  flour,
  levain: {
    build: levain.build,
    seed: levain.seed.mass,
    flours: levain.flours.map(lineOf),
    water: lineOf(levain.water),
  },
  finalMix: { flour: finalMix.flour, levain: finalMix.levain.mass, lines: finalMix.lines.map(lineOf) },
  facts,
  drift: [...drift],
});

/** A plan as the API tells it, with the workings that were asked for. */
export function clockAnswer(
  plan: DoughPlan,
  input: PlanInput,
  keys: readonly string[],
): Result<z.infer<typeof ClockAnswer>> {
  const workings = planWorkings(plan, input);
  const unknown = keys.findIndex((key) => !(key in workings));
  if (unknown >= 0) {
    return bad(
      problem(
        `workings.${unknown}`,
        `“${keys[unknown]}” is not a number of this plan.`,
        `Choose from: ${Object.keys(workings).join(', ')}.`,
      ),
    );
  }
  const { water } = plan;
  return good({
    scaled: scaleAnswer(plan.scaled),
    water: {
      balance: water.balance.temperature,
      sum: water.sum.temperature,
      base: water.base.temperature,
      frictionFactor: water.sum.frictionFactor,
      baseNumber: water.base.base,
      pour: water.pour,
      fdt: water.fdt,
    },
    steps: plan.steps.map(({ id, at, earliest, latest, limit, hands }) => {
      const local = localTime(at, input.bakehouse.zone);
      return { id, at, local: `${local.date} ${local.time}`, earliest, latest, limit, hands };
    }),
    cautions: [...plan.cautions],
    workings: Object.fromEntries(keys.map((key) => [key, workings[key]?.()])),
  });
}
