import { json } from '@sveltejs/kit';
import { noSuchMethod } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { exportEverything } from '$lib/server/database/archive';

export const GET = async ({ locals }) =>
  json(await exportEverything(database(), locals.actor), {
    headers: { 'content-disposition': 'attachment; filename="jovet-everything.json"' },
  });

export const fallback = noSuchMethod;
