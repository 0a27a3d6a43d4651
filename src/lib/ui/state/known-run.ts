import { reduceRun, stepFacts, type RunState } from '$lib/core/run';
import type { StoredRun } from '$lib/store';

/** A run of the log with what its events come to. */
export interface KnownRun extends StoredRun {
  state: RunState;
}
/** A stored run with its state. */
export const known = (stored: StoredRun): KnownRun => ({
  ...stored,
  state: reduceRun(stored.events, stepFacts(stored.run)),
});
