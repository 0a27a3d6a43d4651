import { needsHands } from './hand';
import type { HandStep, Score, Step } from './types';

/** One halt of the machine between two blocks. */
export interface StopInfo {
  /** as the machine counts, from 1 */
  stop: number;
  /** hand steps done at it, thread changes left out */
  hands: HandStep[];
  /** hands change the thread at it */
  threadByHand: boolean;
  /** first step after the halt */
  before: Step;
}

/**
 * The stops of the design itself, in the machine's count. On a machine that runs through by itself, those with hands must
 * be programmed as halts.
 */
export function stopList(score: Pick<Score, 'steps'>): StopInfo[] {
  const stops: StopInfo[] = [];
  let hands: HandStep[] = [];
  let isFirst = true;
  for (const step of score.steps) {
    if (step.kind === 'hand') {
      hands.push(step);
      continue;
    }
    if (!isFirst && !step.again && !(step.inserted && step.stop === 0))
      stops.push({
        stop: step.stop,
        hands: hands.filter(needsHands),
        threadByHand: hands.some((s) => s.action === 'thread'),
        before: step,
      });
    hands = [];
    isFirst = false;
  }
  return stops;
}
/** Stops of the design at which a machine that runs through by itself must be told to halt. */
export const haltsOf = (score: Pick<Score, 'steps'>): number[] =>
  stopList(score).flatMap(({ stop, hands }) => (hands.length ? [stop] : []));
