import { json } from '@sveltejs/kit';
import { noSuchMethod } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { readLarder } from '$lib/server/database/ingredient';

export const GET = async ({ locals }) => json({ ingredients: await readLarder(database(), locals.actor) });

export const fallback = noSuchMethod;
