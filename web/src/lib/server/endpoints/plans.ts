import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { mishapsSaid, toldOf } from '@jovet/core/plan/changes';
import type { DayInput } from '@jovet/core/plan/demand';
import { bad, good, problem, type Result } from '@jovet/core/problem';
import type { Event } from '@jovet/core/run';
import { serverNow } from '../clock.ts';
import type { Actor, Db } from '../database/connection.ts';
import { chooseDayPlan, dayInputFor, listDayPlans, readDayPlan, saveDayPlan } from '../database/day-plan.ts';
import { addEvents, eventsOfDay } from '../database/event.ts';
import { keepFoundPlan } from '../database/found-plan.ts';
import { inTransaction } from '../database/kept.ts';
import { inPool } from '../planning/pool.ts';
import { inTurn, turnTold } from '../planning/turn.ts';
import { endpoint, refused } from './endpoint.ts';
import * as schemas from './order-schemas.ts';
import { Anything, ByDate, isSame, MISSING } from './shapes.ts';

/** Seconds beyond those for the plan, half as many for the nearest and as many for remedies, after which it is ended. */
const MORE = 4;
/** The same for what went wrong; and after which checking is ended. */
const [MORE_AT_NIGHT, CHECKING] = [5, 10] as const;
/** Seconds of a slot. */
const SLOT = 300;

const savedSince = (by: string) =>
  problem('base', `${by} saved another plan of this day since.`, 'Look at it, or save yours beside it.');

/** Plans of whole days. */
export const PLANS = {
  'POST /plan': endpoint({
    right: 'read',
    summary: 'Plan a day',
    description:
      'By its orders, or one that is given whole, with what is said of it in place of what is known: planned, impossible (and why), or not found (and what the nearest plan breaks). Nothing is saved.',
    body: schemas.PlanRequest,
    answer: schemas.PlanAnswer,
    run: async ({ db, actor, body, signal }) => {
      const input = await inputOf(body, db, actor);
      if (!input.ok) return input;
      const { seed, seconds, from = null } = body;
      const job = { input: input.value, seed, seconds, from };
      const turn = { bakehouseId: actor.bakehouseId, date: input.value.date };
      const turned = await inTurn(turn, signal, () => inPool('plan', job, 2.5 * seconds + MORE, signal));
      const ended = 'done' in turned ? turned.done : turned;
      if ('refused' in ended) return refused(ended.status, ended.refused);
      if (!ended.done.ok) return ended.done;
      const waited = 'waited' in turned ? turned.waited : 0;
      return { kind: 'done', value: { ...ended.done.value, input: input.value }, headers: turnTold(waited) };
    },
  }),
  'POST /plan/check': endpoint({
    right: 'read',
    summary: 'Check a plan',
    description: 'Every task, wait, person, resource and deck, and every dough followed through it, wherever it comes from.',
    body: schemas.CheckPlanRequest,
    answer: schemas.CheckAnswer,
    run: async ({ body, signal }) => {
      const ended = await inPool('check', body, CHECKING, signal);
      return 'refused' in ended ? refused(ended.status, ended.refused) : ended.done;
    },
  }),
  'GET /plans/{date}': endpoint({
    right: 'read',
    summary: 'Open the chosen plan of a day',
    description: 'With a list of all its plans. `?n=` opens another.',
    params: ByDate,
    query: z.object({ n: z.coerce.number().int().min(1).optional() }),
    answer: Anything,
    run: async ({ db, actor, params: { date }, query: { n = null } }) => {
      const [plan, all] = await Promise.all([readDayPlan(db, actor, date, n), listDayPlans(db, actor, date)]);
      return plan ? good({ plan, all }) : MISSING;
    },
  }),
  'PUT /plans/{date}': endpoint({
    right: 'plan',
    summary: 'Save a plan of a day',
    description: 'It is checked again.',
    params: ByDate,
    body: schemas.SavePlanRequest,
    answer: schemas.SavedPlanAnswer,
    run: async ({ db, actor, params: { date }, body: { input, schedule, remedies, base } }) => {
      const same = isSame('input.date', input.date, date);
      if (!same.ok) return same;
      const saved = await saveDayPlan(db, actor, input, schedule, remedies, base);
      return saved.kind === 'stale' ? { ...saved, problems: [savedSince(saved.stands.savedBy)] } : saved;
    },
  }),
  'PATCH /plans/{date}': endpoint({
    right: 'plan',
    summary: 'Choose one of the plans of a day',
    params: ByDate,
    body: schemas.ChoosePlanRequest,
    answer: Anything,
    run: ({ db, actor, params: { date }, body: { n, was } }) => chooseDayPlan(db, actor, date, n, was),
  }),
  'PUT /plans/{date}/found': endpoint({
    right: 'read',
    summary: 'Keep the best plan that was found',
    description: 'For the day as it stands now, unless a better one is kept. It is checked first.',
    params: ByDate,
    body: schemas.FoundPlanRequest,
    answer: z.object({ kept: z.boolean() }),
    run: async ({ db, actor, params: { date }, body: { schedule } }) => {
      const input = await dayInputFor(db, actor, date);
      return input.ok ? good({ kept: await keepFoundPlan(db, actor, input.value, schedule) }) : input;
    },
  }),
  'POST /plans/{date}/mishaps': endpoint({
    right: 'read',
    summary: 'Say what went wrong',
    description:
      'An oven, a retarder or a mixer is out, somebody is away, the power is gone, orders or vans are other ones, something is lost: what moves, what is lost and what it costs; what was begun stays. With `take` it is noted, and the plan that goes on from it is saved.',
    params: ByDate,
    body: schemas.MishapsRequest,
    answer: schemas.MishapsAnswer,
    run: ({ db, actor, params: { date }, body, signal }) => goOn(db, actor, date, body, signal),
  }),
}; // prettier-ignore

