import { bestOrder, itemAt } from '../base';
import {
  MOST_TEXT,
  MOST_TITLE,
  threadWords,
  UNNAMED,
  type Build,
  type ScoreEdit,
  type Thread,
  type TypedStop,
} from '../build';
import { actionOf, type Action } from '../catalogue';
import { sheetThread, type BuildPlan } from '../plan';
import type { Role } from '../reading';
import type { HandStep, NeedleStep } from '../score';
import type { SheetLine } from './sheet';

/** Work of the hands as a sheet tells it, and the step of the score that it is; null: the score has none there. */
export interface SheetHand {
  text: string;
  action: Action;
  step: HandStep | null;
  /** the step before which it would stand; null: at the end */
  before: string | null;
}
/** A block and the line of a sheet that tells it; one of them is missing where the other has nothing like it. */
interface SheetRow {
  needle: NeedleStep | null;
  stop: TypedStop | null;
  /** named by the sheet, and another than now */
  thread: Thread | null;
  /** said by the sheet, and another than now */
  role: Role | null;
  /** between the row before and this one */
  hands: SheetHand[];
}
/** A sheet laid onto the score of a tape. */
export interface LaidSheet {
  rows: SheetRow[];
  /** after the last block */
  after: SheetHand[];
}

/** A line of a sheet that counts: what is sewn, or what hands do. */
export type ToldLine = { stop: TypedStop } | { action: Action; text: string };
/** Lines as they were read, without those that say nothing. */
export const toldLines = (lines: readonly SheetLine[]): ToldLine[] =>
  lines.flatMap((line): ToldLine[] => {
    if (line.is === 'stop') return [{ stop: line.stop }];
    return line.is === 'hand' ? [{ action: line.action, text: line.text.trim() }] : [];
  });

/** What speaks for a stop of a sheet being a block of the tape. A pair is always possible: sheets may say nothing at all. */
const WORTH = { pair: 1, role: 2, stitches: 3, otherStitches: -0.75 };
/** Counted on a sheet and read from a tape, stitches may differ by ties: as a share. */
const SAME_STITCHES = 0.03;

/**
 * Lays a colour or step sheet onto a score: as many stops as blocks go in order, else those that are most alike in what
 * they are for and how long they are. Hands' work goes to the stop between the same two blocks.
 */
export function laySheet(told: readonly ToldLine[], { score, design, threads }: BuildPlan): LaidSheet {
  const needles = score.steps.filter((s): s is NeedleStep => s.kind === 'needle' && !s.again && !s.inserted);
  const stops = told.flatMap((line) => ('stop' in line ? [line.stop] : []));
  const worth = (i: number, j: number): number => {
    const [stop, block] = [itemAt(stops, i), itemAt(design.reading.blocks, itemAt(needles, j).block)];
    const isAlike =
      stop.stitches !== null && Math.abs(stop.stitches - block.stitches) <= SAME_STITCHES * block.stitches;
    return (
      WORTH.pair +
      (stop.role === block.role.value ? WORTH.role : 0) +
      (stop.stitches === null ? 0 : isAlike ? WORTH.stitches : WORTH.otherStitches)
    );
  };
  const places =
    stops.length === needles.length ? stops.map((_, i) => i) : bestOrder(stops.length, needles.length, worth);

  const rows: SheetRow[] = [];
  const tape = (needle: NeedleStep): SheetRow => ({
    needle,
    stop: null,
    thread: null,
    role: null,
    hands: [],
  });
  let next = 0;
  let at = 0;
  let hands: { action: Action; text: string }[] = [];
  for (const line of told) {
    if (!('stop' in line)) {
      hands.push(line);
      continue;
    }
    const place = places[at++] ?? null;
    while (place !== null && next < place) rows.push(tape(itemAt(needles, next++)));
    const needle = place === null ? null : itemAt(needles, next++);
    const row = { needle, stop: line.stop, ...differing(line.stop, needle, threads), hands: [] };
    rows.push({ ...row, hands: matched(hands, needle?.id ?? needles[next]?.id ?? null) });
    hands = [];
  }
  while (next < needles.length) rows.push(tape(itemAt(needles, next++)));
  return { rows, after: matched(hands, null) };

  /** @param before the block before which they are done */
  function matched(lines: typeof hands, before: string | null): SheetHand[] {
    const end = before === null ? score.steps.length : score.steps.findIndex((s) => s.id === before);
    const from = score.steps.slice(0, end).findLastIndex((s) => s.kind === 'needle') + 1;
    const free = score.steps.slice(from, end).filter((s): s is HandStep => s.kind === 'hand');
    return lines.map(({ action, text }) => {
      const found = free.findIndex((s) => isLike(s.action, action));
      const [step = null] = found < 0 ? [] : free.splice(found, 1);
      return { text, action, step, before };
    });
  }
}

