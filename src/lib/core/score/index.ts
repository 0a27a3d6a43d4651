/**
 * The score of a build: needle steps and hand steps in one order, both numbers on each, and the layers after any step.
 * In: build and reading. Out: plain data; nothing here knows a screen.
 */
export { makeScore, type ScoreOptions } from './make';
export { NEXT_SEAM, OTHER_SEAM, readingFor } from './pieces';
export { stackAt, stackHere, stacksOf, describeStack, type Layer, type Stack } from './stack';
export { insertionRange } from './insertion-range';
export { isMade } from './thing';
export {
  closesUp,
  freshNeedle,
  hoopAt,
  HOOP_WORDS,
  isFreshNeedle,
  isThreading,
  isUnhoop,
  needsHands,
  placeOf,
  popsOut,
  unhoopAt,
} from './hand';
export { SCISSORS_MM, tightTrim } from './trim';
export { haltsOf, stopList } from './stops';
export { scoreChanges, type ScoreChanges } from './compare';
export type { Design, HandStep, NeedleStep, Score, ScorePiece, Step } from './types';
