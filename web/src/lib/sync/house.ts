import { draftOfFloor, parseFloor, type FloorDraft } from '@jovet/core/bakehouse';
import type { TemperatureUnit } from '@jovet/core/units';
import type { House } from '../server/database/house';
import { ask, type Answer } from './ask';
import type { Base } from './keep';

/** The bakehouse as it stands, and its fields: what a change of it is based on. */
export type HouseBase = Base<FloorDraft> & { readonly house: Pick<House, 'bakehouse' | 'mixers'> };

export function houseIn(stands: unknown, unit: TemperatureUnit): HouseBase {
  const { rev, ...house } = stands as { rev: number } & HouseBase['house'];
  return { rev, house, value: draftOfFloor(house, unit) };
}

/** Sends a bakehouse, or says what is wrong with a field of it. */
export async function sendHouse({ doc, unit }: { readonly doc: FloorDraft; readonly unit: TemperatureUnit }, on: Base<unknown> | null): Promise<Answer<unknown>> {
  const { rev, house } = on as HouseBase;
  const read = parseFloor(doc, house, unit);
  if (!read.ok) return { kind: 'refused', problems: read.problems };
  return ask('PUT /bakehouse', { body: { base: rev, ...read.value } });
} // prettier-ignore
