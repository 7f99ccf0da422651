import type { z } from 'zod';

/** Something a baker can put right: where it is, what is wrong, how to mend it. */
export interface Problem {
  readonly path: string;
  readonly problem: string;
  readonly remedy: string;
}

/** Errors are values: a result is either a value or the problems that stand in its way. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly Problem[] };

export const good = <T>(value: T): Result<T> => ({ ok: true, value });

export const bad = (...problems: readonly Problem[]): Result<never> => ({ ok: false, problems });

/**
 * @example
 * assert.ok(!bad(problem('room', 'It is too cold.', 'Warm it.')).ok);
 */
export const problem = (path: string, text: string, remedy: string): Problem => ({
  path,
  problem: text,
  remedy,
});

/** The same problem, told from one level further out: `place('order.0', …)`. */
export const place = (outer: string, inner: Problem): Problem => ({
  ...inner,
  path: inner.path === '' ? outer : `${outer}.${inner.path}`,
});

/**
 * Parses untrusted data with a Zod schema.
 *
 * @param input anything, usually parsed JSON
 * @returns the typed value, or one problem for each thing that is wrong with it
 */
export function parseWith<T extends z.ZodType>(schema: T, input: unknown): Result<z.infer<T>> {
  const parsed = schema.safeParse(input);
  return parsed.success
    ? good(parsed.data)
    : bad(...parsed.error.issues.flatMap((issue) => problemsOfIssue(issue, valueAt(input, issue.path))));
}

type Issue = z.core.$ZodIssue;

/** What stands at a place of untrusted data. */
const valueAt = (input: unknown, path: readonly PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (value, key) => (value as Record<PropertyKey, unknown> | null | undefined)?.[key],
    input,
  );

function problemsOfIssue(issue: Issue, value: unknown): Problem[] {
  const path = issue.path.join('.');
  const at = (text: string, remedy: string) => [problem(path, text, remedy)];
  switch (issue.code) {
    case 'invalid_type':
      return value === undefined
        ? at('This is missing.', `Give ${aName(issue.expected)}.`)
        : at(`This must be ${aName(issue.expected)}.`, `Replace it with ${aName(issue.expected)}.`);
    case 'too_small':
      return at(
        `This is too small${issue.origin === 'string' || issue.origin === 'array' ? ' or empty' : ''}.`,
        `Give ${issue.inclusive === false ? 'more than' : 'at least'} ${issue.minimum}${counted(issue.origin)}.`,
      );
    case 'too_big':
      return at(
        'This is too large.',
        `Give ${issue.inclusive === false ? 'less than' : 'at most'} ${issue.maximum}${counted(issue.origin)}.`,
      );
    case 'unrecognized_keys':
      return issue.keys.map((key) =>
        problem(
          [...issue.path, key].join('.'),
          'This field is not known here.',
          'Remove it, or check its spelling.',
        ),
      );
    case 'invalid_value':
      return at('This is not one of the choices.', `Choose from: ${issue.values.join(', ')}.`);
    case 'invalid_union':
      return at(
        'This has none of the forms that are known here.',
        'Compare it with the example of this endpoint.',
      );
    default:
      return own(issue) ?? at(issue.message, 'Compare it with the example of this endpoint.');
  }
}

/** Problems of a check that is our own come through as they are. @see refuse */
function own(issue: Issue): Problem[] | null {
  const { problem: text, remedy } = (issue.code === 'custom' && issue.params) || {};
  return typeof text === 'string' && typeof remedy === 'string'
    ? [problem(issue.path.join('.'), text, remedy)]
    : null;
}

/** A problem as an issue of a schema, for its `superRefine`. */
export const refuse = ({ path, problem: text, remedy }: Problem) => ({
  code: 'custom' as const,
  path: path.split('.'),
  message: `${text} ${remedy}`,
  params: { problem: text, remedy },
});

const counted = (origin: string): string =>
  origin === 'string' ? ' characters' : origin === 'array' ? ' entries' : '';

function aName(expected: string): string {
  const names: Record<string, string> = {
    number: 'a number',
    int: 'a whole number',
    string: 'text',
    object: 'an object',
    array: 'a list',
    boolean: 'true or false',
  };
  return names[expected] ?? expected;
}
