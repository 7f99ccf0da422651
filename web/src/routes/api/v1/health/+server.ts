import { json } from '@sveltejs/kit';
import { sql } from 'kysely';
import { database } from '$lib/server/database/connected';

/** Says that the server answers and reaches its database. */
export async function GET() {
  await sql`select 1`.execute(database());
  return json({ ok: true });
}
