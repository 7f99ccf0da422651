import { z } from 'zod';
import type { ZodOpenApiOperationObject } from 'zod-openapi';
import * as schemas from './schemas.ts';

const refusals = {
  '4XX': {
    description: 'The request was refused; each problem names its field and its remedy.',
    content: { 'application/json': { schema: schemas.Problems } },
  },
};

/** One operation of the API: what it takes, what it answers, and that it may refuse. */
const contentOf = ({ table, ...json }: { schema: z.ZodType; example?: unknown; table?: string }) => ({
  'application/json': json,
  ...(table === undefined ? {} : { 'text/csv': { schema: z.string().describe(table) } }),
});

export const operation = (
  summary: string,
  description: string,
  answer: z.ZodType,
  request?: { schema: z.ZodType; example?: unknown; table?: string },
): ZodOpenApiOperationObject => ({
  summary,
  description,
  ...(request ? { requestBody: { required: true, content: contentOf(request) } } : {}),
  responses: {
    200: { description: 'The answer', content: { 'application/json': { schema: answer } } },
    ...refusals,
  },
});
