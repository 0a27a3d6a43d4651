/**
 * One tape for all that is sewn in a hooping: each item at its place, in the order with the least jumps. mm, y up, the field's
 * middle at 0, 0.
 */
export { composeHooping } from './compose';
export { lengthOf } from './improve';
export { shortestTour } from './tour';
export type { Cost, HoopingTask, Level } from './types';
