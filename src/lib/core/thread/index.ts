/**
 * Thread: how much each block takes above and below, and where bobbins are changed so that none runs out where it shows.
 * In: score, reading, numbers. Out: metres.
 */
export { bobbinOf, bobbinsFor, planThread, usableBobbin, type ThreadPlan } from './plan';
export { hiddenTakeWhatIsOn, knownThreads, threadList, type ThreadRow } from './list';
