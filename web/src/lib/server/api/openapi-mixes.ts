import { z } from 'zod';
import * as schemas from './mix-schemas.ts';
import { operation } from './openapi-operation.ts';

const byId = { requestParams: { path: z.object({ id: z.uuid() }) } };

/** Mixes, their readings, and what they teach. */
export const mixPaths = () => ({
  '/api/v1/mixes': {
    get: {
      ...operation('List the mixes of a day', 'In order, each with its readings.', schemas.MixesAnswer),
      requestParams: { query: z.object({ date: z.iso.date() }) },
    },
    post: operation('Begin a mix', 'Sending it again changes nothing.', schemas.MixAnswer, {
      schema: schemas.BeginMixRequest,
    }),
  },
  '/api/v1/mixes/{id}': {
    get: { ...operation('Open a mix', 'With all its readings.', schemas.MixAnswer), ...byId },
    put: {
      ...operation(
        'Change a mix',
        'Refused with 409, and what stands there, if it was changed since.',
        schemas.MixAnswer,
        { schema: schemas.ChangeMixRequest },
      ),
      ...byId,
    },
    delete: {
      ...operation('Take a mix off its day', 'Name the revision with ?rev=.', schemas.MixAnswer),
      requestParams: { path: z.object({ id: z.uuid() }), query: z.object({ rev: z.number() }) },
    },
  },
  '/api/v1/mixes/{id}/readings': {
    post: {
      ...operation(
        'Add a reading',
        'A reading is never changed: a correction names the one it corrects.',
        schemas.MixAnswer,
        { schema: schemas.ReadingRequest },
      ),
      ...byId,
    },
  },
  '/api/v1/mix-log': {
    get: operation('How the last mixes came out', 'Oldest first, 150 at most.', schemas.MixLogAnswer),
  },
  '/api/v1/mix-log/bulk': {
    get: operation(
      'What dough temperatures did to bulk',
      'By mix, of the last 40: hours planned and as it came, and the minutes between.',
      schemas.BulkLogAnswer,
    ),
  },
  '/api/v1/bakehouse': {
    get: operation('The bakehouse', 'Its settings and mixers.', schemas.BakehouseAnswer),
    put: operation(
      'Change the bakehouse',
      'Refused with 409, and what stands there, if it was changed since.',
      schemas.BakehouseAnswer,
      { schema: schemas.BakehouseRequest },
    ),
  },
  '/api/v1/bakehouse/water-method': {
    put: operation('Choose the way to the water', 'For mixes from now on.', schemas.BakehouseAnswer, {
      schema: schemas.WaterMethodRequest,
    }),
  },
  '/api/v1/instruments': {
    get: operation('What the instruments say', 'The last word of each.', schemas.InstrumentsAnswer),
  },
});
