/** The core, off the screen's thread. One worker serves the whole application; long work can be watched and stopped. */
import * as Comlink from 'comlink';
import { fail, ok, type Problem, type Result } from '$lib/core/problem';
import type { RoleOverrides } from '$lib/core/reading';
import type { Layout } from '$lib/core/layout';
import type { CoreWorker, LayoutRequest, ReadTape } from './protocol';

export type { ReadTape } from './protocol';

type Failure = { ok: false; problem: Problem };
interface Started {
  remote: Comlink.Remote<CoreWorker>;
  /** settles only when the worker cannot be loaded, or breaks: its calls would wait for ever */
  failed: Promise<Failure>;
  end: () => void;
}

function start(): Started {
  const worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });
  const failed = new Promise<Failure>((resolve) =>
    worker.addEventListener('error', (event) => resolve(broken(event.message)), { once: true }),
  );
  return { remote: Comlink.wrap<CoreWorker>(worker), failed, end: () => worker.terminate() };
}
function broken(why: unknown): Failure {
  console.error('The core worker failed:', why);
  return fail(
    'worker-failed',
    'The part of Jolt Step that reads and lays out did not answer; nothing here was changed.',
    'Reload the page; if it happens again, reload it once with the network on.',
  );
}

let shared: Started | undefined;
/** Asks the shared worker. One that has failed is replaced at the next call. */
export function core<T>(ask: (remote: Comlink.Remote<CoreWorker>) => Promise<Result<T>>): Promise<Result<T>> {
  const mine = (shared ??= start());
  void mine.failed.then(() => {
    if (shared === mine) shared = undefined;
  });
  return answerOf(ask(mine.remote), mine);
}
const answerOf = <T>(answer: Promise<Result<T>>, { failed }: Started): Promise<Result<T>> =>
  Promise.race([answer, failed]).catch(broken);

/** One call of a worker of its own, that ends with it or when it is stopped; then `onStop` answers. */
async function alone<T>(
  ask: (remote: Comlink.Remote<CoreWorker>) => Promise<Result<T>>,
  signal: AbortSignal,
  onStop: () => Result<T>,
): Promise<Result<T>> {
  const own = start();
  const stop = new Promise<Result<T>>((resolve) =>
    signal.addEventListener('abort', () => resolve(onStop()), { once: true }),
  );
  try {
    return await Promise.race([answerOf(ask(own.remote), own), stop]);
  } finally {
    own.end();
  }
}

/** Looks for a layout. Stopped in the middle it gives the best one so far, if there is any. */
export function layoutWatched(
  request: LayoutRequest,
  onBetter: (layout: Layout) => void,
  signal: AbortSignal,
): Promise<Result<Layout | null>> {
  let best: Layout | null = null;
  const better = (layout: Layout) => {
    best = layout;
    onBetter(layout);
  };
  return alone<Layout | null>(
    async (remote) => ok(await remote.layout(request, Comlink.proxy(better))),
    signal,
    () => ok(best),
  );
}

/**
 * Reads a tape, so that it can be stopped in the middle.
 * @param onProgress told the share that is read, 0-1
 */
export function readWatched(
  bytes: Uint8Array,
  trimJumps: number,
  roles: RoleOverrides,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Result<ReadTape>> {
  return alone<ReadTape>(
    (remote) => remote.read(bytes, trimJumps, roles, Comlink.proxy(onProgress)),
    signal,
    () => fail('stopped', 'Reading was stopped.', 'Nothing here was changed.'),
  );
}
