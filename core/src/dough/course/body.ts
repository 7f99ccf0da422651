import { HEAT_TRANSFER, pieceTimeConstant, tubTimeConstant } from '../../fermentation/index.ts';
import type { COVERS } from '../../formula/way/index.ts';

/** What a dough is as it stands: in a tub, as pieces, or as a sheet. */
export type DoughBody =
  | { readonly kind: 'tub'; readonly mass: number; readonly length: number; readonly width: number }
  | { readonly kind: 'piece'; readonly mass: number }
  /** J that a square metre of it takes for a degree. */
  | { readonly kind: 'sheet'; readonly heat: number };

/** Hours to the temperature of what is around. @param h W/m²K */
export function timeConstantIn(body: DoughBody, h: number): number {
  if (body.kind === 'tub') return tubTimeConstant(body.mass, body.length, body.width, h);
  if (body.kind === 'sheet') return body.heat / (2 * h) / 3600;
  return pieceTimeConstant(body.mass, h);
}

/** How heat goes to a dough in a place, W/m²K. Domain section 6, default. */
export function heatTo(
  body: DoughBody,
  place: 'still' | 'fan' | 'blast',
  cover: (typeof COVERS)[number],
): number {
  if (place === 'blast') return HEAT_TRANSFER.blast;
  if (place === 'fan') return HEAT_TRANSFER.fanRetarder;
  if (cover === 'lid') return HEAT_TRANSFER.lidded;
  if (body.kind === 'tub') return HEAT_TRANSFER.tub;
  return cover === 'open' ? HEAT_TRANSFER.bareTray : HEAT_TRANSFER.coveredBasket;
}
