import { costOf, type Instance } from '@jovet/core/plan/instance';
import { domainsOf, search } from '@jovet/core/plan/planner';

/** The sum of what each batch costs in a bakehouse of its own, ovens left out: no plan of the day is cheaper. */
export function lowerBound(instance: Instance): number {
  const { domains } = domainsOf(instance);
  return instance.batches.reduce((sum, batch) => {
    const alone = { ...instance, batches: [batch], tasks: instance.tasks.map((task) => ({ ...task, batch: 0 })) };
    const { best } = search(alone, domains, 1).next().value;
    const { waits, early, night, ways, begin } = costOf(instance, best);
    return sum + waits + early + night + ways + begin;
  }, 0);
} // prettier-ignore
