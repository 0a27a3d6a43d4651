import type { RunState } from '$lib/core/run';
import type { KnownRun } from '../state/workroom.svelte';

export interface LogRow {
  id: string;
  name: string;
  begun: number;
  result: RunState['status'];
  seconds: number;
  /** of the steps done so far, so that a run under way can be compared */
  planned: number;
  notes: number;
}

export const runLogRows = (runs: readonly KnownRun[]): LogRow[] =>
  runs.map(({ run, state }) => ({
    id: run.id,
    name: run.buildName,
    begun: run.createdAt,
    result: state.status,
    // Up to the last stored event: the log does not tick.
    seconds: Object.values(state.stepMs).reduce((sum, ms) => sum + ms, 0) / 1000,
    planned: run.score.steps.reduce(
      (sum, s) => sum + (state.stepMs[s.id] === undefined ? 0 : run.planned[s.id]),
      0,
    ),
    notes: state.notes.length,
  }));
