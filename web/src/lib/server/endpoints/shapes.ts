import { z } from 'zod';
import { Slug } from '@jovet/core/formula';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import { refused } from './endpoint.ts';

/** What stands in an address. */
export const ById = z.object({ id: z.uuid() });
export const BySlug = z.object({ slug: Slug });
const A_DAY = 'This is not a day of the calendar. Write it as year-month-day.';
export const ByDate = z.object({ date: z.iso.date(A_DAY) });
/** What a change was made on, where there is no body to say it. */
export const AtRev = z.object({ rev: z.coerce.number().int().min(1).describe('the revision that was seen') });

/** An answer whose form is told elsewhere. */
export const Anything = z.unknown();

/** What is not there. */
export const MISSING = refused(404, problem('id', 'This is not here.', 'Open the room anew.'));

/** Something that was read, or that it is not there. */
export const there = <T>(found: T | null | undefined) =>
  found === null || found === undefined ? MISSING : good(found);

/** That a body is of the thing that the address names. */
export const isSame = (field: string, inBody: string, inAddress: string): Result<null> =>
  inBody === inAddress
    ? good(null)
    : bad(problem(field, 'This is something else than the address says.', `Use ${inAddress} in both.`));
