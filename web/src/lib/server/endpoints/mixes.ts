import { z } from 'zod';
import { bulkOfLog } from '@jovet/core/dough';
import { good } from '@jovet/core/problem';
import { readHouse } from '../database/house.ts';
import {
  addReading,
  beginMix,
  changeMix,
  closedMixes,
  dropMix,
  listMixes,
  readLog,
  readMix,
} from '../database/mix.ts';
import { sentAgain } from '../database/kept.ts';
import { endpoint } from './endpoint.ts';
import {
  BeginMixRequest, BulkLogAnswer, ChangeMixRequest, MixAnswer, MixesAnswer, MixLogAnswer, ReadingRequest,
} from './mix-schemas.ts'; // prettier-ignore
import { AtRev, ById, there } from './shapes.ts';

/** So many mixes are looked back on. */
const MIXES = 40;

/** Mixes, their readings, and what they teach. */
export const MIXES_OF_A_DAY = {
  'GET /mixes': endpoint({
    right: 'read',
    summary: 'List the mixes of a day',
    description: 'In order, each with its readings.',
    query: z.object({ date: z.iso.date() }),
    answer: MixesAnswer,
    run: async ({ db, actor, query: { date } }) => good({ mixes: await listMixes(db, actor, date) }),
  }),
  'POST /mixes': endpoint({
    right: 'note',
    summary: 'Begin a mix',
    description: 'Sending it again changes nothing.',
    body: BeginMixRequest,
    answer: MixAnswer,
    run: ({ db, actor, body }) => beginMix(db, actor, body),
  }),
  'GET /mixes/{id}': endpoint({
    right: 'read',
    summary: 'Open a mix',
    description: 'With all its readings.',
    params: ById,
    answer: MixAnswer,
    run: async ({ db, actor, params: { id } }) => there(await readMix(db, actor, id)),
  }),
  'PUT /mixes/{id}': endpoint({
    right: 'note',
    summary: 'Change a mix',
    params: ById,
    body: ChangeMixRequest,
    answer: MixAnswer,
    run: async ({ db, actor, params: { id }, body: { doc, rev } }) =>
      sentAgain(await changeMix(db, actor, id, doc, rev), (stands) => stands.doc, doc),
  }),
  'DELETE /mixes/{id}': endpoint({
    right: 'note',
    summary: 'Take a mix off its day',
    params: ById,
    query: AtRev,
    answer: MixAnswer,
    run: ({ db, actor, params: { id }, query: { rev } }) => dropMix(db, actor, id, rev),
  }),
  'POST /mixes/{id}/readings': endpoint({
    right: 'note',
    summary: 'Add a reading',
    description: 'A reading is never changed: a correction names the one it corrects.',
    params: ById,
    body: ReadingRequest,
    answer: MixAnswer,
    run: ({ db, actor, params: { id }, body }) => addReading(db, actor, id, body),
  }),
  'GET /mix-log': endpoint({
    right: 'read',
    summary: 'How the last mixes came out',
    description: 'Oldest first, 150 at most.',
    answer: MixLogAnswer,
    run: async ({ db, actor }) => good({ mixes: await readLog(db, actor) }),
  }),
  'GET /mix-log/bulk': endpoint({
    right: 'read',
    summary: 'What dough temperatures did to bulk',
    description: 'By mix, of the last 40: hours planned and as it came, and the minutes between.',
    answer: BulkLogAnswer,
    run: async ({ db, actor }) => {
      const [mixes, log, house] = await Promise.all([closedMixes(db, actor), readLog(db, actor), readHouse(db, actor)]);
      const [tub] = house.tubs;
      const bulks = tub ? bulkOfLog(mixes, log.slice(-MIXES), house.bakehouse, tub) : new Map();
      return good({ bulks: Object.fromEntries(bulks) });
    },
  }),
}; // prettier-ignore
