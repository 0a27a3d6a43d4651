/**
 * The log: what the runs of a workroom come to, as rows, sums and the figures of its charts. In: runs with their states.
 * Out: seconds, counts. Runs followed faster than life are told, and left out of every sum of times.
 */
export {
  ALL_RUNS,
  filterLog,
  goodShare,
  logRow,
  stepRows,
  type LogFilter,
  type LoggedRun,
  type LogRow,
} from './rows';
export { waitingBobbins } from './bobbins';
export { logCsv, logJson } from './export';
export {
  breaksBy,
  estimateAgainstReal,
  learningCurve,
  resultsByBuild,
  timeByKind,
  type BreakRate,
} from './figures';
