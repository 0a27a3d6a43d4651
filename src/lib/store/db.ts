import Dexie, { type EntityTable, type Table } from 'dexie';
import type { Build } from '$lib/core/build';
import type { Reading } from '$lib/core/reading';
import type { Movement } from '$lib/core/stock';
import type { RunEvent, RunRecord } from '$lib/core/run';
import type { Tape } from '$lib/core/tape';

/** The bytes of a tape, kept once however many builds use it. */
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
/** One event of a run, at its place. */
export interface EventRecord {
  runId: string;
  /** position in the run, from 0 */
  n: number;
  event: RunEvent;
}
/** A picture taken at a step, made smaller before it is kept. */
export interface PhotoRecord {
  id: string;
  runId: string;
  type: string;
  bytes: Uint8Array;
}
/** How far a run had come since its last event. */
export interface PulseRecord {
  runId: string;
  /** number of the event it follows */
  n: number;
  at: number;
  /** ms of work since that event */
  ms: number;
  stitch: number | null;
}
/** Something remembered under a name. */
export interface SettingRecord {
  key: string;
  value: unknown;
}
/** A folder of the maker's own; what stands for it is only good in this browser. */
export interface FolderRecord {
  id: string;
  handle: FileSystemDirectoryHandle;
}
/** What was read from a tape, so that it need not be read again. */
export interface ReadingRecord {
  /** of the tape, and how it was read */
  key: string;
  /** the version that read it: another one may read it differently */
  by: string;
  at: number;
  tape: Tape;
  reading: Reading;
}
/** Whether a table means nothing to another tab or device: neither told, copied nor backed up. */
export const isOfThisDevice = (table: string): boolean => table === 'folders' || table === 'readings';

/** Everything Jolt Step keeps, in this browser. A new shape gets a new version() with its upgrade, never an edit of an old one. */
export class JoltDb extends Dexie {
  builds!: EntityTable<Build, 'id'>;
  tapes!: EntityTable<TapeRecord, 'id'>;
  runs!: EntityTable<RunRecord, 'id'>;
  events!: Table<EventRecord, [string, number]>;
  documents!: EntityTable<DocumentRecord, 'id'>;
  movements!: EntityTable<Movement, 'id'>;
  photos!: EntityTable<PhotoRecord, 'id'>;
  pulses!: EntityTable<PulseRecord, 'runId'>;
  settings!: EntityTable<SettingRecord, 'key'>;
  folders!: EntityTable<FolderRecord, 'id'>;
  readings!: EntityTable<ReadingRecord, 'key'>;

  constructor(name = 'jolt-step') {
    // Strict: a change is on the disk before it is told as stored, even when the power goes.
    super(name, { chromeTransactionDurability: 'strict' });
    this.version(1).stores({
      builds: 'id, changedAt, tapeId',
      tapes: 'id',
      runs: 'id, buildId, createdAt',
      events: '[runId+n], runId',
      settings: 'key',
    });
    this.version(2).stores({ documents: 'id' });
    this.version(3).stores({ movements: 'id, at, layoutId' });
    this.version(4).stores({ photos: 'id, runId', pulses: 'runId' });
    // Which runs are over, and when a build was sewn last, is known without reading them.
    this.version(5).stores({
      events: '[runId+n], runId, event.type',
      runs: 'id, buildId, createdAt, [buildId+createdAt]',
    });
    this.version(6).stores({ folders: 'id' });
    this.version(7).stores({ readings: 'key, by, at' });
  }
}
