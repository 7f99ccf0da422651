import type { Floor } from '../../bakehouse/index.ts';
import { AIR_MOVES, skinMinutes, type Surface } from '../../fermentation/index.ts';
import { celsiusAt, type RoomBySlot, type StandModel } from '../models.ts';

/** The air around what stands somewhere from a slot on, percent RH, and minutes until it has a skin there; Infinity: it never has. */
export function skinHere(
  { rooms: [room] }: Pick<Floor, 'rooms'>,
  temperature: Pick<RoomBySlot, 'at'>,
  { stand, cover, slot }: { readonly stand: StandModel; readonly cover: Surface['cover']; readonly slot: number },
): { readonly humidity: number; readonly minutes: number } {
  const humidity = stand.humidity ?? room?.humidity ?? 60;
  const air = celsiusAt(stand.around, slot, temperature);
  const moves = stand.place === 'cold' ? 'fan' : stand.place === 'room' && room?.draught ? 'draught' : 'still';
  return { humidity, minutes: skinMinutes({ dough: air, air, humidity, h: AIR_MOVES[moves], cover }) };
} // prettier-ignore
