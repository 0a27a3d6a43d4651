/**
 * Thread: how much each block takes above and below, and where bobbins are changed so that none runs out where it shows.
 * In: score, reading, numbers. Out: metres.
 */
export {
  bobbinsForOrder,
  bobbinWords,
  freshBobbin,
  fullBobbins,
  showsJoin,
  usableBobbin,
  useBobbins,
  waitingBobbins,
} from './bobbin';
export { planThread, type ThreadPlan } from './plan';
export { bobbinOf } from './take';
export { hiddenTakeWhatIsOn, knownThreads, threadList, type ThreadRow } from './list';
export { planNeedles } from './needles';
export { gatherThreads, howThreadLasts, onShelfAs, type ThreadNeed } from './shelf';
