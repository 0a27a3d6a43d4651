/**
 * Orders with a date: how far they have come by the log, what hoopings they still need, and these as a task of heads and hands. In:
 * orders, what their builds take, runs, workshop, the moment (ms). Out: items, and seconds from that moment on.
 */
export { batchOf } from './task';
export type { Batch, BatchInput } from './types';
export { madeOf } from './wanted';
export { lineKey, loadings, type BatchHooping } from './hoopings';
export { roomLeft } from './fill';
export { latenessOf, type Lateness } from './late';
export { nextOf, onHeads, plannedCalls, type PlannedCall } from './now';
export {
  linesThatWant,
  openOrders,
  orderProgress,
  orderSums,
  wantedByBuild,
  type WantedOfBuild,
  type LineProgress,
  type LineState,
  type OpenOrder,
} from './progress';
export { daysOf, demandsOf, onDay, readyByHooping, shortages } from './ready';
export { stepsOf } from './steps';
export { stretchesOf, workDays } from './stretches';
export { surenessOf, surenessOfLine, type BatchSureness } from './sure';
export { buildVariants } from './variants';
export { shadowPrice, whatIfs, type WhatIf } from './whatif';
