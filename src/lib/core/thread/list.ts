import { itemAt } from '../base';
import { isSameThread, saidOf, UNNAMED, type Build, type Thread } from '../build';
import type { Reading } from '../reading';
import { isThreading, needsHands, type NeedleStep, type Score, type Step } from '../score';
import type { ThreadStock } from '../workshop';
import type { ThreadPlan } from './plan';

/** What comes over a block, so that nobody sees its thread. */
interface Cover {
  /** the piece that is laid on it, or the block that is sewn over it; by name */
  by: string;
}
/** A block as its thread is looked at. */
export interface ThreadRow {
  step: NeedleStep;
  thread: Thread | undefined;
  /** null: its thread is seen */
  hidden: Cover | null;
  topM: number;
  bobbinM: number;
  /** what the stop after it is for; null: it is the last */
  stop: 'hands' | 'thread' | 'both' | 'none' | null;
}
/** Sewing over a line, so much of it must follow that line. */
const ALONG = 0.55;

/** All blocks in the order in which they are sewn; what is passed over is left out. */
export function threadList(
  { score, reading, threads, thread }: { score: Score; reading: Reading; threads: readonly (Thread | undefined)[]; thread: ThreadPlan }, // prettier-ignore
): ThreadRow[] {
  const sewn = score.steps.flatMap((step, at) =>
    step.kind === 'needle' && !step.skipped ? [{ step, at }] : [],
  );
  const threadOf = (step: NeedleStep) => step.thread ?? threads[step.block];
  return sewn.map(({ step, at }, n) => {
    const own = threadOf(step);
    const next = sewn[n + 1];
    const { topM, bobbinM } = itemAt(thread.steps, step.id);
    return {
      step,
      thread: own,
      hidden: coverOf(score, reading, step, at),
      topM,
      bobbinM,
      stop: next ? stopFor(score.steps.slice(at + 1, next.at), own, threadOf(next.step)) : null,
    };
  });
}
function stopFor(between: readonly Step[], before: Thread | undefined, after: Thread | undefined) {
  const hands = between.some((s) => needsHands(s) && !isThreading(s));
  const isChange = before && after ? !isSameThread(before, after) : between.some(isThreading); // prettier-ignore
  return hands ? (isChange ? 'both' : 'hands') : isChange ? 'thread' : 'none';
}
/** What a block may be sewn in: threads of the build, then those of the shelf, each once. */
export function knownThreads(rows: readonly ThreadRow[], shelf: readonly ThreadStock[]): Thread[] {
  const ofShelf = shelf.map(({ name, colour, kind }): Thread => ({ name, colour, ...(kind === 'metallic' && { metallic: true }) })); // prettier-ignore
  const all = [...rows.flatMap(({ thread }) => thread ?? []), ...ofShelf];
  return all.filter((thread, n) => all.findIndex((t) => isSameThread(t, thread)) === n);
}
/**
 * A placement line lies under the piece that is laid on it; a tack-down under the cover of its edge, where that is wide enough
 * to reach over it.
 */
function coverOf({ steps, pieces }: Score, reading: Reading, step: NeedleStep, at: number): Cover | null {
  const later = steps.slice(at + 1);
  if (step.role === 'placement') {
    const laid = pieces.find(
      ({ id, blocks }) =>
        Object.values(blocks).some((all) => all.includes(step.block)) &&
        later.some((s) => s.kind === 'hand' && s.action === 'lay' && s.pieces.includes(id)),
    );
    return laid ? { by: laid.name.toLowerCase() } : null;
  }
  if (step.role !== 'tack-down') return null;
  const own = edgeOf(reading, step.block);
  const cover = later.find((s): s is NeedleStep => {
    if (s.kind !== 'needle' || s.skipped || s.role !== 'cover') return false;
    const edge = edgeOf(reading, s.block);
    const width = itemAt(reading.blocks, s.block).widthMm ?? 0;
    // Half the cover reaches past its middle line.
    return edge.root === own.root && edge.distanceMm + own.distanceMm <= width / 2;
  });
  return cover ? { by: `“${cover.title}”` } : null;
}
/** The first line of an edge, and how far from it a block is sewn, mm. */
function edgeOf({ blocks }: Reading, block: number): { root: number; distanceMm: number } {
  let [root, distanceMm] = [block, 0];
  for (
    let follows = itemAt(blocks, root).follows;
    follows && follows.share >= ALONG && follows.index < root;
  ) {
    distanceMm += follows.distanceMm;
    root = follows.index;
    follows = itemAt(blocks, root).follows;
  }
  return { root, distanceMm };
}

/**
 * What is hidden takes the thread that is on, or, before anything that is seen, the one that comes next: no change is made for
 * it. @returns threads of all blocks, and how many changes there are before and after
 */
export function hiddenTakeWhatIsOn(
  rows: readonly ThreadRow[],
  build: Pick<Build, 'threads'>,
  blocks: number,
): { threads: Build['threads']; before: number; after: number } {
  const threads = saidOf(build, blocks);
  const seen = (row: ThreadRow | undefined) => row && !row.hidden && row.thread && !row.step.thread;
  const after: (Thread | undefined)[] = rows.map((row, n) => {
    if (!row.hidden || row.step.thread) return row.thread;
    const from = rows.slice(0, n).findLast(seen) ?? rows.slice(n + 1).find(seen);
    if (!from?.thread) return row.thread;
    threads[row.step.block] = { ...UNNAMED, sameAs: from.step.block };
    return from.thread;
  });
  return { threads, before: changesIn(rows.map((row) => row.thread)), after: changesIn(after) };
}
const changesIn = (threads: readonly (Thread | undefined)[]): number =>
  threads.filter((t, n) => {
    const before = threads[n - 1];
    return n > 0 && !(t && before && isSameThread(t, before));
  }).length;
