import { ferments } from '../../formula/scale/index.ts';
import type { Formula, FormulaDoc } from '../../formula/index.ts';
import { yeastWorth } from '../../dough/index.ts';
import {
  alsoCold,
  proofAt,
  proofingAt,
  withOwnWay,
  withSteps,
  type Stand,
  type Step,
} from '../../formula/way/index.ts';
import { shiftsOn, type Floor, type Hand } from '../../bakehouse/index.ts';
import { ofKind, withThing } from '../../equipment/index.ts';
import type { DayInput, Pin } from '../demand/index.ts';
import type { Remedy } from './remedy.ts';

/** °C that pieces proof at: of the box, where it has one for all. */
export const proofOf = ({ bakehouse: { floor, usual } }: DayInput, asked: number | null): number =>
  (asked === null ? null : boxAt(floor)) ?? asked ?? usual.room;

/** °C of the proof box, where it has one for all of it; null: it has not. */
export const boxAt = (floor: Floor): number | null =>
  ofKind(floor, 'proof-box').find(({ temperature }) => temperature !== null)?.temperature ?? null;

/** A day changed by a remedy. */
export function remedied(input: DayInput, remedy: Remedy): DayInput {
  const { bakehouse } = input;
  const withFloor = (floor: Partial<DayInput['bakehouse']['floor']>): DayInput => ({
    ...input,
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, ...floor } },
  });
  const withFormula = (slug: string, change: (doc: FormulaDoc) => FormulaDoc): DayInput => ({
    ...input,
    formulas: input.formulas.map((each) =>
      each.slug === slug ? { ...each, formula: { ...each.formula, doc: change(each.formula.doc) } } : each,
    ),
  });
  const { floor } = bakehouse;
  switch (remedy.kind) {
    case 'hands':
      return withFloor({ hands: [...floor.hands, remedy.hand] });
    case 'shift':
      return withFloor({
        hands: floor.hands.map((hand) => {
          const { name, from, to } = remedy;
          if (hand.name !== name) return hand;
          const moved = <Shift>(shifts: readonly Shift[]) => shifts.map((shift) => ({ ...shift, from, to }));
          return { ...hand, rota: moved(hand.rota), dates: moved(hand.dates) };
        }),
      });
    case 'called':
      return withFloor({
        hands: floor.hands.map((hand) => {
          const { name, date, from, to } = remedy;
          return hand.name === name ? { ...hand, dates: [...hand.dates, { date, from, to }] } : hand;
        }),
      });
    case 'alone':
      return withFloor({
        hands: floor.hands.map((hand) => {
          const { name, skill } = remedy;
          if (hand.name !== name) return hand;
          return {
            ...hand,
            skills: [...hand.skills, skill],
            helps: hand.helps.filter((each) => each !== skill),
          };
        }),
      });
    case 'exchange':
      return withFloor({ hands: exchanged(floor.hands, remedy) });
    case 'anywhere':
      return withFormula(remedy.formula, (doc) => withSteps(doc, free));
    case 'holder':
      return withFormula(remedy.formula, (doc) =>
        withSteps(doc, (step) =>
          step.kind === 'shape' && step.into === remedy.from ? { ...step, into: remedy.to } : step,
        ),
      );
    case 'lies':
      return withFormula(remedy.formula, (doc) =>
        withSteps(doc, (step) => (step.kind === 'cool' ? { ...step, most: remedy.hours } : step)),
      );
    case 'later':
      return {
        ...input,
        demand: input.demand.map((line) =>
          line.formula === remedy.formula ? { ...line, drop: later(line.drop, remedy.minutes) } : line,
        ),
      };
    case 'more':
      return withFloor(moreOf(floor, remedy.of, remedy.count));
    case 'cold':
      return withFormula(remedy.formula, (doc) =>
        withOwnWay(doc, remedy.product, (steps) =>
          steps.map((step) => (step.kind === 'proof' ? alsoCold(step) : step)),
        ),
      );
    case 'again':
      return { ...input, again: [...new Set([...input.again, remedy.formula])] };
    case 'parted': {
      const { formula, batches } = remedy;
      return {
        ...input,
        parted: [...input.parted.filter((each) => each.formula !== formula), { formula, batches }],
      };
    }
    case 'together':
      return { ...input, together: [...new Set([...input.together, remedy.formula])] };
    case 'share':
      return {
        ...input,
        formulas: input.formulas.map((each) =>
          each.slug === remedy.formula ? { ...each, formula: withShare(each.formula, remedy) } : each,
        ),
      };
    case 'proof':
      if (boxAt(floor) !== null)
        return withFloor({
          equipment: floor.equipment.map((thing) =>
            thing.kind === 'proof-box' && thing.temperature !== null
              ? { ...thing, temperature: thing.temperature + remedy.by }
              : thing,
          ),
        });
      return withFormula(remedy.formula, (doc) => {
        const around = (proofAt(doc, doc.products[0]?.slug ?? '') ?? bakehouse.usual.room) + remedy.by;
        return withSteps(doc, (step) => proofingAt(step, around));
      });
    case 'lighter':
      return {
        ...input,
        demand: input.demand.map((line) =>
          line.formula === remedy.formula
            ? { ...line, scaledWeight: Math.round(line.scaledWeight * (1000 - remedy.percent * 10)) / 1000 }
            : line,
        ),
      };
    case 'fewer': {
      const { formula, percent } = remedy;
      return { ...input, fewer: [...input.fewer, { formula, percent }] };
    }
    case 'bought': {
      const { formula, product } = remedy;
      return { ...input, bought: [...input.bought, { formula, product }] };
    }
    case 'unpin':
    case 'swap':
      return { ...input, pins: pinsAfter(input.pins, remedy) };
  }
}

