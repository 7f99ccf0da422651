import { z } from 'zod';
import { Formula, PieceOrder, Slug } from '@jovet/core/formula';
import type { Result } from '@jovet/core/problem';

/** A calculation over formulas: what it takes, what it answers, an example, and the function of core that does it. */
export interface Calculation<In extends z.ZodType = z.ZodType, Out extends z.ZodObject = z.ZodObject> {
  readonly summary: string;
  readonly description: string;
  readonly request: In;
  readonly answer: Out;
  readonly example: z.input<In>;
  readonly run: (body: z.output<In>, formulas: Named) => Result<z.input<Out>>;
}

/** Finds the formulas that a body names; it may also bring them whole. */
export type Named = (formula: string | Formula) => Result<Formula>;

export const calculation = <In extends z.ZodType, Out extends z.ZodObject>(
  of: Calculation<In, Out>,
): Calculation => of as unknown as Calculation;

export const FormulaRef = z
  .union([Slug, Formula])
  .describe('the name of a formula of this bakehouse, or a whole formula');

export const Pieces = z.array(PieceOrder).min(1).max(20);
export const Mass = z.number().positive().max(100_000).describe('kg');
