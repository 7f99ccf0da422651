import { database } from '$lib/server/database/connected';
import { readBakehouse } from '$lib/server/database/bakehouse';
import { readLarder } from '$lib/server/database/ingredient';

export const load = async ({ locals }) => {
  const [shelves, { bakehouse }] = await Promise.all([
    readLarder(database(), locals.actor),
    readBakehouse(database(), locals.actor),
  ]);
  return { shelves, currency: bakehouse.currency };
};
