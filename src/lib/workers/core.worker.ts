import * as Comlink from 'comlink';
import { config } from 'zod';
import { ok } from '$lib/core/base';
import { packBackup, readBackup } from '$lib/core/backup';
import { csvToTape, fitsATape, readBundle } from '$lib/core/exchange';
import { solveLayout } from '$lib/core/nesting';
import { writeTape } from '$lib/core/tape';
import type { CoreWorker } from './protocol';

// As in hooks.client.ts: no compiled code under the content rules.
config({ jitless: true });

const worker: CoreWorker = {
  csvToTape(text, label) {
    const list = csvToTape(text, label);
    const tape = list.ok ? fitsATape(list.value) : list;
    return tape.ok ? ok(writeTape(tape.value)) : tape;
  },
  async layout({ pieces, stock, edgeToEdge, gapMm, seconds }, onBetter) {
    const from = performance.now();
    const mayContinue = () => performance.now() - from < 1000 * seconds;
    return solveLayout(pieces, stock, { edgeToEdge, gapMm, seed: 1, mayContinue, onBetter });
  },
  packBackup(data) {
    const bytes = packBackup(data);
    return Comlink.transfer(ok(bytes), [bytes.buffer]);
  },
  async readBackup(bytes) {
    return readBackup(bytes);
  },
  async unpack(bytes) {
    return readBundle(bytes);
  },
};
Comlink.expose(worker);
