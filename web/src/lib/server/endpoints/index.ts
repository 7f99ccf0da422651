import { BAKEHOUSE } from './bakehouse.ts';
import { DOUGH } from './calculations/dough.ts';
import { FERMENTATION } from './calculations/fermentation.ts';
import { FORMULA } from './calculations/formula.ts';
import { OVEN } from './calculations/oven.ts';
import { WATER } from './calculations/water.ts';
import { CREW } from './crew.ts';
import { CULTURES } from './cultures.ts';
import { EVENTS } from './events.ts';
import { HANDED_OUT } from './handed-out.ts';
import { LIBRARY } from './library.ts';
import { LIVE } from './live.ts';
import { MIXES_OF_A_DAY } from './mixes.ts';
import { ORDERS } from './orders.ts';
import { PLANS } from './plans.ts';

/** All that other programs and the rooms ask of Jovet, by method and address under `/api/v1`. */
export const ENDPOINTS = {
  ...FORMULA, ...WATER, ...FERMENTATION, ...OVEN, ...DOUGH,
  ...BAKEHOUSE, ...MIXES_OF_A_DAY, ...CULTURES, ...ORDERS, ...PLANS, ...EVENTS, ...LIBRARY, ...HANDED_OUT, ...LIVE, ...CREW,
} as const; // prettier-ignore
export type EndpointName = keyof typeof ENDPOINTS;
