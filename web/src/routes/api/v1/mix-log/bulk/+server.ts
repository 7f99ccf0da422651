import { json } from '@sveltejs/kit';
import { bulkOfLog } from '@jovet/core/dough';
import { noSuchMethod } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { readHouse } from '$lib/server/database/house';
import { closedMixes, readLog } from '$lib/server/database/mix';

/** So many mixes are looked back on. */
const MIXES = 40;

export const GET = async ({ locals }) => {
  const { actor } = locals;
  const [mixes, log, house] = await Promise.all([
    closedMixes(database(), actor),
    readLog(database(), actor),
    readHouse(database(), actor),
  ]);
  const [tub] = house.tubs;
  const bulks = tub ? bulkOfLog(mixes, log.slice(-MIXES), house.bakehouse, tub) : new Map();
  return json({ bulks: Object.fromEntries(bulks) });
};

export const fallback = noSuchMethod;
