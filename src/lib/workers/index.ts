/** The core, off the screen's thread. One worker serves the whole application. */
import * as Comlink from 'comlink';
import type { CoreWorker } from './protocol';

export type { ReadAnswer } from './protocol';

let remote: Comlink.Remote<CoreWorker> | undefined;
export function core(): Comlink.Remote<CoreWorker> {
  remote ??= Comlink.wrap<CoreWorker>(
    new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}
