import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Build } from '$lib/core/build';
import type { Movement } from '$lib/core/stock';
import type { RunEvent, RunRecord } from '$lib/core/run';

export interface TapeRecord {
  /** hash of the bytes */
  id: string;
  bytes: Uint8Array;
}
/** A sheet that came with a tape: PDF, text or picture. */
export interface DocumentRecord {
  id: string;
  name: string;
  type: string;
  bytes: Uint8Array;
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
  documents!: EntityTable<DocumentRecord, 'id'>;
  movements!: EntityTable<Movement, 'id'>;
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
    this.version(2).stores({ documents: 'id' });
    this.version(3).stores({ movements: 'id, at, layoutId' });
  }
}
