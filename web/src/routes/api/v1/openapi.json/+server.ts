import { json } from '@sveltejs/kit';
import { openApi } from '$lib/server/endpoints/openapi';

export const GET = () => json(openApi());
