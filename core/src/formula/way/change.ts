import { firstOf, piecesOf, type MadeBy } from './of.ts';
import type { Stand, Step, StepOf } from './step.ts';

/** A formula with every step changed, wherever it stands. */
export const withSteps = <T extends MadeBy>(doc: T, change: (step: Step) => Step): T => ({
  ...doc,
  way: doc.way.map(change),
  pieces: doc.pieces.map(change),
  products: doc.products.map((product) => ({ ...product, way: product.way && product.way.map(change) })),
});

/** A formula of which one product goes its own way. */
export const withOwnWay = <T extends MadeBy>(
  doc: T,
  product: string,
  change: (steps: readonly Step[]) => Step[],
): T => ({
  ...doc,
  products: doc.products.map((each) =>
    each.slug === product ? { ...each, way: change(piecesOf(doc, product)) } : each,
  ),
});

/** Whether a product may stand in the cold until it is baked. */
export const mayRetard = (doc: MadeBy, product: string): boolean =>
  firstOf(piecesOf(doc, product), 'proof')?.ways.some((stands) =>
    stands.some(({ place }) => place === 'cold'),
  ) ?? false;

/** A proof that may also be held in the cold, at once or once it has begun. */
export function alsoCold(proof: StepOf<'proof'>): StepOf<'proof'> {
  const cold: Stand = { place: 'cold', celsius: null, minutes: null, rise: null, only: null };
  const [first = [cold]] = proof.ways;
  const begun = first.at(-1) ?? cold;
  const until = proof.until.by === 'rise' ? [[{ ...begun, rise: proof.until.earliest }, cold]] : [];
  return { ...proof, ways: [...proof.ways, [cold], ...until].slice(0, 4) };
}

/** °C that the pieces of a product are to have around them while they proof; null: those of the room. */
export function proofAt(doc: MadeBy, product: string): number | null {
  const warm = firstOf(piecesOf(doc, product), 'proof')
    ?.ways.flat()
    .find(({ place }) => place === 'warm');
  return warm?.celsius ?? null;
}

/** Proofs in the warm or the room, at so many °C. */
export const proofingAt = (step: Step, celsius: number): Step =>
  step.kind === 'proof'
    ? { ...step, ways: step.ways.map((stands) => stands.map((stand) => (stand.place === 'cold' ? stand : { ...stand, place: 'warm', celsius }))) }
    : step; // prettier-ignore

/** Percent of a product that is made over what is ordered: its own, else as everywhere here. */
export const percentOver = (
  formulas: readonly {
    readonly products: readonly { readonly slug: string; readonly over: number | null }[];
  }[],
  product: string,
  usual: number,
): number => formulas.flatMap(({ products }) => products).find(({ slug }) => slug === product)?.over ?? usual;
