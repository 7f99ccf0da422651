import { json } from '@sveltejs/kit';
import { openApi } from '$lib/server/api/openapi';

export const GET = () => json(openApi());
