import * as Comlink from 'comlink';
import { ok } from '$lib/core/base';
import { decodeBy, GRAMMAR } from '$lib/core/grammar';
import { densityMap, readBlocks } from '$lib/core/reading';
import { readTape } from '$lib/core/tape';
import type { ReadingWorker } from './protocol';

const worker: ReadingWorker = {
  read(bytes, { trimJumps, roles, patterns }, onProgress) {
    const result = readTape(bytes);
    if (!result.ok) return result;
    const tape = result.value;
    const reading = readBlocks(tape, { trimJumps, roles, onProgress }, decodeBy(patterns, GRAMMAR));
    return Comlink.transfer(ok({ tape, reading }), [tape.x.buffer, tape.y.buffer, tape.kind.buffer]);
  },
  density: (tape, sewn) => ok(densityMap(tape, sewn)),
};
Comlink.expose(worker);
