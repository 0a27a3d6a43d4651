// A worker of the server: one job at a time, from its input to its answer. What it makes is handed over, not copied.
import { constants, setPriority } from 'node:os';
import { parentPort, type TransferListItem } from 'node:worker_threads';
import { JOBS, type JobName } from './work';

// On Linux this is of the calling thread alone: pages and machines go before it. Elsewhere it would be of the whole server.
if (process.platform === 'linux') setPriority(constants.priority.PRIORITY_LOW);

parentPort?.on('message', ({ name, input }: { name: JobName; input: never }) => {
  try {
    const value = JOBS[name](input);
    parentPort?.postMessage({ value }, buffersOf(value));
  } catch (error) {
    parentPort?.postMessage({
      fault: error instanceof Error ? (error.stack ?? error.message) : String(error),
    });
  }
});

/** The memory behind the arrays of an answer, each once. */
function buffersOf(value: unknown, found = new Set<ArrayBuffer>()): TransferListItem[] {
  if (ArrayBuffer.isView(value)) {
    if (value.buffer instanceof ArrayBuffer && value.byteLength === value.buffer.byteLength)
      found.add(value.buffer);
  } else if (typeof value === 'object' && value !== null)
    for (const part of Object.values(value)) buffersOf(part, found);
  return [...found];
}
