import type { DayInput } from '@jovet/core/plan/demand';
import type { PlannedDay, Why } from '@jovet/core/plan/explain';
import type { Leaning, Offer } from '@jovet/core/plan';
import type { Schedule } from '@jovet/core/plan/instance';
import type { Problem } from '@jovet/core/problem';

/** A task of a plan, and the number by which the plan knows it. */
export interface KeptTask {
  readonly id: string;
  readonly index: number;
}

/** Why there is no plan, and the nearest one. */
export interface Conflict {
  readonly verdict: 'impossible' | 'not-found';
  readonly sentences: readonly string[];
  readonly day: PlannedDay | null;
}

/** What is asked of the planner. `asked` numbers the questions: answers to older ones are left. */
export type ToPlanner =
  | { readonly kind: 'plan'; readonly asked: number; readonly input: DayInput; readonly seconds: number; readonly keep: boolean; readonly trial: boolean; readonly oven: boolean }
  | { readonly kind: 'stand'; readonly asked: number; readonly input: DayInput; readonly schedule: Schedule; readonly kept: readonly KeptTask[] }
  | { readonly kind: 'why'; readonly task: number }
  /** Plans that lean to something each, beside the one that stands. */
  | { readonly kind: 'beside'; readonly asked: number; readonly input: DayInput; readonly oven: boolean }
  | { readonly kind: 'stop' }
  /** A day that may be asked for soon. */
  | { readonly kind: 'ready'; readonly input: DayInput }
  /** Another room asks from now on: the plan of the one before is forgotten. */
  | { readonly kind: 'begin' }; // prettier-ignore

export type FromPlanner =
  | { readonly kind: 'looking'; readonly asked: number; readonly rounds: number }
  | { readonly kind: 'planned'; readonly asked: number; readonly settled: boolean; readonly day: PlannedDay }
  | { readonly kind: 'conflict'; readonly asked: number; readonly conflict: Conflict }
  | { readonly kind: 'remedy'; readonly asked: number; readonly offer: Offer }
  | { readonly kind: 'remedies-done'; readonly asked: number }
  | { readonly kind: 'beside'; readonly asked: number; readonly leaning: Leaning; readonly day: PlannedDay }
  | { readonly kind: 'beside-done'; readonly asked: number }
  | { readonly kind: 'problems'; readonly asked: number; readonly problems: readonly Problem[] }
  | { readonly kind: 'why'; readonly task: number; readonly why: Why }
  | { readonly kind: 'failed'; readonly asked: number; readonly text: string }; // prettier-ignore
