/**
 * The score of a build: needle steps and hand steps in one order, both numbers on each, and the layers after any step.
 * In: build and reading. Out: plain data; nothing here knows a screen.
 */
export { makeScore, type ScoreOptions } from './make';
export { stackAt, describeStack, type Layer, type Stack } from './stack';
export type { HandStep, NeedleStep, Score, ScorePiece, Step } from './types';
