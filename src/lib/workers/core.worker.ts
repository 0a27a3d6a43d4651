import * as Comlink from 'comlink';
import { readDesign } from '$lib/core/reading';
import { readTape, writeTape } from '$lib/core/tape';
import type { CoreWorker } from './protocol';

const worker: CoreWorker = {
  read(bytes, trimJumps, roles) {
    const result = readTape(bytes);
    if (!result.ok) return result;
    const tape = result.value;
    const reading = readDesign(tape, { trimJumps, roles });
    return Comlink.transfer({ ok: true as const, tape, reading }, [
      tape.x.buffer,
      tape.y.buffer,
      tape.kind.buffer,
    ]);
  },
  // Lists come seldom; what reads them stays out of the worker until then.
  async csvToTape(text, label) {
    const { csvToTape } = await import('$lib/core/exchange');
    // As in hooks.client.ts: no compiled code under the content rules.
    (await import('zod')).config({ jitless: true });
    const result = csvToTape(text, label);
    return result.ok ? { ok: true, bytes: writeTape(result.value) } : result;
  },
};
Comlink.expose(worker);
