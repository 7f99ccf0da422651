import { costOf } from '../../formula/facts/index.ts';
import { mishapsOf } from '../../run/index.ts';
import { afterMishaps, lossOf } from '../mishaps/index.ts';
import { input as term, quantity, type Working, type Workings } from '../../working/index.ts';
import { SLOT } from '../../dough/index.ts';
import { coinsIn, formatDuration } from '../../units/index.ts';
import { judge } from '../checker/index.ts';
import { endOf, type Schedule } from '../instance/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Network } from '../network/index.ts';
import { awayFromBest } from './better.ts';
import { inHours } from './hours.ts';
import { ovenDay, type OvenDay } from './oven/oven-day.ts';
import { salesOf, type Sales } from './sales.ts';

/** Hours of the day in which most people sleep. Chosen for Jovet. */
export const ASLEEP = { from: '22:00', to: '06:00' } as const;

/** What a plan takes of people and of the meter, and what that comes to. */
export interface DaySums extends Partial<Sales> {
  /** Seconds of work of all hands, and of it while others sleep. */
  readonly work: number;
  readonly asleep: number;
  /** How many people work while others sleep. */
  readonly awake: number;
  /** Seconds by which doughs are away from their best, in the cold as much less as it changes them less; plans of before do not say. */
  readonly away?: number;
  /** kWh of the ovens, and of them in the cheaper hours. */
  readonly energy: number;
  readonly cheap: number;
  /** Money for the work and for the energy; null: the bakehouse does not say what they cost. */
  readonly paidWork: number | null;
  readonly paidEnergy: number | null;
  /** kg of dough that reach no piece: what sticks and is cut off, and what was lost; plans of before do not say. */
  readonly wasted?: number;
  /** Money for what is in it; null: nothing of it has a price. */
  readonly paidWaste?: number | null;
  /** ISO code of that money. */
  readonly currency: string;
}

/** Adds up what a plan takes. */
export function sumsOf(said: DayInput, network: Network, schedule: Schedule, ovens: OvenDay): DaySums {
  const [input, { instance }] = [afterMishaps(said), network];
  const { zone, currency, floor: { prices, weights } } = input.bakehouse;
  let [work, asleep] = [0, 0];
  const awake = new Set<number>();
  const isAsleep = inHours(ASLEEP, zone);
  instance.tasks.forEach((_, index) => {
    const placed = schedule.tasks[index];
    if (!placed) return;
    const end = endOf(instance, index, placed);
    const people = placed.people.length || handsThen(network, index, end - placed.start);
    for (let slot = placed.start; slot < end; slot += 1) {
      work += people * SLOT;
      if (!isAsleep(instance.origin + slot * SLOT)) continue;
      asleep += people * SLOT;
      for (const person of placed.people) awake.add(person);
    }
  });
  const energy = ovens.heated;
  const cheap = prices.cheap ? ovens.decks.reduce((sum, deck) => sum + (deck.cheap ?? 0), 0) : 0;
  const { hour, kilowattHour, cheapKilowattHour } = prices;
  return {
    work, asleep, awake: awake.size, energy, cheap, currency, ...wasteOf(said, network), ...salesOf(said),
    away: Math.round(awayFromBest(network, schedule).reduce((sum, { cost }) => sum + cost, 0) * (SLOT / (weights.dough || 1))),
    paidWork: hour === null ? null : (work / 3600) * hour,
    paidEnergy: kilowattHour === null ? null : (energy - cheap) * kilowattHour + cheap * (cheapKilowattHour ?? kilowattHour),
  };
} // prettier-ignore

/** Dough that is paid for and reaches no piece: of each formula what its way loses, and what went wrong. */
function wasteOf(said: DayInput, { doughs }: Network): Pick<DaySums, 'wasted' | 'paidWaste'> {
  const lost = mishapsOf(said.events).flatMap(({ mishap }) => (mishap.kind === 'lost' ? (lossOf(said, mishap.task) ?? []) : []));
  let [wasted, paid, priced] = [0, 0, false];
  for (const { name, formula, scaled, batches, thawed } of doughs) {
    if (thawed) continue;
    const mixed = batches.reduce((sum, { dough }) => sum + dough, 0);
    const pieces = batches.reduce((sum, { lots }) => sum + lots.reduce((all, lot) => all + lot.pieces * lot.scaledWeight, 0), 0);
    const gone = lost.filter((each) => each.of === 'dough' && each.name === name).reduce((sum, { mass }) => sum + mass, 0);
    const { doughPerKilogram } = costOf(formula, scaled);
    const kilograms = Math.max(0, mixed - pieces) + gone;
    wasted += kilograms;
    // Of what is mixed: the price of dough has its loss in it.
    paid += kilograms * doughPerKilogram * (1 - formula.doc.processLoss / 100);
    priced ||= doughPerKilogram > 0;
  }
  return { wasted, paidWaste: priced ? paid / coinsIn(said.bakehouse.currency) : null };
} // prettier-ignore

/** Hands that something took that has begun: nobody says whose they were. */
function handsThen({ notes }: Network, task: number, slots: number): number {
  const { done = false, work = 0 } = notes[task] ?? {};
  return done && slots > 0 ? Math.max(1, Math.round(work / (slots * SLOT))) : 0;
}

/** What a plan takes that is not shown. */
export function planSums(said: DayInput, network: Network, schedule: Schedule): DaySums {
  const input = afterMishaps(said);
  const { followed } = judge(network, schedule);
  return sumsOf(said, network, schedule, ovenDay(input, network, schedule, followed));
}

/** What work and energy cost, opened: `cost.work`, `cost.energy`. */
export function sumWorkings({ bakehouse: { floor: { prices } } }: DayInput, sums: DaySums): Workings {
  const money = (value: number) => quantity(value, sums.currency, 2);
  const { hour, kilowattHour, cheapKilowattHour } = prices;
  const source = 'Prices of this bakehouse, in Bakehouse';
  return {
    'cost.work': (): Working => ({
      label: 'What the work of this plan costs', symbol: 'w', equation: 't * p', result: money(sums.paidWork ?? 0), source,
      inputs: [term('t', 'work of all hands', quantity(sums.work / 3600, 'h', 2), 'computed'), term('p', 'price of an hour', money(hour ?? 0), 'bakehouse')],
      note: `${formatDuration(sums.asleep)} of it between ${ASLEEP.from} and ${ASLEEP.to}.`,
    }),
    'cost.energy': (): Working => ({
      label: 'What the energy of this plan costs', symbol: 'e', equation: '(q - c) * p + c * d', result: money(sums.paidEnergy ?? 0), source,
      inputs: [
        term('q', 'heat of the ovens', quantity(sums.energy, 'kWh', 1), 'computed'),
        term('c', 'of it in the cheaper hours', quantity(sums.cheap, 'kWh', 1), 'computed'),
        term('p', 'price of a kWh', money(kilowattHour ?? 0), 'bakehouse'),
        term('d', 'price of a kWh then', money(cheapKilowattHour ?? kilowattHour ?? 0), 'bakehouse'),
      ],
    }),
  };
} // prettier-ignore
