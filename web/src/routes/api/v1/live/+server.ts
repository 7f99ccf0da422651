import type { RequestHandler } from '@sveltejs/kit';
import { listen } from '$lib/server/live/listening';

/** A line without a word is taken for lost on the way after a minute or so, ms. */
const BEAT_MS = 15_000;

/** What changes in the bakehouse, as it changes: server-sent events of kind, id and revision. */
export const GET: RequestHandler = ({ locals }) => {
  let end = () => {};
  const stream = new ReadableStream<string>({
    start(controller) {
      const say = (text: string) => controller.enqueue(text);
      say('retry: 1000\n\n');
      const leave = listen(locals.actor.bakehouseId, (notice) => {
        if (notice === 'end') {
          end();
          return controller.close();
        }
        const { bakehouse: _, ...told } = notice === 'all' ? { kind: 'all', bakehouse: '' } : notice;
        say(`data: ${JSON.stringify(told)}\n\n`);
      });
      const beat = setInterval(() => say(': here\n\n'), BEAT_MS);
      end = () => {
        leave();
        clearInterval(beat);
      };
    },
    cancel: () => end(),
  });
  return new Response(stream.pipeThrough(new TextEncoderStream()), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
};
