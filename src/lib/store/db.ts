import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Build } from '$lib/core/build';
import type { RunEvent } from '$lib/core/run';
import type { Score } from '$lib/core/score';

export interface TapeRecord {
  /** hash of the bytes */
  id: string;
  bytes: Uint8Array;
}
/** A run keeps the score it was started with: later changes of the build must not change what was sewn. */
export interface RunRecord {
  id: string;
  buildId: string;
  buildName: string;
  tapeId: string;
  createdAt: number;
  score: Score;
  /** planned seconds by step */
  planned: Record<string, number>;
}
export interface EventRecord {
  runId: string;
  /** position in the run, from 0 */
  n: number;
  event: RunEvent;
}
export interface SettingRecord {
  key: string;
  value: unknown;
}

/** Everything Jolt Step keeps, in this browser. A new shape gets a new version() with its upgrade, never an edit of an old one. */
export class JoltDb extends Dexie {
  builds!: EntityTable<Build, 'id'>;
  tapes!: EntityTable<TapeRecord, 'id'>;
  runs!: EntityTable<RunRecord, 'id'>;
  events!: Table<EventRecord, [string, number]>;
  settings!: EntityTable<SettingRecord, 'key'>;

  constructor(name = 'jolt-step') {
    super(name);
    this.version(1).stores({
      builds: 'id, changedAt, tapeId',
      tapes: 'id',
      runs: 'id, buildId, createdAt',
      events: '[runId+n], runId',
      settings: 'key',
    });
  }
}
