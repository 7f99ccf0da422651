import { z } from 'zod';
import { EventsAnswer, EventsKept, EventsRequest } from './event-schemas.ts';
import * as schemas from './order-schemas.ts';
import { operation } from './openapi-operation.ts';

const date = { requestParams: { path: z.object({ date: z.iso.date() }) } };
const Anything = z.unknown();

/** Orders, and plans of whole days. */
export const dayPaths = () => ({
  '/api/v1/customers/{slug}': {
    put: {
      ...operation('Keep a customer', 'A new one, or a known one as it is now.', Anything, {
        schema: schemas.CustomerRequest,
      }),
      requestParams: { path: z.object({ slug: z.string() }) },
    },
    delete: {
      ...operation(
        'Take a customer off the list',
        'What was ordered stays on record. It is refused while there are orders to come, unless they go too.',
        Anything,
      ),
      requestParams: {
        path: z.object({ slug: z.string() }),
        query: z.object({ orders: z.literal('too').optional() }),
      },
    },
  },
  '/api/v1/standing': {
    put: operation(
      'Say what is ordered every week',
      'Pieces Monday first. A line of nothing but zeros is taken off.',
      Anything,
      { schema: schemas.StandingRequest },
    ),
  },
  '/api/v1/orders/{date}': {
    get: {
      ...operation(
        'What is ordered on a day',
        'Standing orders of the weekday with what was said of the day, and totals by product and drop.',
        schemas.OrdersAnswer,
      ),
      ...date,
    },
    put: {
      ...operation('Say what is ordered on a day', 'All lines or none.', Anything, {
        schema: schemas.SayOrdersRequest,
      }),
      ...date,
    },
  },
  '/api/v1/events': {
    get: operation(
      'What happened',
      'In the order in which it was kept: ?day= of a day, ?since= all after a place.',
      EventsAnswer,
    ),
    post: operation(
      'Note what happened',
      'Events are only ever added; one may correct another. Sent again, nothing changes.',
      EventsKept,
      { schema: EventsRequest },
    ),
  },
  '/api/v1/plan': {
    post: operation(
      'Plan a day',
      'From its orders: planned, impossible (and why), or not found (and what the nearest plan breaks). Nothing is saved.',
      schemas.PlanAnswer,
      { schema: schemas.PlanRequest },
    ),
  },
  '/api/v1/plan/check': {
    post: operation(
      'Check a plan',
      'Every task, wait, person, resource and deck, and every dough followed through it.',
      schemas.CheckAnswer,
      { schema: schemas.CheckPlanRequest },
    ),
  },
  '/api/v1/plans/{date}': {
    get: {
      ...operation('Open the chosen plan of a day', 'With a list of all its plans. ?n= opens another.', Anything),
      ...date,
    },
    put: {
      ...operation(
        'Save a plan of a day',
        'It is checked again. Refused with 409 if another was saved since.',
        Anything,
        { schema: schemas.SavePlanRequest },
      ),
      ...date,
    },
    patch: {
      ...operation('Choose one of the plans of a day', '', Anything, { schema: schemas.ChoosePlanRequest }),
      ...date,
    },
  },
  '/api/v1/plans/{date}/mishaps': {
    post: {
      ...operation(
        'Say what went wrong',
        'An oven, a retarder or a mixer is out, somebody is away, the power is gone, orders or vans are other ones, something is lost: what moves, what is lost and what it costs; what was begun stays. With `take` it is noted, and the plan that goes on from it is saved.',
        schemas.MishapsAnswer,
        { schema: schemas.MishapsRequest },
      ),
      ...date,
    },
  },
  '/api/v1/plans/{date}/found': {
    put: {
      ...operation(
        'Keep the best plan that was found',
        'For the day as it stands now, unless a better one is kept. It is checked first.',
        z.object({ kept: z.boolean() }),
        { schema: schemas.FoundPlanRequest },
      ),
      ...date,
    },
  },
  '/api/v1/plans/{date}/{form}': {
    get: {
      ...operation(
        'The chosen plan as a table, a calendar, or its loads',
        'plan.csv or plan.ics; ?person= for one person. oven.json: loads deck by deck, and the stones under them.',
        Anything,
      ),
      requestParams: { path: z.object({ date: z.iso.date(), form: z.enum(['plan.csv', 'plan.ics', 'oven.json']) }) },
    },
  },
}); // prettier-ignore
