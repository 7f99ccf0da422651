import type { RequestHandler } from '@sveltejs/kit';
import { database } from '$lib/server/database/connected';
import { lifeOf } from '$lib/server/database/life';
import { listen, type Notice } from '$lib/server/live/listening';

/** A line without a word is taken for lost on the way after a minute or so, ms. */
const BEAT_MS = 15_000;
/** What waits for who does not read, in notices: beyond that its stream is ended, and it begins anew. */
const MOST_UNREAD = 2000;

/** What changes in the bakehouse, as it changes: server-sent events of kind, id and revision. */
export const GET: RequestHandler = ({ locals }) => {
  if (locals.actor.role === null) return new Response(null, { status: 401 });
  let hear: (notice: Notice | 'all' | 'end') => void = () => {};
  const leave = listen(locals.actor.bakehouseId, (notice) => hear(notice));
  if (!leave) return new Response(null, { status: 503, headers: { 'retry-after': '10' } });
  let end = leave;
  const stream = new ReadableStream<string>({
    start(controller) {
      const beat = setInterval(() => say(': here\n\n'), BEAT_MS);
      end = () => (leave(), clearInterval(beat));
      const over = () => (end(), controller.close());
      const say = (text: string) =>
        (controller.desiredSize ?? 0) < -MOST_UNREAD ? over() : controller.enqueue(text);
      // What was brought back from before has lost what came after it.
      const life = () =>
        void lifeOf(database()).then((epoch) => say(`event: epoch\ndata: ${epoch}\n\n`)).catch(() => null);
      hear = (notice) => {
        if (notice === 'end') return over();
        if (notice === 'all') life();
        const { bakehouse: _, ...told } = notice === 'all' ? { kind: 'all', bakehouse: '' } : notice;
        say(`data: ${JSON.stringify(told)}\n\n`);
      };
      say('retry: 1000\n\n');
      life();
    },
    cancel: () => end(),
  });
  return new Response(stream.pipeThrough(new TextEncoderStream()), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}; // prettier-ignore
