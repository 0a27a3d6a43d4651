import { fail, itemAt, ok, type Result } from '../base';
import type { CutPiece } from '../cut';
import type { BuildPlan } from '../plan';
import type { HandStep, NeedleStep } from '../score';
import { sewnRecords, STITCH, type Block, type Tape } from '../tape';
import { groundOf, topOf } from './cells';
import { handsOf, nextNeedle, type Hands } from './sections';
import { sewnAfter } from './tape';

/** Looks at both tapes as they are read, cell by cell. @returns so many cells hold thread, or the problem where another block is on top */
export function sameOnTop(
  before: Tape,
  blocks: readonly Block[],
  after: Tape,
  order: readonly number[],
): Result<number> {
  const ground = groundOf(before);
  const sewn = blocks.map((block) => sewnRecords(before, block));
  const points = sewn.map(
    ({ from, to }) => before.kind.subarray(from, to).filter((k) => k === STITCH).length,
  );
  const there = sewnAfter(
    after,
    order.map((block) => itemAt(points, block)),
  );
  const was = topOf(sewn.map((block, name) => ({ name, cells: ground.cellsOf(before, block) })));
  const is = topOf(order.map((name, n) => ({ name, cells: ground.cellsOf(after, itemAt(there, n)) })));
  const isSame = was.size === is.size && [...was].every(([cell, name]) => is.get(cell) === name);
  return isSame
    ? ok(was.size)
    : fail(
        'other-on-top',
        'In another order something else would lie on top; nothing was changed.',
        'Leave the order as it is.',
      );
}

/** What would not be as it was, and the blocks between which it stands. */
export interface Differs {
  what: string;
  blocks: number[];
}
/** What a hand step is, whatever it is called. */
const byAction = ({ title, action, side, face, pieces, times, places, tapeSides, keeps }: HandStep) =>
  JSON.stringify([title, action, side, face, pieces, times, places, tapeSides, keeps]);
/** The first of what hands do that is another. */
export function otherHand(before: Hands, after: Hands): Differs | null {
  const [was, is] = [handsOf(before), handsOf(after)];
  const other = was.findIndex((step, n) => !is[n] || byAction(step) !== byAction(is[n]));
  if (other < 0 && was.length === is.length) return null;
  const step = was[other] ?? was.at(-1);
  const { steps } = before.score;
  const at = step ? steps.indexOf(step) : 0;
  const beside = [steps.slice(0, at).findLast((s) => s.kind === 'needle'), nextNeedle(steps, at)];
  return {
    what: (was[other] ?? is[was.length])?.title ?? 'a step',
    blocks: beside.flatMap((s) => s?.block ?? []),
  };
}
const ofNeedle = ({ title, role, holds, attended, bothSides, skipped }: NeedleStep) =>
  JSON.stringify([title, role, holds, attended, bothSides, skipped]);
const ofPiece = ({ id, width, height, layers, copies }: CutPiece) =>
  JSON.stringify([id, width.cutMm, height.cutMm, layers, copies]);

/** What hands do, what each block is and what is cut must be the same. @param became of each own block the one that it is there */
export function otherThan(
  before: BuildPlan & Hands,
  after: BuildPlan & Hands,
  became: readonly number[],
): Differs | null {
  const hand = otherHand(before, after);
  if (hand) return hand;
  const now = handsOf(after);
  for (const [n, { along, title, ownSeconds }] of handsOf(before).entries()) {
    const there = itemAt(now, n);
    if ((along !== null && became[along] !== there.along) || ownSeconds !== there.ownSeconds)
      return { what: title, blocks: along === null ? [] : [along] };
  }
  for (const step of before.score.steps) {
    if (step.kind === 'hand' || step.inserted || step.again) continue;
    const there = after.score.steps.find(
      (s): s is NeedleStep => s.kind === 'needle' && !s.again && s.block === became[step.block],
    );
    if (!there || ofNeedle(step) !== ofNeedle(there)) return { what: step.title, blocks: [step.block] };
  }
  const cut = after.cut.pieces.map(ofPiece);
  const piece = before.cut.pieces.find((p, n) => ofPiece(p) !== cut[n]);
  return piece ? { what: piece.name, blocks: piece.caughtBy } : null;
}
