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

/**
 * Reads the text of a request, however it was sent.
 *
 * @returns the text, or the refusal to send back
 */
export async function readText(request: Request): Promise<string | Response> {
  if (Number(request.headers.get('content-length') ?? 0) > LARGEST_BODY) return refuse(413, [TOO_LARGE]);
  try {
    const bytes = await request.arrayBuffer();
    if (bytes.byteLength > LARGEST_BODY) return refuse(413, [TOO_LARGE]);
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch (error) {
    if (error instanceof TypeError) {
      return refuse(400, [problem('', 'The body is not text in UTF-8.', 'Send JSON, encoded in UTF-8.')]);
    }
    // The server itself stops reading a body that says too little about its length.
    return refuse(413, [TOO_LARGE]);
  }
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
  const parsed = parseWith(schema, data);
  return parsed.ok ? parsed.value : refuse(422, parsed.problems);
}
