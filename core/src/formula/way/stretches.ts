import type { Step, StepOf } from './step.ts';

/** A wait with the folds that fall into it. */
export interface Stretch {
  readonly wait: StepOf<'rest' | 'proof' | 'thaw'>;
  readonly folds: readonly StepOf<'fold'>[];
}

/** A part of a way: work that is done at once, or a wait. */
export type WayPart =
  | { readonly kind: 'work'; readonly step: Exclude<Step, Stretch['wait'] | StepOf<'fold'>> }
  | ({ readonly kind: 'wait' } & Stretch);

/** A list of steps as work and waits, in order: folds go to the rest that they come before. */
export function partsOfWay(steps: readonly Step[]): WayPart[] {
  const parts: WayPart[] = [];
  let folds: StepOf<'fold'>[] = [];
  for (const step of steps) {
    if (step.kind === 'fold') folds.push(step);
    else if (step.kind === 'rest' || step.kind === 'proof' || step.kind === 'thaw') {
      parts.push({ kind: 'wait', wait: step, folds });
      folds = [];
    } else parts.push({ kind: 'work', step });
  }
  return parts;
}

/** The sequences of places that a wait may go through. */
export const waysOf = (wait: Stretch['wait']) => (wait.kind === 'proof' ? wait.ways : [wait.stands]);

/** When a fold falls, by hours since its rest began or by volumes of gas. @param best rise that its rest is best at */
export const foldWhen = ({ at }: StepOf<'fold'>, best: number): { hours: number } | { rise: number } =>
  at.by === 'minutes' ? { hours: at.at / 60 } : { rise: at.by === 'rise' ? at.at : (at.at / 100) * best };
