import type { WayCourse, WayLine } from '@jovet/core/dough/course';
import type { FormulaDraft } from '@jovet/core/sheet';
import type { StepDraft } from '@jovet/core/sheet/way';

/** A step on the way: where its list stands, and its place in it. */
export interface Chosen {
  readonly list: string;
  readonly step: number;
}

/** The list of steps at a place of the sheet: `way`, `pieces` or `products.1.way`. */
export function stepsAt(draft: FormulaDraft, list: string): readonly StepDraft[] {
  if (list === 'way' || list === 'pieces') return draft[list];
  return draft.products[Number(list.split('.')[1])]?.way ?? [];
}

/** A sheet with other steps at a place. */
export function withStepsAt(draft: FormulaDraft, list: string, steps: StepDraft[]): FormulaDraft {
  if (list === 'way' || list === 'pieces') return { ...draft, [list]: steps };
  const index = Number(list.split('.')[1]);
  return {
    ...draft,
    products: draft.products.map((product, at) => (at === index ? { ...product, way: steps } : product)),
  };
}

/**
 * A way as it was drawn before, on a sheet whose steps stand otherwise by now: what was taken out is not drawn any more.
 *
 * @param drawn the sheet that it was drawn from
 */
export function asItStands(course: WayCourse, drawn: FormulaDraft, draft: FormulaDraft): WayCourse {
  if (drawn === draft) return course;
  return {
    ...course,
    lines: course.lines.map((line) => {
      const [then, now] = [stepsAt(drawn, line.list), stepsAt(draft, line.list)];
      const own = <T extends { readonly step: number }>(all: readonly T[]): T[] =>
        all.flatMap((each) => {
          const step = now.findIndex(({ slug }) => slug === then[each.step]?.slug);
          return step < 0 ? [] : [{ ...each, step }];
        });
      return { ...line, knots: own(line.knots), waits: own(line.waits), stays: own(line.stays) };
    }),
  };
}

/** What a new step of a kind is filled in with that only this sheet knows: what thaws is what was frozen. */
export function knownOf(draft: FormulaDraft, kind: StepDraft['kind']): StepDraft['fields'] {
  const frozen = draft.products.find(({ way }) => (way ?? draft.pieces).at(-1)?.kind === 'freeze');
  return kind === 'thaw' && frozen ? { of: frozen.slug } : {};
}

/** All lists of steps of a sheet. */
export const allSteps = (draft: FormulaDraft): (readonly StepDraft[])[] => [
  draft.way,
  draft.pieces,
  ...draft.products.map(({ way }) => way ?? []),
];

/** Minutes that times on the way are set to. */
const GRID = 5;
const rounded = (value: number, to: number): string =>
  String(Number((Math.round(value / to) * to).toFixed(2)));
const number = (text: string | undefined): number => Number((text ?? '').replace(',', '.')) || 0;

/**
 * What dragging a step by so many hours changes: when a fold falls, or how long what comes before it waits. By the rise a
 * wait is over at the rise that it has then.
 *
 * @returns the steps, or null where nothing before it waits
 */
export function dragged(steps: readonly StepDraft[], step: number, hours: number, line: WayLine): StepDraft[] | null {
  const own = steps[step];
  if (!own) return null;
  if (own.kind === 'fold') {
    if (own.fields.when !== 'minutes') return null;
    const at = Math.max(GRID, number(own.fields.at) + hours * 60);
    return put(steps, step, { at: rounded(at, GRID) });
  }
  const before = line.waits.findLast((wait) => wait.step < step);
  const wait = before && steps[before.step];
  if (!before || !wait || wait.fields.by === undefined) return null;
  const { by, earliest, best, latest } = wait.fields;
  if (by === 'minutes') {
    const next = Math.max(0, number(best) + hours * 60);
    const off = next - number(best);
    const moved = (text: string | undefined) => rounded(Math.max(0, number(text) + off), GRID);
    return put(steps, before.step, { earliest: moved(earliest), best: moved(best), latest: moved(latest) });
  }
  const rise = riseAt(line, before.to + hours, before);
  if (rise === null || rise <= 0) return null;
  return put(steps, before.step, {
    earliest: rounded(Math.min(number(earliest), rise), 0.05),
    best: rounded(rise, 0.05),
    latest: rounded(Math.max(number(latest), rise), 0.05),
  });
} // prettier-ignore

const put = (steps: readonly StepDraft[], at: number, fields: Record<string, string>): StepDraft[] =>
  steps.map((step, index) => (index === at ? { ...step, fields: { ...step.fields, ...fields } } : step));

/** The rise of a line at an hour within a wait; past its end as it goes on. */
function riseAt(
  { points }: WayLine,
  hour: number,
  { from, to }: { from: number; to: number },
): number | null {
  const own = points.filter(({ at }) => at >= from - 1e-6 && at <= to + 1e-6);
  const index = own.findIndex(({ at }) => at >= hour);
  const [before, after] = index < 0 ? own.slice(-2) : [own[Math.max(0, index - 1)], own[Math.max(1, index)]];
  if (!before || !after || after.at <= before.at) return null;
  return before.rise + ((hour - before.at) / (after.at - before.at)) * (after.rise - before.rise);
}
