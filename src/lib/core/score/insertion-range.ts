import type { Reading } from '../reading';
import { closesUp } from './hand';
import type { Score } from './types';

/** Where another design may be sewn in: before any block from..to of the own design, and why not later. */
export interface InsertionRange {
  from: number;
  to: number;
  because: string;
}

/** The safe places for a name or motif: on the quilted or tacked front, and before anything closes it up. */
export function insertionRange(score: Score, own: Reading): InsertionRange {
  const closing = score.steps.findIndex((s) => s.kind === 'hand' && closesUp(s, score));
  const closingStep = score.steps[closing];
  const blockAfter = (at: number) => {
    const next = score.steps.slice(at).find((s) => s.kind === 'needle' && !s.inserted && !s.again);
    return next?.kind === 'needle' ? next.block : own.blocks.length;
  };
  const to = closing < 0 ? own.blocks.length : blockAfter(closing);
  const ground = own.blocks.findLast((b) => b.index < to && b.role.value === 'quilting');
  const held = score.steps.find((s) => s.kind === 'needle' && s.holds.length > 0 && s.block < to);
  const from = ground ? ground.index + 1 : held?.kind === 'needle' ? held.block + 1 : 0;
  return {
    from: Math.min(from, to),
    to,
    because: closingStep
      ? `${closingStep.title} (hand ${closingStep.kind === 'hand' ? closingStep.hand : ''}) closes the front up: what is sewn after it goes through both sides.`
      : 'Nothing closes the front up; it can be sewn any time before unhooping.',
  };
}
