import { answer } from '$lib/server/api';
import { watchHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/** Something goes over the line this often, so that a dead one is noticed, ms. */
const BEAT_MS = 15_000;

/** Server-Sent Events: the state at once, then at every change, and the stitch count while it sews. */
export const GET: RequestHandler = ({ params }) => {
  const text = new TextEncoder();
  let stop = () => {};
  let problem: Response | null = null;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (line: string) => controller.enqueue(text.encode(line));
      const beat = setInterval(() => say(': here\n\n'), BEAT_MS);
      let unwatch = () => {};
      stop = () => {
        clearInterval(beat);
        unwatch();
      };
      const watched = watchHead(params.head, (state) => {
        if (state) return say(`event: state\ndata: ${JSON.stringify(state)}\n\n`);
        say('event: gone\ndata: {}\n\n');
        stop();
        controller.close();
      });
      if (watched.ok) unwatch = watched.value;
      else {
        stop();
        problem = answer(watched, 404);
      }
    },
    cancel: () => stop(),
  });
  return (
    problem ??
    new Response(stream, {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
    })
  );
}; // prettier-ignore
