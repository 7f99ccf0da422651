import { shiftsOn, type Hand } from '../../bakehouse/index.ts';
import { ofKind, withThing, type Outage, type Thing } from '../../equipment/index.ts';
import { effectiveEvents, mishapsOf, type KnownMishap, type Mishap } from '../../run/index.ts';
import { addDays, datesAround, localTime, resolveLocal } from '../../time/index.ts';
import type { DayInput } from '../demand/index.ts';
import { isBought, withoutLeftOut } from './left-out.ts';
import { withoutLost } from './lost.ts';

/** Seconds after which what failed is back, where nobody knows when: beyond any day. */
const BEYOND = 48 * 3600;
/** Shifts that began so many days before a date may matter to it, and after. */
const AROUND = [3, 1] as const;

const known = new WeakMap<DayInput, DayInput>();

/**
 * A day as it has become by what went wrong: things that failed are out of order, people away are off, orders are what
 * they came to, what is lost was not made. Said of a day twice it is the same, since what was reckoned with stands no
 * longer among its events; only what ripens late is left to the network.
 *
 * @example
 * const day = demoDay();
 * assert.equal(afterMishaps(day), day);
 */
export function afterMishaps(day: DayInput): DayInput {
  const before = known.get(day);
  if (before) return before;
  const happened = mishapsOf(day.events).filter(({ mishap }) => mishap.kind !== 'slow');
  const events = effectiveEvents(day.events).filter((each) => each.happened.kind !== 'mishap' || each.happened.mishap.kind === 'slow');
  const after = withoutLeftOut(happened.length === 0 ? day : happened.reduce(withMishap, { ...day, events }));
  known.set(day, after);
  return after;
} // prettier-ignore

function withMishap(day: DayInput, { at, mishap }: KnownMishap): DayInput {
  switch (mishap.kind) {
    case 'out':
      return withOut(day, at, mishap, [mishap.thing]);
    case 'power':
      return withOut(day, at, { ...mishap, count: null }, pluggedIn(day));
    case 'away':
      return withHands(day, (hand) => (hand.name === mishap.person ? withAway(day, hand, at, mishap.until) : hand));
    case 'order':
      return withOrder(day, mishap);
    case 'van':
      return { ...day, demand: day.demand.map((line) => (line.drop === mishap.drop ? { ...line, drop: mishap.to } : line)) };
    case 'lost':
      return withoutLost(day, at, mishap.task);
    case 'slow':
      return day;
  }
} // prettier-ignore

/** Pieces of a line that are ordered and not made here. */
export interface NotMade extends Pick<
  DayInput['demand'][number],
  'formula' | 'product' | 'drop' | 'scaledWeight'
> {
  readonly left: number;
  readonly bought: number;
}

/** What of a day, as it has become by now, is left out and what is bought in, line by line. */
export function notMadeOf(day: DayInput): NotMade[] {
  const { demand } = afterMishaps({ ...day, fewer: [], bought: [] });
  const { demand: after } = withoutLeftOut({ ...day, demand, bought: [] });
  return demand.flatMap(({ formula, product, drop, scaledWeight, pieces }, index) => {
    const stays = after[index]?.pieces ?? 0;
    const bought = isBought(day, { formula, product }) ? stays : 0;
    return pieces === stays && bought === 0 ? [] : [{ formula, product, drop, scaledWeight, left: pieces - stays, bought }];
  });
} // prettier-ignore

/** Kinds of things that need no power. */
const BY_HAND: ReadonlySet<Thing['kind']> = new Set(['rack', 'bench', 'holder']);
const pluggedIn = ({ bakehouse: { floor }, mixers }: DayInput): string[] => [
  ...mixers.map(({ slug }) => slug),
  ...floor.equipment.filter(({ kind }) => !BY_HAND.has(kind)).map(({ slug }) => slug),
];

/** Kinds of things in which doughs stay when they fail. */
const BOXES: ReadonlySet<Thing['kind']> = new Set(['retarder', 'proof-box', 'freezer']);

