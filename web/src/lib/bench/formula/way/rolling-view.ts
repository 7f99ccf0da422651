import type { WayCourse } from '@jovet/core/dough/course';
import { minutesUntil, type Rolling, type SheetAtStep } from '@jovet/core/lamination';
import { formatNumber } from '@jovet/core/units';
import type { Chosen } from './way-steps';

/** A sheet at a step of the way on an ordinary day. */
export interface SheetHere {
  readonly at: SheetAtStep;
  /** °C as the step begins, and minutes that it takes. */
  readonly celsius: number;
  readonly minutes: number;
  /** Rolled: minutes until its fat is soft on the bench. Resting: minutes until it can be rolled again. */
  readonly until: number;
  readonly rests: boolean;
}

/** mm as hands can set them: halves. */
export const inHalves = (mm: number): string => formatNumber(Math.round(mm * 2) / 2, mm < 10 ? 1 : 0);
export const inCentimetres = (metres: number): string => formatNumber(metres * 100, 0);
/** mm that a step rolls it to. */
export const rolledTo = ({ passes, from }: SheetAtStep): number => passes.at(-1) ?? from;

/** The sheet that the chosen step rolls, or that rests there; null for any other step. @param bench °C */
export function sheetHere(
  rolling: Rolling | null,
  course: WayCourse | null,
  chosen: Chosen | null,
  bench: number,
): SheetHere | null {
  const trunk = course?.lines[0];
  if (!rolling || !trunk || chosen?.list !== 'way') return null;
  const celsiusAt = (at: number) => trunk.points.findLast((point) => point.at <= at + 1e-6)?.temperature ?? bench;
  const { of, plastic } = rolling;
  const rolled = rolling.steps.find(({ step }) => step === chosen.step);
  const knot = trunk.knots.find(({ step }) => step === chosen.step);
  if (rolled && knot) {
    const celsius = celsiusAt(knot.from);
    return {
      at: rolled, celsius, minutes: (knot.to - knot.from) * 60, rests: false,
      until: minutesUntil(of, rolledTo(rolled), celsius, plastic.to, bench),
    };
  }
  const lies = rolling.steps.findLast(({ step }) => step < chosen.step);
  const wait = trunk.waits.find(({ step }) => step === chosen.step);
  const stay = trunk.stays.find(({ step }) => step === chosen.step);
  if (!lies || !wait || !stay) return null;
  const celsius = celsiusAt(wait.from);
  return {
    at: lies, celsius, minutes: (wait.to - wait.from) * 60, rests: true,
    until: celsius <= plastic.from ? 0 : minutesUntil(of, lies.folded, celsius, plastic.from, stay.celsius),
  };
} // prettier-ignore
