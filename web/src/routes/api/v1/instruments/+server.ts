import { json } from '@sveltejs/kit';
import { noSuchMethod } from '$lib/server/api/answer';
import { instruments } from '$lib/server/devices/instruments';

export const GET = async () => json({ now: Math.floor(Date.now() / 1000), instruments: await instruments() });

export const fallback = noSuchMethod;
