/**
 * A run is its list of events; what the screen shows, where it resumes and what the log says are all reductions of it.
 * Times are milliseconds since 1970 and of work, handed in with each event: the core has no clock.
 */
export { oneTape, type LaidDesign, type OneTapeOrder } from './one-tape';
export {
  AT_END,
  gramsSchema,
  MOST_EVENTS,
  MOST_REASON,
  MOST_TEXT,
  RESULTS,
  TROUBLES,
  runEventSchema,
  type ItemResult,
  type RunEvent,
  type TroubleKind,
} from './events';
export { reduceRun, runAfter } from './reduce';
export {
  isInLife,
  isOver,
  nextIndex,
  runSeconds,
  stepSeconds,
  timesDone,
  unjudged,
  wasDone,
  type RunState,
} from './state';
export { centresOf, newRun } from './begin';
export { itemsIn, piecesEach, piecesOfStep, plannedSeconds, runRecordSchema, type RunRecord } from './record';
export { bobbinLeft, bobbinMetres, bobbinNow, threadAt, threadsAhead, type Thread } from './on-machine';
export { needleSeconds, secondsLeft, stepSecondsLeft, stitchNow } from './progress';
export { metresFrom } from './sewn';
export { handStops, sewnSteps, stepFacts, stitchesOf } from './hooping';
export { hoopingTape } from './hooping-tape';
export { timed, type BareEvent } from './timestamps';
export { againAfter, goingBack, judging, leaving, sewnAgain } from './recovery';
export { waitingFor, type Waiting } from './waiting';
export { attendance, type Attendance } from './attendance';
export { redoable, stitchesBack, troubleFlow, troublesAt, type TroubleFlow } from './trouble';
export { inspections } from './inspect';
export { lastItemPhoto } from './item-photo';
export { besideAfter, besideBefore, liesBeneath, type Beside } from './beside';
export { needleSince } from './needle';
export { byCall, watchRun, type WatchedRun } from './watch';
