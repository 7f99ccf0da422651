import assert from 'node:assert/strict';
import { networkOf, type Network } from '@jovet/core/plan/network';
import { planning, type Answer } from '@jovet/core/plan';
import type { DayInput } from '@jovet/core/plan/demand';
import type { Schedule } from '@jovet/core/plan/instance';
import { must } from '../demo.ts';

/** Plans until there is an answer, and so many rounds more. @param most rounds after which it is given up */
export function answered(
  network: Network,
  rounds = 0,
  from: Schedule | null = null,
  most = 120,
  seed = 1,
): Answer | null {
  let answer: Answer | null = null;
  let since = 0;
  for (const step of planning(network, seed, from)) {
    answer = step.answer ?? answer;
    if (answer && since++ >= rounds) break;
    if ((step.progress?.rounds ?? 0) > most) break;
  }
  return answer;
}

export function planned(input: DayInput, rounds = 0) {
  const network = must(networkOf(input));
  const answer = answered(network, rounds);
  assert.equal(answer?.verdict, 'planned');
  if (answer?.verdict !== 'planned') throw new Error('a plan was expected');
  return { network, answer };
}

/** A demand of one dough only. */
export const baking = (input: DayInput, formula: string): DayInput => ({
  ...input,
  demand: input.demand.filter((line) => line.formula === formula),
});
