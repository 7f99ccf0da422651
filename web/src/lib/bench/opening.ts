import { draftOf, type DoughDraft, type DoughOrder } from '@jovet/core/day';
import type { TemperatureUnit } from '@jovet/core/units';
import type { DayHouse } from '../server/database/house';

/** The fields of a day that has not been planned: like the example order, or with nothing counted yet. */
export function openingDraft(
  date: string,
  example: DoughOrder | null,
  house: DayHouse,
  unit: TemperatureUnit,
): DoughDraft | null {
  const again = house.formulas.find(({ slug }) => slug === example?.formula);
  if (example && again)
    return draftOf({ ...example, dispatch: { ...example.dispatch, date } }, unit, again.formula);
  const [first] = house.formulas;
  const [mixer] = house.mixers;
  if (!first || !mixer) return null;
  const { process } = first.formula.doc;
  return draftOf(
    {
      schema: 1,
      formula: first.slug,
      order: [],
      dispatch: { date, time: '07:00' },
      readings: house.bakehouse.usual,
      ddt: process.ddt,
      mixer: mixer.slug,
      programme: process.programme,
    },
    unit,
    first.formula,
  );
}
