import { numbersWith } from '$lib/core/numbers';
import type { Store } from '$lib/store';
import { RunSession } from '$lib/ui/state/run-session.svelte';

type Needs = ConstructorParameters<typeof RunSession>[0];
/** A session with the default numbers, whose runs nobody lists. */
export const sessionOn = (log: Store['log'], tell: Needs['tell'] = () => {}) =>
  new RunSession({ log, numbers: () => numbersWith(), noteRun: () => {}, tell });
