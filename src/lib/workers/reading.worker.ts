import * as Comlink from 'comlink';
import { ok } from '$lib/core/base';
import { densityMap, readDesign } from '$lib/core/reading';
import { readTape } from '$lib/core/tape';
import type { ReadingWorker } from './protocol';

const worker: ReadingWorker = {
  read(bytes, trimJumps, roles, onProgress) {
    const result = readTape(bytes);
    if (!result.ok) return result;
    const tape = result.value;
    const reading = readDesign(tape, { trimJumps, roles, onProgress });
    return Comlink.transfer(ok({ tape, reading }), [tape.x.buffer, tape.y.buffer, tape.kind.buffer]);
  },
  density: (tape, sewn) => ok(densityMap(tape, sewn)),
};
Comlink.expose(worker);
