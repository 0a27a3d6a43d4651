import * as Comlink from 'comlink';
import { config } from 'zod';
import { ok } from '$lib/core/base';
import { workOut } from '$lib/core/recipe';
import { fitsATape, tapeIdOf, writeTape } from '$lib/core/tape';
import type { OutlineWorker } from './protocol';

// As in hooks.client.ts: no compiled code under the content rules.
config({ jitless: true });

const worker: OutlineWorker = {
  workOut,
  stored(tape) {
    const fitting = fitsATape(tape);
    if (!fitting.ok) return fitting;
    const bytes = writeTape(fitting.value);
    return Comlink.transfer(ok({ id: tapeIdOf(bytes), bytes }), [bytes.buffer]);
  },
};
Comlink.expose(worker);
