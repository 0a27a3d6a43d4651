import * as Comlink from 'comlink';
import { readDesign } from '$lib/core/reading';
import { csvToTape, readTape, writeTape } from '$lib/core/tape';
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
  csvToTape(text, label) {
    const result = csvToTape(text, label);
    return result.ok ? { ok: true, bytes: writeTape(result.value) } : result;
  },
};
Comlink.expose(worker);
