import { json } from '@sveltejs/kit';
import { noSuchMethod } from '$lib/server/api/answer';
import { database } from '$lib/server/database/connected';
import { listDrafts } from '$lib/server/database/formula-draft';

export const GET = async ({ locals }) => json({ drafts: await listDrafts(database(), locals.actor) });

export const fallback = noSuchMethod;
