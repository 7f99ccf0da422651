import { glassTimeConstant, pieceTimeConstant, tubTimeConstant } from '../body.ts';
import { HEAT_OF_RISE, type Place, type Stay } from '../course.ts';
import { leavening, type Leavening } from '../leavening.ts';
import { modifierOf } from '../rates/modifiers.ts';
import type { Around, Body, Scenario } from './scenario.ts';
import { startingPopulation } from '../rates/thermal-time.ts';

/** What makes a scenario rise. */
export const leaveningOf = ({ culture, yeast, vigour, dough, lag }: Scenario): Leavening =>
  leavening({
    culture: culture ? startingPopulation(culture.share, culture.population) : 0,
    acidity: culture ? culture.share * culture.acidity : 0,
    yeast,
    vigour,
    modifier: dough ? modifierOf(dough) : 1,
    lag,
  });

/** Where it stands, one place after another; what is left open lasts so many hours. */
export const staysOf = ({ stays, beginsAt, heatOfRise }: Scenario, open: number): Stay[] =>
  stays.map(({ body, around, hours, keeps }) => ({
    place: placeOf(body, aroundAt(around, beginsAt), heatOfRise),
    hours: hours ?? open,
    keeps,
  }));

/** A body in its surroundings. */
export const placeOf = (body: Body, around: Place['around'], heatOfRise = HEAT_OF_RISE): Place =>
  body.kind === 'held'
    ? { around: 0, timeConstant: Infinity, heatOfRise: 0 }
    : { around, timeConstant: timeConstantOf(body), heatOfRise };

function timeConstantOf(body: Exclude<Body, { kind: 'held' }>): number {
  if (body.kind === 'piece') return pieceTimeConstant(body.mass, body.h);
  if (body.kind === 'tub') return tubTimeConstant(body.mass, body.length, body.width, body.h);
  return glassTimeConstant(body.mass, body.diameter, body.h);
}

/** Surroundings by hours since the start, which was at an hour of the day. */
export function aroundAt(around: Around, beginsAt: number): Place['around'] {
  if (typeof around === 'number') return around;
  const { coldest, warmest, warmestAt } = around;
  const [mean, swing] = [(coldest + warmest) / 2, (warmest - coldest) / 2];
  return (time) => mean + swing * Math.cos(((beginsAt + time - warmestAt) / 24) * 2 * Math.PI);
}