/** Times that tasks are held at after a remedy that is about nothing else. */
export function pinsAfter(pins: readonly Pin[], remedy: Extract<Remedy, { kind: 'unpin' | 'swap' }>): Pin[] {
  if (remedy.kind === 'unpin') return pins.filter(({ task }) => task !== remedy.task);
  const [one, other] = remedy.tasks.map((task) => pins.find((pin) => pin.task === task));
  if (!one || !other) return [...pins];
  return pins.map((pin) =>
    pin === one ? { ...pin, at: other.at } : pin === other ? { ...pin, at: one.at } : pin,
  );
}

/** Two people who work each other's shift of a date. */
function exchanged(hands: Floor['hands'], { names, date }: Extract<Remedy, { kind: 'exchange' }>): Floor['hands'] {
  const [one, other] = names.map((name) => hands.find((hand) => hand.name === name));
  if (!one || !other) return hands;
  const works = (hand: Hand, shifts: ReturnType<typeof shiftsOn>): Hand => ({
    ...hand, dates: [...hand.dates.filter((each) => each.date !== date), ...shifts.map((shift) => ({ ...shift, date }))],
  });
  const [own, theirs] = [shiftsOn(one, date), shiftsOn(other, date)];
  return hands.map((hand) => (hand === one ? works(hand, theirs) : hand === other ? works(hand, own) : hand));
} // prettier-ignore

/** A step that may be done in whatever suits. */
function free(step: Step): Step {
  const freed = (stand: Stand): Stand => ({ ...stand, only: null });
  if (step.kind === 'mix' || step.kind === 'bake') return { ...step, only: [] };
  if (step.kind === 'rest' || step.kind === 'thaw') return { ...step, stands: step.stands.map(freed) };
  return step.kind === 'proof' ? { ...step, ways: step.ways.map((stands) => stands.map(freed)) } : step;
}

const moreOf = (floor: Floor, of: string, count: number): Floor =>
  of === 'tubs'
    ? { ...floor, tubs: floor.tubs + count }
    : withThing(floor, of, (thing) =>
        thing.kind === 'holder' ? { ...thing, count: thing.count + count } : thing,
      );

/** A wall-clock time some minutes later, on the same day. */
function later(drop: string, minutes: number): string {
  const [hour = 0, minute = 0] = drop.split(':').map(Number);
  const at = Math.min(23 * 60 + 55, Math.max(0, hour * 60 + minute + minutes));
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
}

/** A formula with so much of its pre-ferments; what they do not bring goes into the mix, yeast also for what they lack. */
function withShare(formula: Formula, { percent, yeast }: Extract<Remedy, { kind: 'share' }>): Formula {
  const share = percent / 100;
  if (percent === 0) return straight(formula);
  const kinds = new Map(formula.ingredients.map(({ slug, kind }) => [slug, kind]));
  const { doc } = formula;
  return {
    ...formula,
    doc: {
      ...doc,
      lines: doc.lines.map((line) =>
        yeast && kinds.get(line.ingredient) === 'yeast' ? { ...line, percent: line.percent / share } : line,
      ),
      parts: doc.parts.map((part) =>
        ferments(part.kind)
          ? { ...part, lines: part.lines.map((line) => ({ ...line, percent: line.percent * share })) }
          : part,
      ),
    },
  };
}

/** Percent of instant yeast of a dough without a pre-ferment. Chosen for Jovet. */
const STRAIGHT = 1;

/** A formula without its pre-ferments: all goes into the mix, and yeast enough raises it. */
function straight(formula: Formula): Formula {
  const { doc } = formula;
  const enough = new Map(
    formula.ingredients.flatMap((each) =>
      each.kind === 'yeast' ? [[each.slug, STRAIGHT / yeastWorth(each)] as const] : [],
    ),
  );
  return {
    ...formula,
    doc: {
      ...doc,
      lines: doc.lines.map((line) => ({ ...line, percent: Math.max(line.percent, enough.get(line.ingredient) ?? 0) })),
      parts: doc.parts.filter(({ kind }) => !ferments(kind)),
    },
  };
} // prettier-ignore
