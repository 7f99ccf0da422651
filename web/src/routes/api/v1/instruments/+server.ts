import { json } from '@sveltejs/kit';
import { serverNow } from '$lib/server/clock';
import { noSuchMethod } from '$lib/server/api/answer';
import { instruments } from '$lib/server/devices/instruments';

export const GET = async () => json({ now: serverNow(), instruments: await instruments() });

export const fallback = noSuchMethod;
