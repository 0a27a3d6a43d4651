import * as Comlink from 'comlink';
import { readDesign } from '$lib/core/reading';
import { readTape, writeTape } from '$lib/core/tape';
import type { CoreWorker } from './protocol';

/** What is needed seldom stays out of the worker until then. */
async function exchange() {
  const loaded = await import('$lib/core/exchange');
  // As in hooks.client.ts: no compiled code under the content rules.
  (await import('zod')).config({ jitless: true });
  return loaded;
}

async function backup() {
  const loaded = await import('$lib/core/backup');
  (await import('zod')).config({ jitless: true });
  return loaded;
}

const worker: CoreWorker = {
  read(bytes, trimJumps, roles, onProgress) {
    const result = readTape(bytes);
    if (!result.ok) return result;
    const tape = result.value;
    const reading = readDesign(tape, { trimJumps, roles, onProgress });
    return Comlink.transfer({ ok: true as const, tape, reading }, [
      tape.x.buffer,
      tape.y.buffer,
      tape.kind.buffer,
    ]);
  },
  async csvToTape(text, label) {
    const { csvToTape } = await exchange();
    const result = csvToTape(text, label);
    return result.ok ? { ok: true, bytes: writeTape(result.value) } : result;
  },
  async layout({ pieces, stock, edgeToEdge, gapMm, seconds }, onBetter) {
    const { solveLayout } = await import('$lib/core/layout');
    const from = performance.now();
    const goOn = () => performance.now() - from < 1000 * seconds;
    return solveLayout(pieces, stock, { edgeToEdge, gapMm, seed: 1, goOn, onBetter });
  },
  async packBackup(data) {
    const { packBackup } = await backup();
    const bytes = packBackup(data);
    return Comlink.transfer(bytes, [bytes.buffer]);
  },
  async readBackup(bytes) {
    const { readBackup } = await backup();
    return readBackup(bytes);
  },
  async unpack(bytes) {
    const { readBundle } = await exchange();
    return readBundle(bytes);
  },
};
Comlink.expose(worker);
