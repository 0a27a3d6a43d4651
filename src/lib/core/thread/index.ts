/**
 * Thread: how much each block takes above and below, where bobbins are changed so that none runs out where it shows, which needle
 * holds what, and how long the shelf lasts. In: score, reading, numbers. Out: metres.
 */
export {
  bobbinsForOrder,
  bobbinsToWind,
  bobbinWords,
  freshBobbin,
  gatherWound,
  isWoundWith,
  showsJoin,
  usableBobbin,
  type BobbinUse,
} from './bobbin';
export { planThread, type ThreadPlan } from './plan';
export { bobbinOf } from './take';
export { hiddenTakeWhatIsOn, knownThreads, threadList, type ThreadRow } from './list';
export {
  inRounds,
  needlesOfDay,
  threadsOfDay,
  type Rethreading,
  type ThreadJob,
  type ThreadOfDay,
} from './day';
export { onNeedles, planNeedles, type NeedlePlan } from './needles';
export { gatherThreads, howThreadLasts, onShelfAs, type ThreadNeed } from './shelf';
