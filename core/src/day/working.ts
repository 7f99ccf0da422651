import { formulaWorkings } from '../formula/workings/index.ts';
import type { Workings } from '../working/index.ts';
import { waterWorkings } from '../water/index.ts';
import { clockWorkings } from './clock-working.ts';
import type { DoughPlan } from './plan.ts';
import type { PlanInput } from './schema.ts';
import { risingWorkings } from './rise-working.ts';

/** Every number of a plan by its key, each opening its own sum. */
export function planWorkings(plan: DoughPlan, given: PlanInput): Workings {
  const { order, formula, bakehouse } = given;
  const programme = bakehouse.programmes.find(({ slug }) => slug === order.programme);
  if (!programme) throw new Error('a plan has a known programme');
  return {
    ...formulaWorkings(formula, order.order, plan.scaled),
    ...waterWorkings(plan.question, plan.water),
    ...risingWorkings(plan, given, programme),
    ...clockWorkings(plan, given, programme),
  };
}
