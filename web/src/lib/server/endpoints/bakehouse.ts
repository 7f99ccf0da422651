import { good } from '@jovet/core/problem';
import { serverNow } from '../clock.ts';
import { changeBakehouse, chooseWaterMethod, type BakehouseNow } from '../database/bakehouse.ts';
import { readHouse } from '../database/house.ts';
import type { Kept } from '../database/kept.ts';
import { instruments } from '../devices/instruments.ts';
import { endpoint } from './endpoint.ts';
import { BakehouseAnswer, BakehouseRequest, InstrumentsAnswer, WaterMethodRequest } from './mix-schemas.ts';

const told = ({ version, bakehouse, mixers }: BakehouseNow) => ({ rev: version, bakehouse, mixers });
const toldAs = (kept: Kept<BakehouseNow>): Kept<ReturnType<typeof told>> =>
  kept.kind === 'done'
    ? { kind: 'done', value: told(kept.value) }
    : kept.kind === 'stale'
      ? { kind: 'stale', stands: told(kept.stands) }
      : kept;

/** The bakehouse, and what its instruments say. */
export const BAKEHOUSE = {
  'GET /bakehouse': endpoint({
    right: 'read',
    summary: 'The bakehouse',
    description: 'Its settings and mixers.',
    answer: BakehouseAnswer,
    run: async ({ db, actor }) => good(told(await readHouse(db, actor))),
  }),
  'PUT /bakehouse': endpoint({
    right: 'lead',
    summary: 'Change the bakehouse',
    body: BakehouseRequest,
    answer: BakehouseAnswer,
    run: async ({ db, actor, body: { base, bakehouse, mixers } }) =>
      toldAs(await changeBakehouse(db, actor, base, { bakehouse, mixers })),
  }),
  'PUT /bakehouse/water-method': endpoint({
    right: 'note',
    summary: 'Choose the way to the water',
    description: 'For mixes from now on.',
    body: WaterMethodRequest,
    answer: BakehouseAnswer,
    run: async ({ db, actor, body: { was, method } }) =>
      toldAs(await chooseWaterMethod(db, actor, was, method)),
  }),
  'GET /instruments': endpoint({
    right: 'read',
    summary: 'What the instruments say',
    description: 'The last word of each.',
    answer: InstrumentsAnswer,
    run: async () => good({ now: serverNow(), instruments: await instruments() }),
  }),
};
