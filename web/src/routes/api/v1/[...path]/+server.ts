import { problem } from '@jovet/core/problem';
import { refuse } from '$lib/server/api/answer';

export const fallback = ({ url }) =>
  refuse(404, [problem('', `There is nothing at ${url.pathname}.`, 'See /api for what there is.')]);
