/** The core, off the screen's thread. Two workers serve the whole application; long work can be watched and stopped. */
import fontUrl from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-800-normal.woff?url';
import * as Comlink from 'comlink';
import type { Arrangement } from '$lib/core/arrange';
import type { Batch, BatchSureness } from '$lib/core/batch';
import type { Build } from '$lib/core/build';
import { fail, ok, type Path, type Problem, type Result } from '$lib/core/base';
import type { DensityMap, Reading } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';
import type { Layout } from '$lib/core/nesting';
import type { CutTask } from '$lib/core/plan';
import type { DraftTask, WorkedOut, Written } from '$lib/core/recipe';
import type { KeptOrder, Schedule, ScheduleTask } from '$lib/core/schedule';
import type { Planned, Reordered, ReorderTask } from '$lib/core/reorder';
import type {
  ArrangeRequest,
  CoreWorker,
  LayoutRequest,
  OneTapeAnswer,
  LettersWorker,
  OneTapeRequest,
  OutlineWorker,
  PdfWorker,
  ReadingWorker,
  ReadRequest,
  ReadTape,
  ReadTask,
  StoredTape,
} from './protocol';

export type {
  ArrangeRequest,
  LayoutRequest,
  OneTapeAnswer,
  ReadRequest,
  ReadTape,
  StoredTape,
} from './protocol';

/** Letters, drawn. mm */
type Drawn = Pick<DraftTask, 'outlines' | 'strokes'>;
type Failure = { ok: false; problem: Problem };
/** A cut tape with what its blocks are. */
type CutOver = StoredTape & { of: number[]; meets: number };
interface Started<W> {
  remote: Comlink.Remote<W>;
  /** settles only when the worker cannot be loaded, or breaks: its calls would wait for ever */
  failed: Promise<Failure>;
  end: () => void;
}
const startReading = () =>
  started<ReadingWorker>(new Worker(new URL('./reading.worker.ts', import.meta.url), { type: 'module' }));
