import { localTime } from '../../time/index.ts';
import { formatDuration, formatMass } from '../../units/index.ts';
import type { KnownMishap } from '../../run/index.ts';
import type { DayInput } from '../demand/index.ts';
import { canFail } from './after.ts';
import { lossOf, type Loss } from './lost.ts';

/**
 * What went wrong, in one sentence.
 *
 * @example
 * const van = { id: '', at: 0, mishap: { kind: 'van' as const, drop: '06:30', to: '06:00' } };
 * assert.equal(mishapWords(demoDay(), van), 'The van of 06:30 leaves at 06:00.');
 */
export function mishapWords(day: DayInput, { at, mishap }: KnownMishap): string {
  const { zone } = day.bakehouse;
  const clock = (epoch: number) => {
    const { date, time, weekday } = localTime(epoch, zone);
    return date === day.date ? time : `${weekday} ${time}`;
  };
  const span = (until: number | null) =>
    until === null ? `from ${clock(at)} on` : `from ${clock(at)} to ${clock(until)}`;
  switch (mishap.kind) {
    case 'out': {
      const thing = canFail(day).find(({ slug }) => slug === mishap.thing);
      const name = thing?.name ?? mishap.thing;
      const some = mishap.count !== null && thing && mishap.count < thing.count;
      const part = some
        ? `${mishap.count} of ${thing.count} ${thing.of ? `${thing.of} of ` : ''}${name}`
        : name;
      return `${part} is out of order ${span(mishap.until)}.`;
    }
    case 'power':
      return `There is no power ${span(mishap.until)}.`;
    case 'away':
      return mishap.until === null
        ? `${mishap.person} is not there ${span(null)}.`
        : `${mishap.person} is there from ${clock(mishap.until)} on.`;
    case 'order': {
      const { pieces, drop } = mishap;
      const doc = day.formulas.find(({ slug }) => slug === mishap.formula)?.formula.doc;
      const name = doc?.products.find(({ slug }) => slug === mishap.product)?.name ?? mishap.product;
      return `${Math.abs(pieces)} ${name} ${pieces < 0 ? 'fewer' : 'more'} for ${drop}.`;
    }
    case 'van':
      return `The van of ${mishap.drop} leaves at ${mishap.to}.`;
    case 'slow': {
      const name = day.told.find(({ task }) => task === mishap.task)?.note?.name ?? 'A pre-ferment';
      return `${name} is ready ${formatDuration(mishap.minutes * 60)} later.`;
    }
    case 'lost': {
      const loss = lossOf(day, mishap.task);
      return loss ? lossWords(loss) : 'Something is lost that is not in this plan.';
    }
  }
}

/** What is lost, in one sentence. */
function lossWords({ of, name, mass, pieces }: Loss): string {
  const counted = pieces.map((each) => `${each.pieces} ${each.name}`).join(', ');
  if (of === 'load') return `Lost: ${counted}.`;
  const kilograms = mass > 0 ? `, ${formatMass(mass, 'kg', 1)}` : '';
  if (of === 'preferment') return `Lost: ${name}${kilograms}. It has to be made anew.`;
  return `Lost: a dough of ${name}${kilograms}${counted ? `, for ${counted}` : ''}.`;
}
