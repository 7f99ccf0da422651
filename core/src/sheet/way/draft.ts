import { z } from 'zod';
import { readFields, valueAt, writeFields } from '../../field/index.ts';
import { fieldsOf, ROWS, STEP_KINDS, type Step } from '../../formula/way/index.ts';
import { bad, good, type Problem, type Result } from '../../problem/index.ts';
import type { TemperatureUnit } from '../../units/index.ts';

const Short = z.string().max(80);
const Texts = z.record(Short, z.string().max(1500));

/** A step as it is typed: its fields and the rows of its list by their names. */
export const StepDraft = z.strictObject({
  slug: Short,
  kind: z.enum(STEP_KINDS),
  fields: Texts,
  rows: z.array(Texts).max(24).default([]),
});
export type StepDraft = z.infer<typeof StepDraft>;
export const StepDrafts = z.array(StepDraft).max(40);

/** Writes a step as it is typed. Reading it gives the same step back. */
export function draftOfStep(step: Step, unit: TemperatureUnit): StepDraft {
  const list = ROWS[step.kind];
  return {
    slug: step.slug,
    kind: step.kind,
    fields: writeFields(step, fieldsOf(step.kind), unit),
    rows: list ? rowsAt(step, list.path).map((row) => writeFields(row, list.fields, unit)) : [],
  };
}

/** The list within a step; of a proof each place with the number of its way. */
function rowsAt(step: Step, path: string): object[] {
  const rows = (valueAt(step, path) ?? []) as unknown[];
  return rows.flatMap((row, index) =>
    Array.isArray(row) ? (row as object[]).map((each) => ({ ...each, way: index + 1 })) : [row as object],
  );
}

/**
 * Reads a list of steps as it is typed.
 *
 * @param list where it stands: `way`, `pieces` or `products.0.way`
 * @returns steps for the schema to check, or a problem at each field that cannot be read
 */
export function readSteps(
  list: string,
  drafts: readonly StepDraft[],
  unit: TemperatureUnit,
): Result<unknown[]> {
  const problems: Problem[] = [];
  const steps = drafts.map((draft, index) => {
    const at = `${list}.${index}`;
    const rows = ROWS[draft.kind];
    const listed = rows
      ? draft.rows.map((row, n) => readFields(`${at}.rows.${n}`, row, rows.fields, unit, problems))
      : [];
    return {
      kind: draft.kind,
      slug: draft.slug,
      ...readFields(`${at}.fields`, draft.fields, fieldsOf(draft.kind), unit, problems),
      ...(rows ? { [rows.path]: rows.path === 'ways' ? byWay(listed) : listed } : {}),
    };
  });
  return problems.length > 0 ? bad(...problems) : good(steps);
}

/** Places of a proof by the number of their way, the lowest first. */
function byWay(rows: readonly Record<string, unknown>[]): unknown[][] {
  const ways = new Map<unknown, unknown[]>();
  for (const { way = 1, ...row } of rows) ways.set(way, [...(ways.get(way) ?? []), row]);
  return [...ways].sort(([a], [b]) => Number(a) - Number(b)).map(([, stands]) => stands);
}

/** Where a problem of a list of steps stands as it is typed: `way.2.until.best` is typed at `way.2.fields.best`. */
export function whereTyped(problemAt: Problem, list: string, drafts: readonly StepDraft[]): Problem {
  const [index = '', ...rest] = problemAt.path.slice(list.length + 1).split('.');
  const draft = drafts[Number(index)];
  const path = rest.join('.');
  if (!draft || path === '') return problemAt;
  const rows = ROWS[draft.kind];
  if (rows && rest[0] === rows.path) {
    const [first = '0', second, ...tail] = rest.slice(1);
    const row = rows.path === 'ways' ? rowOfWay(draft, Number(first), Number(second ?? 0)) : Number(first);
    const name = rows.path === 'ways' ? tail[0] : second;
    return { ...problemAt, path: [list, index, 'rows', row, name].filter((part) => part !== undefined).join('.') };
  }
  const field = fieldsOf(draft.kind).findLast((each) => each.path === path || each.path.startsWith(`${path}.`));
  return { ...problemAt, path: [list, index, ...(field ? ['fields', field.name] : rest)].join('.') };
} // prettier-ignore

function rowOfWay({ rows }: StepDraft, way: number, place: number): number {
  const numbers = [...new Set(rows.map((row) => Number(row.way ?? '1') || 1))].sort((a, b) => a - b);
  const own = rows.flatMap((row, index) => ((Number(row.way ?? '1') || 1) === numbers[way] ? [index] : []));
  return own[place] ?? own[0] ?? 0;
}
