import type { Remedy } from '@jovet/core/plan';
import type { PlannedDay } from '@jovet/core/plan/explain';
import { ask } from '../../sync/ask';

/** Saves a plan as the newest of its day. @param base number of the newest that is known; 0 for the first */
export const savePlan = (
  date: string,
  base: number,
  remedies: readonly Remedy[],
  { input, schedule }: Pick<PlannedDay, 'input' | 'schedule'>,
) => ask('PUT /plans/{date}', { params: { date }, body: { base, remedies, input, schedule } });