function withOut(day: DayInput, at: number, { count, until }: Pick<Extract<Mishap, { kind: 'out' }>, 'count' | 'until'>, slugs: readonly string[]): DayInput {
  const { bakehouse, mixers } = day;
  const local = (epoch: number) => {
    const { date, time } = localTime(epoch, bakehouse.zone);
    return `${date}T${time}`;
  };
  const gone = (stays: boolean): Outage => ({ from: local(at), to: local(Math.max(at + 60, until ?? at + BEYOND)), count, stays });
  const floor = slugs.reduce(
    (all, slug) => withThing(all, slug, (thing) => ({ ...thing, out: [...thing.out, gone(BOXES.has(thing.kind))] })),
    bakehouse.floor,
  );
  return {
    ...day,
    bakehouse: { ...bakehouse, floor },
    mixers: mixers.map((mixer) => (slugs.includes(mixer.slug) ? { ...mixer, out: [...mixer.out, gone(false)] } : mixer)),
  };
} // prettier-ignore

const withHands = (day: DayInput, change: (hand: Hand) => Hand): DayInput => {
  const { bakehouse } = day;
  return {
    ...day,
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, hands: bakehouse.floor.hands.map(change) } },
  };
};

/** Seconds that are worth coming for. */
const WORTH = 900;

/** A person whose shifts are cut by the time in which they are away. */
function withAway({ date, bakehouse: { zone } }: DayInput, hand: Hand, at: number, until: number | null): Hand {
  const back = until ?? Infinity;
  const dates = [...hand.dates];
  const away = [...hand.away];
  for (const day of datesAround(date, ...AROUND)) {
    const shifts = shiftsOn(hand, day);
    const left = shifts.flatMap(({ from, to }) => {
      const begin = resolveLocal(day, from, zone);
      const end = resolveLocal(to > from ? day : addDays(day, 1), to, zone);
      if (!begin.ok || !end.ok) return [{ from, to }];
      const parts = [[begin.value, Math.min(end.value, at)], [Math.max(begin.value, back), end.value]] as const;
      if (parts[0][1] >= end.value || parts[1][0] <= begin.value) return [{ from, to }];
      return parts.filter(([a, b]) => b - a >= WORTH).map(([a, b]) => ({ from: localTime(a, zone).time, to: localTime(b, zone).time }));
    });
    if (JSON.stringify(left) === JSON.stringify(shifts)) continue;
    const others = dates.filter((each) => each.date !== day);
    dates.splice(0, dates.length, ...others, ...left.map((span) => ({ ...span, date: day })));
    if (left.length === 0) away.push({ from: day, to: day, why: '' });
  }
  return { ...hand, dates, away };
} // prettier-ignore

function withOrder(day: DayInput, { formula, product, drop, pieces }: Extract<Mishap, { kind: 'order' }>): DayInput {
  const isSame = (line: DayInput['demand'][number]) => line.formula === formula && line.product === product;
  const at = day.demand.findIndex((line) => isSame(line) && line.drop === drop);
  if (at >= 0)
    return {
      ...day,
      demand: day.demand.map((line, index) => (index === at ? { ...line, pieces: Math.max(0, line.pieces + pieces) } : line)),
    };
  const doc = day.formulas.find(({ slug }) => slug === formula)?.formula.doc;
  const scaledWeight = day.demand.find(isSame)?.scaledWeight ?? doc?.products.find(({ slug }) => slug === product)?.scaledWeight;
  if (scaledWeight === undefined || pieces <= 0) return day;
  return { ...day, demand: [...day.demand, { formula, product, scaledWeight, drop, pieces }] };
} // prettier-ignore

/** Ovens, mixers and other things that can fail, with how many there are of each. */
export const canFail = ({ bakehouse: { floor }, mixers }: DayInput): { readonly slug: string; readonly name: string; readonly count: number; readonly of: string }[] => [
  ...ofKind(floor, 'oven').map(({ slug, name, decks }) => ({ slug, name, count: decks, of: 'decks' })),
  ...mixers.map(({ slug, name }) => ({ slug, name, count: 1, of: '' })),
  ...floor.equipment.flatMap((thing) =>
    thing.kind === 'oven' || thing.kind === 'bench' || thing.kind === 'rack' ? [] : [{ slug: thing.slug, name: thing.name, count: thing.kind === 'holder' ? thing.count : 1, of: '' }],
  ),
]; // prettier-ignore
