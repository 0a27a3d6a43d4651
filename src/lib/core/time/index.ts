/**
 * Seconds of each step, with the sum behind it. Needle steps from the stitches by length; hand steps from their action.
 * In: score, reading, machine, numbers. Out: seconds and terms; nothing is rounded here.
 */
import { itemAt } from '../base';
import type { Numbers } from '../numbers';
import type { Reading } from '../reading';
import type { Design, Score } from '../score';
import { handTime } from './hands';
import { needleTime, stitchSeconds } from './needle';
import type { StepTime, StepTimes, TimeContext } from './types';

export { totalOf, type StepTime, type StepTimes, type TimeContext } from './types';
export { freeOf, speedFactor, stitchSeconds } from './needle';
export { cutLength } from './hands';

/** The time of every step, by its id. */
export const timeSteps = (
  score: Score,
  { reading, one }: Pick<Design, 'reading' | 'one'>,
  context: TimeContext,
): StepTimes =>
  Object.fromEntries(
    score.steps.map((step, i) => [
      step.id,
      step.kind === 'needle'
        ? needleTime(step, reading, context)
        : handTime(step, score.steps.slice(0, i), { reading, one }, context),
    ]),
  );

/** Seconds of a step for a hooping of so many items: stops and the hoop's way off and on come once. */
export const hoopingSeconds = ({ terms, perHooping }: StepTime, items: number): number =>
  terms.reduce((total, t) => total + t.seconds * (perHooping || t.once ? 1 : items), 0);

/** One item, by who or what is at work. Seconds. */
export interface ItemTime {
  needleSeconds: number;
  handSeconds: number;
  /** drying and soaking, when nobody and nothing is at work */
  passiveSeconds: number;
  itemSeconds: number;
  /** what a machine's screen would show: stitching only */
  screenSeconds: number;
}

/** One item from start to finish, hands at their usual pace. */
export function itemTime(
  score: Score,
  times: StepTimes,
  reading: Reading,
  { machine, numbers }: TimeContext,
): ItemTime {
  let needleSeconds = 0;
  let handSeconds = 0;
  let passiveSeconds = 0;
  let screenSeconds = 0;
  for (const step of score.steps) {
    const { seconds, waitSeconds } = itemAt(times, step.id);
    passiveSeconds += waitSeconds;
    if (step.kind === 'needle') {
      needleSeconds += seconds;
      if (!step.skipped)
        screenSeconds += stitchSeconds(itemAt(reading.blocks, step.block), machine.speed, numbers);
    } else handSeconds += seconds;
  }
  return {
    needleSeconds,
    handSeconds,
    passiveSeconds,
    itemSeconds: needleSeconds + handSeconds,
    screenSeconds,
  };
}

/**
 * How much longer hands take for the n-th item (1-based): the first 1.5 times, less with each doubling, never below 1.
 */
export const learningFactor = (n: number, numbers: Numbers): number =>
  Math.max(1, numbers['hand.learningFirst'] * (1 - numbers['hand.learningFall'] / 100) ** Math.log2(n));
