import { slugOf } from '@jovet/core/formula';
import type { Customer } from '@jovet/core/plan/demand';
import { bad, good, problem, type Problem, type Result } from '@jovet/core/problem';
import { parseTimeOfDay } from '@jovet/core/time';

/** A customer as it stands in fields. */
export interface CustomerDraft {
  readonly name: string;
  readonly drops: string;
  readonly off: string;
  readonly short: Customer['short'];
}

export const CUSTOMER_FIELDS: Readonly<Record<keyof CustomerDraft, string>> = {
  name: 'Name',
  drops: 'When the van goes there',
  off: 'Days on which nothing goes there',
  short: 'Where not all can be made',
};
export const SHORT_WORDS: Readonly<Record<Customer['short'], string>> = {
  first: 'Gets less first',
  even: 'Gets less like the others',
  last: 'Gets less last',
};

/** The fields of a customer; of nobody yet without one. */
export const draftOfCustomer = (customer: Customer | null): CustomerDraft => ({
  name: customer?.name ?? '',
  drops: customer?.drops.join(', ') ?? '',
  off: customer?.off.map(({ from, to }) => (from === to ? from : `${from} to ${to}`)).join(', ') ?? '',
  short: customer?.short ?? 'even',
});

const parts = (text: string): string[] =>
  text
    .split(/[,;\n]+/)
    .map((each) => each.trim())
    .filter((each) => each !== '');

/**
 * Reads a customer from its fields.
 *
 * @param slug that it has already; empty: it is made of its name
 * @returns or what is wrong with each field
 */
export function readCustomer({ name, drops, off, short }: CustomerDraft, slug: string): Result<Customer> {
  const problems: Problem[] = [];
  const times = parts(drops).map((each) => ({ each, time: parseTimeOfDay(each) }));
  const spans = parts(off).map((each) => {
    const [, from = '', to = from] = /^(\d{4}-\d{2}-\d{2})(?:\s*(?:to|–|-)\s*(\d{4}-\d{2}-\d{2}))?$/.exec(each) ?? [];
    return { each, from, to };
  });
  if (name.trim() === '') problems.push(problem('name', 'Nobody is named here.', 'Type a name.'));
  if (times.length === 0) problems.push(problem('drops', 'No time is entered.', 'Type when the van goes, such as 06:30.'));
  for (const { each, time } of times)
    if (!time.ok) problems.push(problem('drops', `“${each}” is not a time of day.`, 'Type hours and minutes, such as 06:30.'));
  for (const { each, from, to } of spans)
    if (from === '' || to < from) problems.push(problem('off', `“${each}” is not a day.`, 'Type 2026-12-24, or 2026-12-24 to 2026-12-26.'));
  if (problems.length > 0) return bad(...problems);
  return good({
    schema: 1,
    slug: slug || slugOf(name),
    name: name.trim(),
    drops: [...new Set(times.flatMap(({ time }) => (time.ok ? [time.value] : [])))].sort(),
    off: spans.map(({ from, to }) => ({ from, to })),
    short,
  });
} // prettier-ignore
