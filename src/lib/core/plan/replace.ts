import { EDIT_WORDS, threadsOf, UNNAMED, type Build, type ScoreEdit } from '../build';
import { bestOrder, itemAt, type Box } from '../base';
import type { BlockReading, Reading } from '../reading';

/** A build laid onto a newer tape of its design, and what could not be carried over, in words. */
export interface CarriedOver {
  build: Build;
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
const NEEDLE_ID = /^n(\d+)$/;

/**
 * Keeps the maker's decisions on a newer version of the tape: roles, threads, edits and insertions go with the blocks
 * they were made for; those whose block is gone are told.
 */
export const carryOver = (build: Build, before: Reading, after: Reading, tape: NewTape): CarriedOver =>
  layOn(
    build,
    after,
    tape,
    matchBlocks(before.blocks, after.blocks).map((now) => (now === null ? [] : [now])),
  );

/** A tape that a build is laid onto. */
export interface NewTape {
  tapeId: string;
  fileName: string;
}

/** Where steps have other names on the new tape than their blocks say. */
interface StepNames {
  /** of hand steps, by their names before */
  hands: ReadonlyMap<string, string>;
  /** of the step before which something stands; null: as its block says */
  before: (id: string) => string | null;
}
/** The same where it is known what each block has become: one, none, or several parts in their order. */
export function layOn(
  build: Build,
  after: Reading,
  tape: NewTape,
  became: readonly (readonly number[])[],
  names?: StepNames,
): CarriedOver {
  const lost: string[] = [];
  const first = (block: number): number | undefined => became[block]?.[0];
  /** The id on the new tape; null when its block is gone. */
  const idNow = (id: string): string | null => {
    const known = names?.hands.get(id);
    if (known) return known;
    const found = STEP_ID.exec(id);
    if (!found) return id;
    // What follows a block follows its last part.
    const block = found[1] === 'a' ? became[Number(found[2])]?.at(-1) : first(Number(found[2]));
    return block === undefined ? null : `${found[1]}${block}${found[3] ?? ''}`;
  };
  const roles = Object.entries(build.roles).flatMap(([block, role]) => {
    const now = became[Number(block)] ?? [];
    if (!now.length) lost.push(`Role “${role.replace('-', ' ')}” of block ${Number(block) + 1}`);
    return now.map((part) => [String(part), role] as const);
  });
  const named = threadsOf(build);
  const threads = after.blocks.map((_, now): Build['threads'][number] => {
    const old = became.findIndex((parts) => parts.includes(now));
    const part = first(old);
    if (part !== undefined && part !== now) return { ...UNNAMED, sameAs: part };
    const said = build.threads[old];
    const same = said?.name ? undefined : said?.sameAs;
    const sameNow = same === undefined ? undefined : first(same);
    if (sameNow !== undefined && sameNow !== now) return { ...said, ...UNNAMED, sameAs: sameNow };
    return named[old] ?? (said ? UNNAMED : named.at(Math.min(now, named.length - 1))) ?? UNNAMED;
  });
  became.forEach((now, old) => {
    const thread = named[old];
    if (!now.length && thread) lost.push(`Thread “${thread.name}” of block ${old + 1}`);
  });
  const edits = build.edits.flatMap((edit): ScoreEdit[] => {
    const stepId = edit.kind === 'insert' || edit.kind === 'again' ? edit.stepId : idNow(edit.stepId);
    const what = `${EDIT_WORDS[edit.kind]}${'title' in edit ? ` “${edit.title}”` : ''}`;
    if (stepId === null || (edit.kind === 'again' && idNow(edit.of) === null)) {
      lost.push(`${what}, made for a block that is gone`);
      return [];
    }
    if (edit.kind === 'again') return [{ ...edit, of: idNow(edit.of) ?? edit.of }];
    const block = NEEDLE_ID.exec(edit.stepId)?.[1];
    if (edit.kind === 'skip' && block)
      return (became[Number(block)] ?? []).map((part) => ({ ...edit, stepId: `n${part}` }));
    if (edit.kind !== 'insert' && edit.kind !== 'move') return [{ ...edit, stepId }];
    const place = edit.before === null ? null : (names?.before(edit.before) ?? idNow(edit.before));
    if (edit.before !== null && place === null)
      lost.push(`The place of ${what.toLowerCase()}: it stands at the end now`);
    return [{ ...edit, stepId, before: place }];
  });
  const insertions = build.insertions.map((insertion) => ({
    ...insertion,
    beforeBlock: Math.min(after.blocks.length, ...became.slice(insertion.beforeBlock).flat()),
  }));
  return {
    build: {
      ...build,
      ...tape,
      typed: null,
      earlier: null,
      roles: Object.fromEntries(roles),
      threads: build.threads.length ? threads : [],
      edits,
      insertions,
    },
    lost,
  };
}
