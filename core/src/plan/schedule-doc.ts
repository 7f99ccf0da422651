import { z } from 'zod';

const Placed = z.strictObject({
  start: z.number().int().min(0).max(4000),
  mode: z.number().int().min(0).max(255),
  people: z.array(z.number().int().min(-1).max(200)).max(20).describe('−1: there is nobody to do it'),
});

/** A plan as data from outside: shape only, whether it holds is the checker’s to say. */
export const ScheduleDoc = z.strictObject({
  tasks: z.array(Placed.nullable()).max(20_000).describe('each task in its place: slots of five minutes from the origin'),
  ways: z.array(z.number().int().min(0).max(20)).max(40_000).describe('the way that each wait goes'),
}); // prettier-ignore
