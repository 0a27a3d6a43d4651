import type { Reading } from '$lib/core/reading';
import type { ReadTape } from '$lib/workers';

/** A build's own tape (or its typed stops) and those sewn in between, by insertion: read. */
export interface ReadBuild {
  own: ReadTape;
  inserted: Record<string, ReadTape>;
}
/** The readings alone, as the plan takes them. */
export const readingsOf = (inserted: ReadBuild['inserted']): Record<string, Reading> =>
  Object.fromEntries(Object.entries(inserted).map(([id, i]) => [id, i.reading]));
