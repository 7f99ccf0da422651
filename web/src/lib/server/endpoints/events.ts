import { z } from 'zod';
import { bad, good, problem } from '@jovet/core/problem';
import { serverNow } from '../clock.ts';
import { addEvents, listEvents } from '../database/event.ts';
import { inTransaction } from '../database/kept.ts';
import { endpoint } from './endpoint.ts';
import { EventsAnswer, EventsKept, EventsRequest } from './event-schemas.ts';

const NEITHER = problem(
  'day',
  'Neither a day nor a place is named.',
  'Ask with ?day=year-month-day, or ?since= a place.',
);

/** What happened. */
export const EVENTS = {
  'GET /events': endpoint({
    right: 'read',
    summary: 'What happened',
    description: 'In the order in which it was kept: `?day=` of a day, `?since=` all after a place.',
    query: z.object({ day: z.iso.date().optional(), since: z.coerce.number().int().min(0).optional() }),
    answer: EventsAnswer,
    run: async ({ db, actor, query: { day, since } }) => {
      const wanted = day !== undefined ? { day } : since !== undefined ? { since } : null;
      return wanted ? good({ events: await listEvents(db, actor, wanted) }) : bad(NEITHER);
    },
  }),
  'POST /events': endpoint({
    right: 'note',
    summary: 'Note what happened',
    description: 'Events are only ever added; one may correct another. Sent again, nothing changes. All of it is kept or none.',
    body: EventsRequest,
    answer: EventsKept,
    run: async ({ db, actor, body: { events, device, sentAt } }) => {
      const skew = sentAt === null ? 0 : sentAt - serverNow();
      const added = await inTransaction(db, (tx) => addEvents(tx, actor, events, { device, skew }));
      return added.ok ? good({ seq: added.value }) : added;
    },
  }),
}; // prettier-ignore
