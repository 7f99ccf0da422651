import { json } from '@sveltejs/kit';
import { noSuchMethod } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { readLog } from '$lib/server/database/mix';

export const GET = async ({ locals }) => json({ mixes: await readLog(database(), locals.actor) });

export const fallback = noSuchMethod;
