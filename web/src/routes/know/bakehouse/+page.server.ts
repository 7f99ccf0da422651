import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';

export const load = async ({ locals }) => ({
  house: JSON.stringify(await readHouse(database(), locals.actor)),
});
