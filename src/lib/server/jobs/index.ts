/** The heavy work of the routes, in worker threads: pages and machines are answered beside it. */
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { Worker } from 'node:worker_threads';
import { Pool } from './pool';

/** Even on a small machine one long job must not stand before all others. */
const LEAST_WORKERS = 2;
const QUEUE = 16;
const DEADLINE_MS = 60_000;
const MEMORY_MB = 1024;

/** Built beside the server; while developing it is run from its source. */
function start(memoryMb: number): Worker {
  const built = process.env.JOLT_WORKER;
  const resourceLimits = { maxOldGenerationSizeMb: memoryMb };
  return built
    ? new Worker(built, { resourceLimits })
    : new Worker(resolve('src/lib/server/jobs/worker.ts'), {
        resourceLimits,
        execArgv: ['--import', 'tsx/esm'],
      });
}

/** The server's only workers. */
export const pool = new Pool(
  {
    size: Math.max(LEAST_WORKERS, availableParallelism() - 1),
    queue: QUEUE,
    deadlineMs: Number(process.env.JOLT_DEADLINE_MS ?? DEADLINE_MS),
    memoryMb: MEMORY_MB,
  },
  start,
);
process.once('sveltekit:shutdown', () => pool.close());
export { BUSY } from './pool';
export { parseJson, refusal, resultAnswer, shapeProblem, type Answer } from './answers';
export type { LoadedTape } from './work';
