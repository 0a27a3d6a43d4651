/** The core, off the screen's thread. One worker serves the whole application; long work can be watched and stopped. */
import * as Comlink from 'comlink';
import { fail } from '$lib/core/problem';
import type { RoleOverrides } from '$lib/core/reading';
import type { Layout } from '$lib/core/layout';
import type { CoreWorker, LayoutRequest, ReadAnswer } from './protocol';

export type { ReadAnswer } from './protocol';

const start = () => new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' });

let remote: Comlink.Remote<CoreWorker> | undefined;
export function core(): Comlink.Remote<CoreWorker> {
  remote ??= Comlink.wrap<CoreWorker>(start());
  return remote;
}

/**
 * Looks for a layout in a worker of its own. Stopped in the middle it gives the best one so far, if there is any.
 */
export async function layoutWatched(
  request: LayoutRequest,
  onBetter: (layout: Layout) => void,
  signal: AbortSignal,
): Promise<Layout | null> {
  const worker = start();
  const own = Comlink.wrap<CoreWorker>(worker);
  let best: Layout | null = null;
  const better = (layout: Layout) => {
    best = layout;
    onBetter(layout);
  };
  try {
    const aborted = new Promise<Layout | null>((resolve) =>
      signal.addEventListener('abort', () => resolve(best), { once: true }),
    );
    return await Promise.race([own.layout(request, Comlink.proxy(better)), aborted]);
  } finally {
    worker.terminate();
  }
}

const stopped: ReadAnswer = fail('stopped', 'Reading was stopped.', 'Nothing here was changed.');

/**
 * Reads a tape in a worker of its own, so that it can be stopped in the middle.
 * @param onProgress told the share that is read, 0-1
 */
export async function readWatched(
  bytes: Uint8Array,
  trimJumps: number,
  roles: RoleOverrides,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<ReadAnswer> {
  const worker = start();
  const own = Comlink.wrap<CoreWorker>(worker);
  try {
    const aborted = new Promise<ReadAnswer>((resolve) =>
      signal.addEventListener('abort', () => resolve(stopped), { once: true }),
    );
    return await Promise.race([own.read(bytes, trimJumps, roles, Comlink.proxy(onProgress)), aborted]);
  } finally {
    worker.terminate();
  }
}