async function inputOf(
  body: z.infer<typeof schemas.PlanRequest>,
  db: Db,
  actor: Actor,
): Promise<Result<DayInput>> {
  const { date = '', input: given, goals, pins, events, now, told: known, learned, seed } = body;
  const base = given ? good(given) : await dayInputFor(db, actor, date);
  if (!base.ok) return base;
  const { bakehouse } = base.value;
  const said = Object.entries({ pins, events, now, told: known, learned }).filter(
    ([, each]) => each !== undefined,
  );
  const weights = goals ?? bakehouse.floor.weights;
  return good({
    ...base.value,
    ...Object.fromEntries(said),
    bakehouse: { ...bakehouse, floor: { ...bakehouse.floor, weights } },
    seed,
  });
}

/** What went wrong on a day whose plan is worked by: what comes of it, and where it is taken, the plan that goes on from it. */
async function goOn(db: Db, actor: Actor, date: string, body: z.infer<typeof schemas.MishapsRequest>, signal: AbortSignal) {
  const saved = await readDayPlan(db, actor, date);
  if (!saved?.shown)
    return bad(problem('date', 'No plan of this day is saved that could go on.', 'Save one: PUT /api/v1/plans/{date}.'));
  const { view } = saved.shown;
  const clock = body.now ?? Math.floor(serverNow());
  const events = body.mishaps.map(({ mishap, at = clock }): Event => ({
    id: uuid(), day: date, subject: { kind: 'day', id: date }, happened: { kind: 'mishap', mishap }, at,
    instrument: 'typed', spot: 'core', offset: 0, corrects: null,
  }));
  const noted = [...(await eventsOfDay(db, actor, date)), ...events];
  const now = Math.ceil(Math.max(clock, ...events.map(({ at }) => at)) / SLOT) * SLOT;
  const input = { ...saved.input, events: noted, now: Math.max(saved.input.now ?? 0, now), told: toldOf(view) };
  const kept = view.tasks.map(({ id, index }) => ({ id, index }));
  const standing = { input: saved.input, schedule: saved.doc.schedule, kept };
  const turn = { bakehouseId: actor.bakehouseId, date };
  const job = { input, standing, seconds: body.seconds };
  const turned = await inTurn(turn, signal, () => inPool('planOn', job, 4 * body.seconds + MORE_AT_NIGHT, signal));
  const ended = 'done' in turned ? turned.done : turned;
  if ('refused' in ended) return refused(ended.status, ended.refused);
  if (!ended.done.ok) return ended.done;
  const { view: after, tasks: _, ...answer } = ended.done.value;
  const said = mishapsSaid(input, events, after && { before: view, after });
  let n: number | null = null;
  if (body.take) {
    const added = await inTransaction(db, (tx) => addEvents(tx, actor, events, { device: null, skew: 0 }));
    if (!added.ok) return added;
    if (answer.verdict === 'planned' && answer.schedule) {
      const plan = await saveDayPlan(db, actor, input, answer.schedule, saved.doc.remedies, saved.n);
      if (plan.kind !== 'done') return refused(409, problem('date', 'Another plan of this day was saved meanwhile.', 'Ask again.'));
      ({ n } = plan.value);
    }
  }
  return good({ ...answer, sentences: [...said.sentences, ...answer.sentences], moved: said.moved, input, n });
} // prettier-ignore
