import { Worker } from 'node:worker_threads';
import { fail, ok, type Result } from '$lib/core/base';
import type { JobName, Jobs } from './work';

/** What keeps one caller from holding up the others. */
export interface PoolLimits {
  /** workers side by side */
  size: number;
  /** jobs that may wait for one */
  queue: number;
  /** a job that takes longer is stopped, ms */
  deadlineMs: number;
  /** of what a job may hold beside its arrays, MB */
  memoryMb: number;
}
interface Job {
  name: JobName;
  input: object;
  answer: (result: Result<never>) => void;
}
interface Seat {
  worker: Worker;
  job: Job | null;
  timer?: NodeJS.Timeout;
}

/** Code of the refusal when the queue is full. */
export const BUSY = 'busy';
const busy = fail(BUSY, 'The server has as much to do as it can take.', 'Ask again in a few seconds.');
const tooLong = fail(
  'took-too-long',
  'This took longer than one request may; it was stopped.',
  'Send less at a time.',
);
const tooBig = fail(
  'too-much-memory',
  'This needs more memory than one request may take.',
  'Send less at a time.',
);
const gone = fail('stopped', 'Whoever asked has left.', 'Ask again.');
const fault = fail(
  'fault',
  'Something went wrong in Jolt Step; nothing is kept here, so nothing is lost.',
  'Send it once more; if it fails again, report it with the body that you sent.',
);

/**
 * A small pool of worker threads with a queue. Each job has a deadline and a cap of memory; one that breaks either costs its
 * worker, which is replaced. One whose asker has left is stopped.
 */
export class Pool {
  private readonly seats: Seat[] = [];
  private readonly waiting: Job[] = [];
  private closed = false;
  constructor(
    private readonly limits: PoolLimits,
    private readonly start: (memoryMb: number) => Worker,
  ) {}

  /**
   * Runs a job; never rejects. Errors: `busy`, `took-too-long`, `too-much-memory`, `stopped`, `fault`.
   * @param left aborted when nobody waits for the answer any more
   */
  run<N extends JobName>(
    name: N,
    input: Parameters<Jobs[N]>[0],
    left?: AbortSignal,
  ): Promise<Result<ReturnType<Jobs[N]>>> {
    if (left?.aborted) return Promise.resolve(gone);
    if (this.closed || this.waiting.length >= this.limits.queue) return Promise.resolve(busy);
    return new Promise((resolve) => {
      const job: Job = { name, input, answer: resolve as Job['answer'] };
      left?.addEventListener('abort', () => this.leave(job), { once: true });
      this.waiting.push(job);
      this.next();
    });
  }
  /** Stops all of it, for good. */
  close() {
    this.closed = true;
    for (const job of this.waiting.splice(0)) job.answer(busy);
    for (const seat of [...this.seats]) this.end(seat, busy);
  }

  private next() {
    if (this.closed || !this.waiting.length) return;
    let seat = this.seats.find((s) => !s.job);
    if (!seat && this.seats.length < this.limits.size) seat = this.seat();
    if (!seat) return;
    const job = this.waiting.shift() as Job;
    seat.job = job;
    const mine = seat;
    seat.timer = setTimeout(() => this.end(mine, tooLong), this.limits.deadlineMs);
    // The body is handed over, not copied: nobody else reads it.
    const { body } = job.input as { body?: Uint8Array<ArrayBuffer> };
    seat.worker.postMessage({ name: job.name, input: job.input }, body ? [body.buffer] : []);
  }
  private seat(): Seat {
    const seat: Seat = { worker: this.start(this.limits.memoryMb), job: null };
    this.seats.push(seat);
    seat.worker.unref();
    seat.worker.on('message', (said: { value: never } | { fault: string }) => {
      if ('fault' in said) console.error(`A job failed (${seat.job?.name}):`, said.fault);
      const { job } = seat;
      clearTimeout(seat.timer);
      seat.job = null;
      job?.answer('fault' in said ? fault : ok(said.value));
      this.next();
    });
    seat.worker.on('error', (error: Error & { code?: string }) => {
      const memory = error.code === 'ERR_WORKER_OUT_OF_MEMORY';
      if (!memory) console.error('A worker failed:', error);
      this.end(seat, memory ? tooBig : fault);
    });
    return seat;
  }
  private leave(job: Job) {
    const at = this.waiting.indexOf(job);
    if (at >= 0) this.waiting.splice(at, 1);
    const seat = this.seats.find((s) => s.job === job);
    if (seat) this.end(seat, gone);
    else job.answer(gone);
  }
  /** Ends a worker with what it does; another takes its seat when there is work. */
  private end(seat: Seat, result: Result<never>) {
    const at = this.seats.indexOf(seat);
    if (at < 0) return;
    this.seats.splice(at, 1);
    clearTimeout(seat.timer);
    void seat.worker.terminate();
    seat.job?.answer(result);
    this.next();
  }
}
