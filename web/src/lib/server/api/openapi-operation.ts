import type { z } from 'zod';
import type { ZodOpenApiOperationObject } from 'zod-openapi';
import * as schemas from './schemas.ts';

const refusals = {
  '4XX': {
    description: 'The request was refused; each problem names its field and its remedy.',
    content: { 'application/json': { schema: schemas.Problems } },
  },
};

/** One operation of the API: what it takes, what it answers, and that it may refuse. */
export const operation = (
  summary: string,
  description: string,
  answer: z.ZodType,
  request?: { schema: z.ZodType; example?: unknown },
): ZodOpenApiOperationObject => ({
  summary,
  description,
  ...(request ? { requestBody: { required: true, content: { 'application/json': request } } } : {}),
  responses: {
    200: { description: 'The answer', content: { 'application/json': { schema: answer } } },
    ...refusals,
  },
});
