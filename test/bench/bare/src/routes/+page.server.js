import pg from 'pg';

const pool = new pg.Pool({ connectionString: process.env.JOVET_DATABASE_URL });

export const load = async () => ({
  name: (await pool.query('select name from bakehouse limit 1')).rows[0].name,
});
