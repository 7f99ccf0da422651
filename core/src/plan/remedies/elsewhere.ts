import { ofKind } from '../../equipment/index.ts';
import type { FormulaDoc } from '../../formula/index.ts';
import type { DayInput } from '../demand/index.ts';
import type { Step } from '../../formula/way/index.ts';
import { remedied } from './remedied.ts';
import type { Family, Remedy } from './remedy.ts';
import type { Trouble } from './trouble.ts';

/** Hours that bread may be baked before it is packed, for once. Chosen for Jovet. */
const LIES = [8, 12] as const;
/** So many other things are tried for one that is short. */
const OTHERS = 2;

const docOf = ({ formulas }: DayInput, slug: string): FormulaDoc | null =>
  formulas.find((each) => each.slug === slug)?.formula.doc ?? null;
const stepsOf = ({ way, pieces, products }: FormulaDoc): Step[] => [
  ...way,
  ...pieces,
  ...products.flatMap((product) => product.way ?? []),
];

/**
 * The same doughs in other things: what a way names is not insisted on; pieces that there are too few baskets for are set
 * into something else.
 */
export function elsewhere(input: DayInput, formulas: readonly string[], { things }: Trouble): Remedy[] {
  return formulas.flatMap((formula): Remedy[] => {
    const doc = docOf(input, formula);
    if (!doc) return [];
    const anywhere: Remedy = { kind: 'anywhere', formula };
    const steps = stepsOf(doc);
    const named = JSON.stringify(stepsOf(docOf(remedied(input, anywhere), formula) ?? doc)) !== JSON.stringify(steps);
    const held = new Set(steps.flatMap((step) => (step.kind === 'shape' && step.into !== null ? [step.into] : [])));
    const holders = ofKind(input.bakehouse.floor, 'holder');
    return [
      ...(named ? [anywhere] : []),
      ...things.filter(({ of }) => held.has(of)).flatMap(({ of: from }) => {
        // Tins and trays give a bread its shape.
        if (holders.some(({ slug, bakes }) => slug === from && bakes)) return [];
        const others = holders.filter(({ slug, bakes }) => slug !== from && !bakes).sort((a, b) => b.count - a.count);
        return others.slice(0, OTHERS).map(({ slug }): Remedy => ({ kind: 'holder', formula, from, to: slug }));
      }),
    ];
  });
} // prettier-ignore

/** A bread that is baked earlier, into the racks, and lies longer than it does else. */
export function mayLie(input: DayInput, formula: string): Family[] {
  const doc = docOf(input, formula);
  const cools = doc ? stepsOf(doc).flatMap((step) => (step.kind === 'cool' ? [step] : [])) : [];
  const { packWithin } = input.bakehouse.floor;
  const usual = doc?.type === 'rye' ? packWithin.rye : packWithin.other;
  const now = Math.max(0, ...cools.map(({ most }) => most ?? usual));
  const longer = LIES.filter((hours) => cools.length > 0 && hours > now);
  return longer.length > 0 ? [longer.map((hours) => [{ kind: 'lies', formula, hours }])] : [];
}
