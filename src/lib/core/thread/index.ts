/**
 * Thread: how much each block takes above and below, and where bobbins are changed so that none runs out where it shows.
 * In: score, reading, numbers. Out: metres.
 */
export { freshBobbin, fullBobbins, showsJoin, usableBobbin, useBobbins, waitingBobbins } from './bobbin';
export { bobbinsFor, planThread, type ThreadPlan } from './plan';
export { bobbinOf } from './take';
export { hiddenTakeWhatIsOn, knownThreads, threadList, type ThreadRow } from './list';
export { planNeedles } from './needles';
