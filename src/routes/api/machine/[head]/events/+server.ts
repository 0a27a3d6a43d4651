import { HEARTBEAT_MS, OWNER_HEADER } from '$lib/core/exchange';
import { answer } from '$lib/server/api';
import { headState, watchHead } from '$lib/server/machines';
import type { RequestHandler } from './$types';

const headers = {
  'content-type': 'text/event-stream',
  'cache-control': 'no-store',
  'x-accel-buffering': 'no',
};

/** What would be answered; nothing is watched. */
export const HEAD: RequestHandler = ({ params }) => {
  const head = headState(params.head);
  return head.ok ? new Response(null, { headers }) : answer(head, 404);
};
/** Server-Sent Events: the state at once, then at every change, and the stitch count while it sews; a heartbeat each second. */
export const GET: RequestHandler = ({ params, request }) => {
  const text = new TextEncoder();
  let stop = () => {};
  let problem: Response | null = null;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (event: string, data: unknown) =>
        controller.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
      const beat = setInterval(() => say('heartbeat', {}), HEARTBEAT_MS);
      let unwatch = () => {};
      stop = () => {
        clearInterval(beat);
        unwatch();
      };
      const told = (state: unknown) => {
        if (state) return say('state', state);
        say('gone', {});
        stop();
        controller.close();
      };
      const watched = watchHead(params.head, told, request.headers.get(OWNER_HEADER));
      if (watched.ok) unwatch = watched.value;
      else {
        stop();
        problem = answer(watched, 404);
      }
    },
    cancel: () => stop(),
  });
  return problem ?? new Response(stream, { headers });
};
