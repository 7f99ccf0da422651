import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import { parseWith, problem, type Problem } from '@jovet/core/problem';

/** The largest body that is read, bytes. */
export const LARGEST_BODY = 2_000_000;

/** What every refusal of the API looks like. */
export const refuse = (status: number, problems: readonly Problem[]): Response =>
  json({ problems }, { status });

const TOO_LARGE = problem(
  '',
  `The body is larger than ${LARGEST_BODY / 1_000_000} MB.`,
  'Send less at once: one order, or one file.',
);

/** What was not read of it would stand before the next request of the connection. */
const closing = (status: number, why: Problem): Response => {
  const refusal = refuse(status, [why]);
  refusal.headers.set('connection', 'close');
  return refusal;
};
const tooLarge = (): Response => closing(413, TOO_LARGE);

/** ms that a body may be on its way: somebody who sends it drop by drop would keep the connection. Chosen for Jovet. */
const ON_ITS_WAY_MS = 20_000;
const SLOW = problem('', 'The body did not come in time.', 'Send it again, over a better line.');
async function inTime<T>(coming: Promise<T>): Promise<T | 'late'> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<'late'>((resolve) => {
    timer = setTimeout(() => resolve('late'), ON_ITS_WAY_MS);
  });
  return Promise.race([coming, late]).finally(() => clearTimeout(timer));
}

/**
 * Reads the text of a request, however it was sent.
 *
 * @returns the text, or the refusal to send back
 */
export async function readText(request: Request): Promise<string | Response> {
  if (Number(request.headers.get('content-length') ?? 0) > LARGEST_BODY) return tooLarge();
  try {
    const bytes = await inTime(request.arrayBuffer());
    if (bytes === 'late') return closing(408, SLOW);
    if (bytes.byteLength > LARGEST_BODY) return tooLarge();
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch (error) {
    if (error instanceof TypeError) {
      return refuse(400, [problem('', 'The body is not text in UTF-8.', 'Send JSON, encoded in UTF-8.')]);
    }
    // The server itself stops reading a body that says too little about its length.
    return tooLarge();
  }
}

/** Only written so can there be a sign in JSON that cannot be kept: nought, or half of one. */
const ESCAPED = /\\u(0000|d[89a-f])/i;
const NOT_A_SIGN = /[\u0000\ud800-\udfff]/u;
const notKept = (field: string) =>
  problem(
    field,
    'There is a sign in it that cannot be kept.',
    'Delete what stands there, and type it again.',
  );

/** @returns the field with a sign that no text can have, or null */
function strangeIn(text: string): string | null {
  if (!ESCAPED.test(text)) return null;
  let found: string | null = null;
  JSON.parse(text, (key: string, value: unknown) => {
    if (NOT_A_SIGN.test(key) || (typeof value === 'string' && NOT_A_SIGN.test(value)))
      found ??= NOT_A_SIGN.test(key) ? '' : key;
    return value;
  });
  return found;
}

/**
 * Reads and parses the JSON body of a request.
 *
 * @returns the typed body, or the refusal to send back
 */
export async function readBody<T extends z.ZodType>(
  request: Request,
  schema: T,
): Promise<z.infer<T> | Response> {
  const text = await readText(request);
  if (text instanceof Response) return text;
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return refuse(400, [
      problem('', 'The body is not JSON.', 'Send one JSON object; /api shows an example.'),
    ]);
  }
  const strange = strangeIn(text);
  if (strange !== null) return refuse(422, [notKept(strange)]);
  const parsed = parseWith(schema, data);
  return parsed.ok ? parsed.value : refuse(422, parsed.problems);
}
