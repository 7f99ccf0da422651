import { warmestProof, type Floor } from '../../bakehouse/index.ts';
import type { Stand, Stretch } from '../../formula/way/index.ts';
import { heatTo, type DoughBody } from './body.ts';
import type { StandModel } from '../models.ts';

/** What kind of dough stands in a place, and how it is covered. */
export interface StandsHere {
  readonly body: DoughBody;
  readonly cover: Stretch['wait']['cover'];
  readonly type: string;
  readonly cultured: boolean;
}

/** A place of a formula as it is in a bakehouse, and which of its things that takes up; null where it has no such place. */
export function placeHere(
  floor: Floor,
  { place, celsius, minutes, rise }: Stand,
  { body, cover, type, cultured }: StandsHere,
): { model: StandModel; resource: string | null } | null {
  const time = { hours: minutes === null ? null : minutes / 60, untilRise: rise };
  if (place === 'cold') {
    if (!floor.retarder) return null;
    const model = { place, around: floor.retarder.temperature, h: heatTo(body, 'fan', cover), ...time };
    return { model, resource: 'retarder' };
  }
  const h = heatTo(body, place === 'freezer' ? 'blast' : 'still', cover);
  if (place === 'room') return { model: { place, around: celsius, h, ...time }, resource: null };
  if (place === 'freezer') return null;
  // Pieces that ask for warmth stand in the room where the box is too warm for them.
  const box = floor.proofBox;
  const around = box?.temperature ?? celsius;
  const tooWarm = box !== null && box.temperature !== null && box.temperature > warmestProof(type, cultured);
  if (tooWarm) return { model: { place: 'room', around: null, h, ...time }, resource: null };
  return { model: { place, around, h, ...time }, resource: box && around !== null ? 'proof-box' : null };
}
