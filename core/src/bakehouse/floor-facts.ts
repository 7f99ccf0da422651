import type { Floor } from './floor.ts';

/** °C that a proof may have at most: leavened by culture, laminated, other. Domain section 3. */
export const warmestProof = (type: string, cultured: boolean): number =>
  type === 'laminated' ? 27 : cultured ? 30 : 38;

/**
 * Percent of a product that is baked over what is ordered.
 *
 * @example
 * assert.equal(percentOver({ products: [], over: 4 }, 'quay-loaf'), 4);
 */
export const percentOver = ({ products, over }: Pick<Floor, 'products' | 'over'>, product: string): number =>
  products.find((each) => each.product === product)?.over ?? over;
