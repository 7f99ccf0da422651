import type { Mode, Out, Task } from '../instance/index.ts';

/** What of a thing is out of order beside what began in it before: that goes on, in it or elsewhere, and is not in the way. */
export class GoingOn {
  private readonly begun: readonly { readonly first: number; readonly mode: Mode }[];

  /** @param isDone whether a task, by its number, began already */
  constructor(tasks: readonly Task[], isDone: (task: number) => boolean) {
    this.begun = tasks.flatMap(({ first, modes: [mode] }, index) =>
      mode && isDone(index) ? [{ first, mode }] : [],
    );
  }

  /**
   * @param there how much there is of the thing
   * @param takes how much of it something takes that began, and for how many slots
   */
  beside(
    out: readonly Out[],
    there: number,
    takes: (mode: Mode) => { readonly amount: number; readonly slots: number } | null,
  ): Out[] {
    if (out.length === 0) return [];
    const used = this.begun.flatMap(({ first, mode }) => {
      const taken = takes(mode);
      return taken ? [{ from: first, to: first + taken.slots, amount: taken.amount }] : [];
    });
    return out.flatMap(([from, to, amount]) => {
      const turns = used.flatMap((each) => [each.from, each.to]).filter((slot) => from < slot && slot < to);
      const ends = [...new Set([from, ...turns, to])].sort((a, b) => a - b);
      return ends.slice(1).flatMap((end, index): Out[] => {
        const begin = ends[index] ?? from;
        const on = used.reduce(
          (sum, each) => sum + (each.from <= begin && end <= each.to ? each.amount : 0),
          0,
        );
        const left = Math.min(amount, there - Math.ceil(on - 1e-9));
        return left > 0 ? [[begin, end, left]] : [];
      });
    });
  }
}
