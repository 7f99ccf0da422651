import pg from 'pg';
import { z } from 'zod';

/** Something changed, or somebody is somewhere: what PostgreSQL tells every process. */
const Notice = z.object({
  kind: z.string(),
  id: z.string().nullable(),
  rev: z.number().nullable(),
  bakehouse: z.string(),
  device: z.string().nullable(),
  /** Of who is somewhere: the room, and the field that is looked at. */
  room: z.string().optional(),
  place: z.string().optional(),
});
export type Notice = z.infer<typeof Notice>;

type Hear = (notice: Notice | 'all' | 'end') => void;

/** After a lost connection it is listened again, ms. */
const AGAIN_MS = 1000;
/** So many streams one process holds: a tablet has one. */
const MOST_HEARERS = 1000;

const hearers = new Map<Hear, string>();
let client: pg.Client | null = null;
let [lost, ended] = [false, false];

/**
 * Hears what changes in a bakehouse, whichever process keeps it.
 *
 * @param hear gets what changed, `all` where something may have been missed, or that it is over
 * @returns what ends it; null: too many listen already
 */
export function listen(bakehouseId: string, hear: Hear): (() => void) | null {
  if (hearers.size >= MOST_HEARERS) return null;
  hearers.set(hear, bakehouseId);
  if (!client) void connect();
  return () => void hearers.delete(hear);
}

async function connect(): Promise<void> {
  const own = (client = new pg.Client({ connectionString: process.env['JOVET_DATABASE_URL'] }));
  const again = () => {
    if (client !== own || ended) return;
    client = null;
    lost = true;
    setTimeout(() => hearers.size > 0 && !client && void connect(), AGAIN_MS);
  };
  own.on('error', again);
  own.on('end', again);
  own.on('notification', ({ payload = '' }) => tell(payload));
  try {
    await own.connect();
    await own.query('listen jovet');
    // What changed while nobody listened is not known.
    if (lost) for (const hear of hearers.keys()) hear('all');
    lost = false;
  } catch {
    again();
  }
}

function tell(payload: string): void {
  const notice = Notice.safeParse(JSON.parse(payload));
  if (!notice.success) return;
  for (const [hear, bakehouse] of hearers) if (bakehouse === notice.data.bakehouse) hear(notice.data);
}

process.once('sveltekit:shutdown', () => {
  ended = true;
  for (const hear of hearers.keys()) hear('end');
  void client?.end();
});
