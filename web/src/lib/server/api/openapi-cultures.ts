import { z } from 'zod';
import * as schemas from './culture-schemas.ts';
import { operation } from './openapi-operation.ts';

const byId = { requestParams: { path: z.object({ id: z.uuid() }) } };
const byIdAndRev = {
  requestParams: { path: z.object({ id: z.uuid() }), query: z.object({ rev: z.number() }) },
};
const STALE = 'Refused with 409, and what stands there, if it was changed since.';

/** Cultures, their feedings, and what was seen of them. */
export const culturePaths = () => ({
  '/api/v1/cultures': {
    get: operation('List the cultures', 'Each with its last 40 feedings.', schemas.CulturesAnswer),
    post: operation('Keep a new culture', 'Sending it again changes nothing.', schemas.CultureAnswer, {
      schema: schemas.KeepCultureRequest,
    }),
  },
  '/api/v1/cultures/{id}': {
    get: { ...operation('Open a culture', 'With its feedings.', schemas.CultureAnswer), ...byId },
    put: {
      ...operation('Change a culture', STALE, schemas.CultureAnswer, {
        schema: schemas.ChangeCultureRequest,
      }),
      ...byId,
    },
    delete: {
      ...operation(
        'End a culture',
        'Its feedings stay. Name the revision with ?rev=.',
        schemas.CultureAnswer,
      ),
      ...byIdAndRev,
    },
  },
  '/api/v1/cultures/{id}/builds': {
    post: {
      ...operation('Note a feeding', 'Sending it again changes nothing.', schemas.CultureAnswer, {
        schema: schemas.FeedRequest,
      }),
      ...byId,
    },
  },
  '/api/v1/builds/{id}': {
    put: {
      ...operation('Change a feeding', STALE, schemas.CultureAnswer, { schema: schemas.ChangeBuildRequest }),
      ...byId,
    },
    delete: {
      ...operation('Take back a feeding', 'Name the revision with ?rev=.', schemas.CultureAnswer),
      ...byIdAndRev,
    },
  },
  '/api/v1/builds/{id}/signs': {
    post: {
      ...operation(
        'Observe a feeding',
        'Height, float, flow, surface, smell, ripe or not, temperature: each is evidence for the vigour of the culture.',
        schemas.CultureAnswer,
        { schema: schemas.SignRequest },
      ),
      ...byId,
    },
  },
});