/** The same to a maker's hands, whatever a sheet calls it. */
const isLike = (a: Action, b: Action): boolean =>
  a === b ||
  (actionOf({ action: a }).effect !== undefined &&
    actionOf({ action: a }).effect === actionOf({ action: b }).effect);

function differing(
  stop: TypedStop,
  needle: NeedleStep | null,
  threads: BuildPlan['threads'],
): Pick<SheetRow, 'thread' | 'role'> {
  if (!needle) return { thread: null, role: null };
  const now = threads[needle.block];
  const named = stop.thread ? sheetThread(stop) : null;
  const isSame = named && now && threadWords(now) === threadWords(named);
  return {
    // A word for a colour may be missing in its name: how it looks is then what it was.
    thread:
      named && !isSame
        ? { ...named, colour: named.colour === UNNAMED.colour ? (now?.colour ?? named.colour) : named.colour }
        : null,
    // What says nothing is taken for decoration: no word against the tape.
    role: stop.role !== 'decoration' && stop.role !== needle.role ? stop.role : null,
  };
}

/** How many things a sheet would change: threads that it names, roles and hands' work that differ; and what it has alone. */
export interface SheetCounts {
  threads: number;
  roles: number;
  hands: number;
  /** its stops that are no block of the tape */
  alone: number;
}
export const countSheet = ({ rows, after }: LaidSheet): SheetCounts => ({
  threads: rows.filter((r) => r.thread).length,
  roles: rows.filter((r) => r.role).length,
  hands: [...rows.flatMap((r) => r.hands), ...after].filter((h) => !h.step).length,
  alone: rows.filter((r) => !r.needle).length,
});

/** What of a sheet is taken. */
export interface SheetChoice {
  roles: boolean;
  hands: boolean;
}
/** The change of a build that takes a sheet's threads, and what else is wanted of it. */
export function changeBySheet(
  { rows, after }: LaidSheet,
  build: Build,
  blocks: number,
  { roles, hands }: SheetChoice,
  newId: () => string,
): Partial<Build> {
  const byBlock = new Map(rows.flatMap((row) => (row.needle ? [[row.needle.block, row] as const] : [])));
  const put = [...rows.flatMap((row) => row.hands), ...after].filter((hand) => !hand.step);
  return {
    threads: Array.from({ length: blocks }, (_, b) => byBlock.get(b)?.thread ?? build.threads[b] ?? UNNAMED),
    ...(roles && {
      roles: {
        ...build.roles,
        ...Object.fromEntries([...byBlock].flatMap(([b, { role }]) => (role ? [[String(b), role]] : []))),
      },
    }),
    ...(hands && { edits: [...build.edits, ...put.map((hand) => ownStep(hand, newId()))] }),
  };
}
const OWN_SECONDS = 30;
const ownStep = ({ text, before }: SheetHand, id: string): ScoreEdit => ({
  kind: 'insert',
  stepId: `own:${id}`,
  before,
  title: text.slice(0, MOST_TITLE),
  text: text.slice(0, MOST_TEXT),
  side: 'front',
  seconds: OWN_SECONDS,
});
