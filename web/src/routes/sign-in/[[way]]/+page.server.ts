import { error } from '@sveltejs/kit';
import { within } from '$lib/server/endpoints/within';

const WAYS = ['pin', 'password', 'device', 'code'] as const;

export const load = async (event) => {
  const { way = null } = event.params;
  const chosen = WAYS.find((each) => each === way) ?? null;
  if (way !== null && chosen === null) error(404, 'There is no such page.');
  const to = event.url.searchParams.get('to') ?? '';
  const how = await within('GET /sign-in', event);
  return {
    way: chosen ?? (how.first ? 'code' : how.device !== null ? 'pin' : 'password'),
    how,
    code: event.url.searchParams.get('code') ?? '',
    to: /^\/(plan|make|know)(\/|$)/.test(to) ? to : '/',
  };
};
