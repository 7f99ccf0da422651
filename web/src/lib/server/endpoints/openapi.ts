import { z } from 'zod';
import { createDocument, type ZodOpenApiOperationObject } from 'zod-openapi';
import { RIGHT_WORDS } from '../../crew/rights.ts';
import type { Endpoint } from './endpoint.ts';
import { ENDPOINTS } from './index.ts';
import { Problems } from './schemas.ts';

const REFUSALS = {
  '4XX': {
    description: 'The request was refused; each problem names its field and its remedy.',
    content: { 'application/json': { schema: Problems } },
  },
};
const STALE = 'Refused with 409, and what stands there, if it was changed since.';

/** Who may, in words. */
const neededFor = (right: Endpoint['right']): string =>
  right === 'open' ? 'Nobody has to be signed in.' : `For whoever may ${RIGHT_WORDS[right]} (\`${right}\`).`;

/** Fields that name what a change was made on. */
const NAMES_ITS_BASE = ['base', 'rev', 'was'];

const fieldsOf = (schema: z.ZodType | undefined): string[] =>
  schema instanceof z.ZodObject ? Object.keys(schema.shape) : [];

/** What an endpoint takes, what it answers, and that it may refuse. */
function operationOf(method: string, { right, summary, description, params, query, body, text, answer, example }: Endpoint): ZodOpenApiOperationObject {
  const based = method !== 'GET' && [...fieldsOf(body), ...fieldsOf(query)].some((field) => NAMES_ITS_BASE.includes(field));
  const content = {
    ...(body ? { 'application/json': { schema: body, ...(example === undefined ? {} : { example }) } } : {}),
    ...(text === undefined ? {} : { [body ? 'text/csv' : 'text/plain']: { schema: z.string().describe(text) } }),
  };
  return {
    summary,
    description: [description, neededFor(right), based ? STALE : ''].filter(Boolean).join(' '),
    security: right === 'open' ? [] : [{ token: [right] }, { session: [right] }],
    ...(Object.keys(content).length > 0 ? { requestBody: { required: true, content } } : {}),
    ...(params || query ? { requestParams: { ...(params ? { path: params } : {}), ...(query ? { query } : {}) } } : {}),
    responses: { 200: { description: 'The answer', content: { 'application/json': { schema: answer } } }, ...REFUSALS },
  };
} // prettier-ignore

function build() {
  const paths: Record<string, Record<string, ZodOpenApiOperationObject>> = {};
  for (const [name, each] of Object.entries(ENDPOINTS)) {
    const [method = '', path = ''] = name.split(' ');
    (paths[`/api/v1${path}`] ??= {})[method.toLowerCase()] = operationOf(method, each as unknown as Endpoint);
  }
  return createDocument({
    openapi: '3.1.0',
    info: {
      title: 'Jovet',
      version: '1',
      description:
        'Every calculation of Jovet. Masses in kg, temperatures in °C, times in seconds since 1970.',
    },
    paths,
    components: {
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer', description: 'The token of a program, made in Crew.' },
        session: {
          type: 'apiKey',
          in: 'cookie',
          name: 'jovet.session_token',
          description: 'Of who signed in.',
        },
      },
    },
  });
}

let built: ReturnType<typeof build> | undefined;

/** The API in OpenAPI 3.1, made of the endpoints, once at the first question. */
export const openApi = () => (built ??= build());
