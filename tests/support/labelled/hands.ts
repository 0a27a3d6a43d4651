import { labelledSet } from './index';
import { secondHand } from './second-hand';
import { thirdHand } from './third-hand';
import { fourthHand } from './fourth-hand';
import { strangers } from './strangers';
import type { LabelledDesign } from './types';

/** How much a design counts: a hand that drew few counts nearly as much as one that drew many. */
export const weightOf = (designs: number): number => Math.min(3, 150 / designs);
/** The designs that weights are fitted on, by who drew them. The even seeds of each are kept for judging. */
export const HANDS: Record<string, () => LabelledDesign[]> = {
  own: () => labelledSet().filter((d) => d.half === 'tuning'),
  second: () => secondHand(16).filter((d) => d.half === 'tuning'),
  third: () => thirdHand(16).filter((d) => d.half === 'tuning'),
  fourth: () => fourthHand(16).filter((d) => d.half === 'tuning'),
  strangers,
};
