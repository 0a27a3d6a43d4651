import { EDIT_WORDS, threadsOf, UNNAMED, type Build, type ScoreEdit } from '../build';
import { bestOrder, itemAt, type Box } from '../base';
import type { BlockReading, Reading } from '../reading';

/** A build laid onto a newer tape of its design, and what could not be carried over, in words. */
export interface CarriedOver {
  build: Build;
  /** new block of each old one; null where it is gone */
  blocks: (number | null)[];
  lost: string[];
}

/** Blocks less alike than this are not the same block. */
const ALIKE = 0.62;

/** How alike two blocks are, 0-1: where they lie, what they are sewn in, how long they are. */
function likeness(a: BlockReading, b: BlockReading): number {
  const ratio = (p: number, q: number) => (Math.max(p, q) ? Math.min(p, q) / Math.max(p, q) : 1);
  return (
    0.35 * overlap(a.box, b.box) +
    0.25 * (a.texture === b.texture ? 1 : 0) +
    0.25 * ratio(a.sewnLengthMm, b.sewnLengthMm) +
    0.15 * ratio(a.stitches, b.stitches)
  );
}
function overlap(a: Box, b: Box): number {
  const w = Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX);
  const h = Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY);
  const area = (c: Box) => (c.maxX - c.minX + 0.1) * (c.maxY - c.minY + 0.1);
  const both = w < 0 || h < 0 ? 0 : (w + 0.1) * (h + 0.1);
  return both / (area(a) + area(b) - both);
}

/** The best way to lay the old blocks onto the new ones without changing their order. */
export function matchBlocks(
  before: readonly BlockReading[],
  after: readonly BlockReading[],
): (number | null)[] {
  return bestOrder(before.length, after.length, (i, j) => {
    const alike = likeness(itemAt(before, i), itemAt(after, j));
    return alike >= ALIKE ? alike : 0;
  });
}

/** Steps are named by their block: n3, b3:lay, a3:trim, bobbin:n3. */
const STEP_ID = /^((?:bobbin:)?[nba])(\d+)(:.*)?$/;

/**
 * Keeps the maker's decisions on a newer version of the tape: roles, threads, edits and insertions go with the blocks
 * they were made for; those whose block is gone are told.
 */
export const carryOver = (
  build: Build,
  before: Reading,
  after: Reading,
  tape: { tapeId: string; fileName: string },
): CarriedOver => layOn(build, after, tape, matchBlocks(before.blocks, after.blocks));

/** The same where it is known which block each has become. @param last the last part of each, where one is cut into several */
export function layOn(
  build: Build,
  after: Reading,
  tape: { tapeId: string; fileName: string },
  blocks: (number | null)[],
  last = blocks,
): CarriedOver {
  const lost: string[] = [];
  /** The id on the new tape; null when its block is gone. */
  const idNow = (id: string): string | null => {
    const found = STEP_ID.exec(id);
    if (!found) return id;
    // What follows a block follows its last part.
    const block = (found[1] === 'a' ? last : blocks)[Number(found[2])];
    return block == null ? null : `${found[1]}${block}${found[3] ?? ''}`;
  };
  const roles = Object.entries(build.roles).flatMap(([block, role]) => {
    const now = blocks[Number(block)];
    if (now == null) lost.push(`Role “${role.replace('-', ' ')}” of block ${Number(block) + 1}`);
    return now == null ? [] : [[String(now), role] as const];
  });
  const named = threadsOf(build);
  const threads = after.blocks.map((_, now) => {
    const old = blocks.indexOf(now);
    const said = build.threads[old];
    const same = said?.name ? undefined : said?.sameAs;
    const sameNow = same === undefined ? null : blocks[same];
    if (sameNow != null) return { ...said, ...UNNAMED, sameAs: sameNow };
    return named[old] ?? (said ? UNNAMED : named.at(Math.min(now, named.length - 1))) ?? UNNAMED;
  });
  blocks.forEach((now, old) => {
    const thread = named[old];
    if (now === null && thread) lost.push(`Thread “${thread.name}” of block ${old + 1}`);
  });
  const edits = build.edits.flatMap((edit): ScoreEdit[] => {
    const stepId = edit.kind === 'insert' || edit.kind === 'again' ? edit.stepId : idNow(edit.stepId);
    const what = `${EDIT_WORDS[edit.kind]}${'title' in edit ? ` “${edit.title}”` : ''}`;
    if (stepId === null || (edit.kind === 'again' && idNow(edit.of) === null)) {
      lost.push(`${what}, made for a block that is gone`);
      return [];
    }
    if (edit.kind === 'again') return [{ ...edit, of: idNow(edit.of) ?? edit.of }];
    if (edit.kind !== 'insert' && edit.kind !== 'move') return [{ ...edit, stepId }];
    const place = edit.before === null ? null : idNow(edit.before);
    if (edit.before !== null && place === null)
      lost.push(`The place of ${what.toLowerCase()}: it stands at the end now`);
    return [{ ...edit, stepId, before: place }];
  });
  const insertions = build.insertions.map((insertion) => {
    const next = blocks.slice(insertion.beforeBlock).find((b) => b !== null);
    return { ...insertion, beforeBlock: next ?? after.blocks.length };
  });
  return {
    build: {
      ...build,
      tapeId: tape.tapeId,
      fileName: tape.fileName,
      typed: null,
      roles: Object.fromEntries(roles),
      threads: build.threads.length ? threads : [],
      edits,
      insertions,
    },
    blocks,
    lost,
  };
}