const startCore = () =>
  started<CoreWorker>(new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' }));

function started<W>(worker: Worker): Started<W> {
  const failed = new Promise<Failure>((resolve) =>
    worker.addEventListener('error', (event) => resolve(broken(event.message || 'it was not loaded')), {
      once: true,
    }),
  );
  return { remote: Comlink.wrap<W>(worker), failed, end: () => worker.terminate() };
}
function broken(why: unknown): Failure {
  console.error('A worker failed:', why);
  return fail(
    'worker-failed',
    'The part of Jolt Step that reads and lays out did not answer; nothing here was changed.',
    'Reload the page; if it happens again, reload it once with the network on.',
  );
}
const answerOf = <T>(answer: Promise<Result<T>>, failed: Promise<Failure>): Promise<Result<T>> =>
  Promise.race([answer, failed]).catch(broken);

/** A call of a worker that is shared. One that has failed is replaced at the next call. */
function sharedBy<W>(start: () => Started<W>) {
  let shared: Started<W> | undefined;
  const startAnew = () => {
    const mine = start();
    void mine.failed.then(() => (shared = undefined));
    return mine;
  };
  return <T>(ask: (remote: Comlink.Remote<W>) => Promise<Result<T>>): Promise<Result<T>> => {
    shared ??= startAnew();
    return answerOf(ask(shared.remote), shared.failed);
  };
}
/** Workers of places that cannot show much without them: started while the place is still being fetched. */
export const wake = {
  core: () => void core(() => Promise.resolve(ok(null))),
  outline: () => void outline(() => Promise.resolve(ok(null))),
};
const startPdf = () =>
  started<PdfWorker>(new Worker(new URL('./pdf.worker.ts', import.meta.url), { type: 'module' }));
const reading = sharedBy(startReading);
/** The text of PDFs. */
export const pdf = sharedBy(startPdf);
const startOutline = () =>
  started<OutlineWorker>(new Worker(new URL('./outline.worker.ts', import.meta.url), { type: 'module' }));
const startLetters = () =>
  started<LettersWorker>(new Worker(new URL('./letters.worker.ts', import.meta.url), { type: 'module' }));
const outline = sharedBy(startOutline);
const letters = sharedBy(startLetters);
/** Backups, bundles, CSV. */
export const core = sharedBy(startCore);

async function taskOf({ byTechniques, ...how }: ReadRequest): Promise<ReadTask> {
  return { ...how, patterns: byTechniques ? (await import('./patterns')).PATTERNS : [] };
}
/** Reads a tape in a worker. @see readDesign */
export const readInWorker = (bytes: Uint8Array, request: ReadRequest) =>
  reading<ReadTape>(async (remote) => remote.read(bytes, await taskOf(request)));

/** How densely a design is sewn; of its blocks only where they begin and end is copied. */
export const densityInWorker = (tape: Tape, { extents, blocks }: Reading) =>
  reading<DensityMap>((remote) =>
    remote.density(tape, { extents, blocks: blocks.map(({ from, to }) => ({ from, to })) }),
  );

/** One call of a worker of its own, that ends with it or when it is stopped; then `onStop` answers. */
async function alone<W, T>(
  { remote, failed, end }: Started<W>,
  ask: (remote: Comlink.Remote<W>) => Promise<Result<T>>,
  signal: AbortSignal,
  onStop: () => Result<T>,
): Promise<Result<T>> {
  const stop = new Promise<Result<T>>((resolve) =>
    signal.addEventListener('abort', () => resolve(onStop()), { once: true }),
  );
  try {
    return await Promise.race([answerOf(ask(remote), failed), stop]);
  } finally {
    end();
  }
}

/** Work that finds something better and better. Stopped in the middle it gives the best so far, if there is any. */
function bestOf<T>(
  ask: (remote: Comlink.Remote<CoreWorker>, onBetter: (better: T) => void) => Promise<T>,
  onBetter: (better: T) => void,
  signal: AbortSignal,
): Promise<Result<T | null>> {
  let best: T | null = null;
  const better = (found: T) => onBetter((best = found));
  return alone<CoreWorker, T | null>(
    startCore(),
    async (remote) => ok(await ask(remote, Comlink.proxy(better))),
    signal,
    () => ok(best),
  );
}
/** Looks for a layout, told each time there is a better one. */
export const layoutWatched = (
  request: LayoutRequest,
  onBetter: (layout: Layout) => void,
  signal: AbortSignal,
) => bestOf<Layout>((remote, better) => remote.layout(request, better), onBetter, signal);
/** Arranges shapes in a hoop, told each time there is a better arrangement. */
export const arrangeWatched = (
  request: ArrangeRequest,
  onBetter: (found: Arrangement) => void,
  signal: AbortSignal,
) => bestOf<Arrangement>((remote, better) => remote.arrange(request, better), onBetter, signal);
/** What one item takes of the hoop. Of its blocks only the lines are copied. */
export const outlineInWorker = (tape: Tape, { extents, blocks }: Reading) =>
  core<Path>((remote) =>
    remote.outline(tape, {
      extents,
      blocks: blocks.map(({ lines, dashed, widthMm }) => ({ lines, dashed, widthMm })),
    }),
  );
/** A tape with left and right changed over. */
export const mirroredInWorker = (tape: Tape) => core<StoredTape>((remote) => remote.mirrored(tape));
/** A tape whose blocks each go into one position of a long hoop. */
export const cutOverInWorker = (tape: Tape, task: CutTask) =>
  core<CutOver>((remote) => remote.cutOver(tape, task));
/** The search takes at most so long, s; what is read and looked at again comes on top. */
const ORDER_SECONDS = 3;
/** The blocks of a build in the order with the fewest changes of thread. */
export const fewestChangesWatched = (task: ReorderTask, signal: AbortSignal) =>
  alone<CoreWorker, Reordered>(
    startCore(),
    (remote) => remote.fewestChanges(task, ORDER_SECONDS),
    signal,
    () => fail('stopped', 'The search was stopped.', 'Nothing here was changed.'),
  );
/** A build back on the tape that it came on. */
export const earlierOrderInWorker = (planned: Planned, came: Reading) =>
  core<Build>((remote) => remote.inEarlierOrder(planned, came));
/** A draft of construction lines, drawn and measured. */
export const workOutInWorker = (task: DraftTask) => outline<WorkedOut>((remote) => remote.workOut(task));
/** The bytes of a tape, and their id. */
export const storedInWorker = (tape: Tape) => outline<StoredTape>((remote) => remote.stored(tape));
/** What a draft has written, as outlines and as single lines. */
export async function writtenInWorker({ outlines, strokes }: Written): Promise<Result<Drawn>> {
  const shape = outlines && (await letters((remote) => remote.outlines(fontUrl, ...outlines)));
  if (shape && !shape.ok) return shape;
  const lines = strokes && (await letters<Path[] | null>((remote) => remote.strokes(...strokes)));
  if (lines && !lines.ok) return lines;
  return ok({ outlines: shape?.value ?? null, strokes: lines?.value ?? null });
}
/** All items of a hooping as one tape. */
export const oneTapeInWorker = (request: OneTapeRequest) =>
  core<OneTapeAnswer>((remote) => remote.oneTape(request));
/**
 * Looks for a plan of a batch, told each better one. Stopped, it answers the best that it has told.
 * @param from a plan of before, which it begins with
 */
export function scheduleWatched(
  task: ScheduleTask,
  seconds: number,
  from: KeptOrder | null,
  onBetter: (schedule: Schedule) => void,
  signal: AbortSignal,
): Promise<Result<Schedule>> {
  let best: Schedule | null = null;
  const better = (found: Schedule) => onBetter((best = found));
  return alone<CoreWorker, Schedule>(
    startCore(),
    (remote) => remote.schedule(task, seconds, from, Comlink.proxy(better)),
    signal,
    () => (best ? ok(best) : fail('stopped', 'The search was stopped.', 'Nothing here was changed.')),
  );
}
/** A batch in an order that is told. */
export const layInWorker = (task: ScheduleTask, order: KeptOrder) =>
  core<Schedule>((remote) => remote.layBatch(task, order));
/** How sure a plan is. */
export const surenessInWorker = (batch: Batch, order: KeptOrder, isAskedWhy = true) =>
  core<BatchSureness>((remote) => remote.sureness(batch, order, isAskedWhy));
/** The widest gap at which more fit than so many; null: none, or it was stopped. mm */
export const gapForMoreWatched = (request: ArrangeRequest, count: number, signal: AbortSignal) =>
  alone<CoreWorker, number | null>(
    startCore(),
    (remote) => remote.gapForMore(request, count),
    signal,
    () => ok(null),
  );

/**
 * Reads a tape, so that it can be stopped in the middle.
 * @param onProgress told the share that is read, 0-1
 */
export function readWatched(
  bytes: Uint8Array,
  request: ReadRequest,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<Result<ReadTape>> {
  return alone<ReadingWorker, ReadTape>(
    startReading(),
    async (remote) => remote.read(bytes, await taskOf(request), Comlink.proxy(onProgress)),
    signal,
    () => fail('stopped', 'Reading was stopped.', 'Nothing here was changed.'),
  );
}
