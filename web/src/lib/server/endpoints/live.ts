import { sql } from 'kysely';
import { z } from 'zod';
import { good } from '@jovet/core/problem';
import { endpoint } from './endpoint.ts';

const Where = z.strictObject({
  device: z.uuid(),
  room: z.string().max(100).regex(/^\/[\w/-]*$/).nullable().describe('the address of the room; null: it was left'),
  place: z.string().max(100).nullable().describe('the name of the field that is written in'),
}); // prettier-ignore

/** Who is where: told, and kept nowhere. */
export const LIVE = {
  'POST /here': endpoint({
    right: 'read',
    summary: 'Say where a device is',
    description: 'The others hear it by `/api/v1/live`; it is forgotten when it is not said again for a while.',
    body: Where,
    answer: z.strictObject({}),
    example: { device: '01890000-0000-7000-8000-000000000001', room: '/make/floor', place: null },
    run: async ({ db, actor, body: { device, room, place } }) => {
      const notice = { kind: 'here', id: actor.name, rev: null, bakehouse: actor.bakehouseId, device, room: room ?? '', place: place ?? '' };
      await sql`select pg_notify('jovet', ${JSON.stringify(notice)})`.execute(db);
      return good({});
    },
  }),
}; // prettier-ignore
