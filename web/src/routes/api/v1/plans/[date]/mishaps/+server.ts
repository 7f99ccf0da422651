import { json } from '@sveltejs/kit';
import { v7 as uuid } from 'uuid';
import { mishapsSaid, toldOf } from '@jovet/core/plan/changes';
import { problem } from '@jovet/core/problem';
import type { Event } from '@jovet/core/run';
import { noSuchMethod, readBody, refuse } from '$lib/server/api/answer';
import { MishapsRequest } from '$lib/server/api/order-schemas';
import { serverNow } from '$lib/server/clock';
import { database } from '$lib/server/database/connected';
import { notADate } from '$lib/server/dates';
import { readDayPlan, saveDayPlan } from '$lib/server/database/day-plan';
import { addEvents, eventsOfDay } from '$lib/server/database/event';
import { inPool } from '$lib/server/planning/pool';
import { inTurn } from '$lib/server/planning/turn';

/** Seconds beyond those for the plan and as many for remedies, after which it is ended. */
const MORE = 5;
/** Seconds of a slot. */
const SLOT = 300;

/** What went wrong on a day whose plan is worked by: what comes of it, and where it is taken, the plan that goes on from it. */
export async function POST({ params: { date }, request, locals: { actor } }) {
  const wrong = notADate(date);
  if (wrong) return wrong;
  const body = await readBody(request, MishapsRequest);
  if (body instanceof Response) return body;
  const db = database();
  const saved = await readDayPlan(db, actor, date);
  if (!saved?.shown)
    return refuse(422, [problem('date', 'No plan of this day is saved that could go on.', 'Save one: PUT /api/v1/plans/{date}.')]);
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
  const turned = await inTurn(turn, request.signal, () => inPool('planOn', job, 4 * body.seconds + MORE, request.signal));
  const ended = 'done' in turned ? turned.done : turned;
  if ('refused' in ended) return refuse(ended.status, [ended.refused]);
  if (!ended.done.ok) return refuse(422, ended.done.problems);
  const { view: after, tasks: _, ...answer } = ended.done.value;
  const said = mishapsSaid(input, events, after && { before: view, after });
  let n: number | null = null;
  if (body.take) {
    const added = await db.transaction().execute((tx) => addEvents(tx, actor, events, { device: null, skew: 0 }));
    if (!added.ok) return refuse(422, added.problems);
    if (answer.verdict === 'planned' && answer.schedule) {
      const plan = await saveDayPlan(db, actor, input, answer.schedule, saved.doc.remedies, saved.n);
      if (plan.kind !== 'saved') return refuse(409, [problem('date', 'Another plan of this day was saved meanwhile.', 'Ask again.')]);
      ({ n } = plan);
    }
  }
  return json({ ...answer, sentences: [...said.sentences, ...answer.sentences], moved: said.moved, input, n });
} // prettier-ignore

export const fallback = noSuchMethod;
