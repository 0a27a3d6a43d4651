import { needsHands } from './hand';
import type { HandStep, Score, Step } from './types';

/** One halt of the machine between two blocks. */
export interface StopInfo {
  /** as the machine counts, from 1 */
  stop: number;
  /** hand steps done at it, thread changes left out */
  hands: HandStep[];
  /** the thread before and after is another */
  threadChanges: boolean;
  /** first step after the halt */
  before: Step;
}

/**
 * The stops of the design itself, in the machine's count. A stop with no hands and no change of thread can be run
 * through; on a machine that runs through by itself, those with hands must be programmed as halts.
 */
export function stopList(score: Score, threads: readonly { name: string; colour: string }[]): StopInfo[] {
  const stops: StopInfo[] = [];
  let hands: HandStep[] = [];
  let last: number | null = null;
  for (const step of score.steps) {
    if (step.kind === 'hand') {
      if (needsHands(step)) hands.push(step);
      continue;
    }
    if (step.inserted && step.stop === 0) last = null;
    if (last !== null && !step.again) {
      const [a, b] = [threads[last], threads[step.block]];
      stops.push({
        stop: step.stop,
        hands,
        threadChanges: a !== undefined && b !== undefined && (a.name !== b.name || a.colour !== b.colour),
        before: step,
      });
    }
    hands = [];
    last = step.block;
  }
  return stops;
}
