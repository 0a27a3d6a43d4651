import * as Comlink from 'comlink';
import { config } from 'zod';
import { fail, ok } from '$lib/core/base';
import { arrange, gapForMore, isTooMany } from '$lib/core/arrange';
import { surenessOf } from '$lib/core/batch';
import { itemOutline } from '$lib/core/hoop';
import { demandOf } from '$lib/core/demand';
import { packBackup, readBackup } from '$lib/core/backup';
import { csvToTape, readBundle } from '$lib/core/exchange';
import { solveLayout } from '$lib/core/nesting';
import { cutOver } from '$lib/core/plan';
import { fewestChanges, inEarlierOrder } from '$lib/core/reorder';
import { oneTape } from '$lib/core/run';
import { layBatch, scheduleBatch, type Schedule } from '$lib/core/schedule';
import { fitsATape, isSewnAlike, mirrored, readTape, tapeIdOf, writeTape } from '$lib/core/tape';
import type { CoreWorker } from './protocol';

// As in hooks.client.ts: no compiled code under the content rules.
config({ jitless: true });

/** The share of some seconds from now on that is left. */
function within(seconds: number): () => number {
  const from = performance.now();
  return () => 1 - (performance.now() - from) / (1000 * seconds);
}

/** Plans are shown as often as the eye follows. */
const BETWEEN_PLANS_MS = 250;

const worker: CoreWorker = {
  demand(build, readings, workshop) {
    try {
      return ok(demandOf(build, readings, workshop));
    } catch (error) {
      console.error(`The pieces of ${build.name} could not be worked out:`, error);
      return fail(
        'no-pieces',
        `The pieces of ${build.name} could not be worked out; nothing of it is changed.`,
        'Open the build: its page says more.',
      );
    }
  },
  csvToTape(text, label) {
    const list = csvToTape(text, label);
    const tape = list.ok ? fitsATape(list.value) : list;
    return tape.ok ? ok(writeTape(tape.value)) : tape;
  },
  sewnAlike(bytes, others) {
    const tape = readTape(bytes);
    if (!tape.ok) return tape;
    const isAlike = (other: Uint8Array) => {
      const read = readTape(other);
      return read.ok && isSewnAlike(tape.value, read.value);
    };
    return ok(others.filter((o) => isAlike(o.bytes)).map(({ id }) => id));
  },
  async layout({ pieces, stock, edgeToEdge, gapMm, seconds }, onBetter) {
    const from = performance.now();
    const mayContinue = () => performance.now() - from < 1000 * seconds;
    return solveLayout(pieces, stock, { edgeToEdge, gapMm, seed: 1, mayContinue, onBetter });
  },
  outline(tape, sewn) {
    return ok(itemOutline(sewn, tape));
  },
  async arrange({ task, seconds, most }, onBetter) {
    const shapes = isTooMany(task) ? task.shapes.map((s) => ({ ...s, quantity: most })) : task.shapes;
    return arrange({ ...task, shapes }, { left: within(seconds), onBetter });
  },
  gapForMore({ task, seconds }, count) {
    return ok(gapForMore(task, count, () => ({ left: within(seconds) })));
  },
  mirrored(tape) {
    const bytes = writeTape(mirrored(tape));
    return Comlink.transfer(ok({ id: tapeIdOf(bytes), bytes }), [bytes.buffer]);
  },
  cutOver(tape, task) {
    const { tape: cut, of, meets } = cutOver(tape, task);
    const fitting = fitsATape(cut);
    if (!fitting.ok) return fitting;
    const bytes = writeTape(fitting.value);
    return Comlink.transfer(ok({ id: tapeIdOf(bytes), bytes, of, meets }), [bytes.buffer]);
  },
  fewestChanges: (task, seconds) => fewestChanges(task, within(seconds)),
  inEarlierOrder: (planned, came) => ok(inEarlierOrder(planned, came)),
  oneTape({ laid, ...order }) {
    const made = oneTape(laid, order);
    if (!made.ok) return made;
    const fitting = fitsATape(made.value.tape);
    if (!fitting.ok) return fitting;
    const bytes = writeTape(fitting.value);
    const { stops: halts, jumpMm } = made.value;
    return Comlink.transfer(ok({ bytes, stops: halts, jumpMm }), [bytes.buffer]);
  },
  async schedule(task, seconds, from, onBetter) {
    // A picture of a plan that is better by a hair is not worth its way to the screen.
    let last = -Infinity;
    const seldom = (see: () => Schedule) => {
      if (performance.now() - last < BETWEEN_PLANS_MS) return;
      last = performance.now();
      onBetter?.(see());
    };
    return scheduleBatch(task, within(seconds), {
      ...(from && { from }),
      onBetter: seldom,
      isAskedHowSure: false,
    });
  },
  layBatch: (task, order) => layBatch(task, order),
  sureness: (batch, order, isAskedWhy) => ok(surenessOf(batch, order, isAskedWhy)),
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
