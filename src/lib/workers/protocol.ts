import type { Arrangement, ArrangeTask } from '$lib/core/arrange';
import type { Batch, BatchSureness } from '$lib/core/batch';
import type { WorkroomData } from '$lib/core/backup';
import type { Build } from '$lib/core/build';
import type { BuildReadings, Demand } from '$lib/core/demand';
import type { SewnOutline } from '$lib/core/hoop';
import type { Workshop } from '$lib/core/workshop';
import type { Bundle } from '$lib/core/exchange';
import type { TechniquePattern } from '$lib/core/grammar';
import type { Layout, LayoutPiece, LayoutStock } from '$lib/core/nesting';
import type { Path, Result } from '$lib/core/base';
import type { DensityMap, Reading, RoleOverrides, SewnArea } from '$lib/core/reading';
import type { CutTask } from '$lib/core/plan';
import type { Planned, Reordered, ReorderTask } from '$lib/core/reorder';
import type { LaidDesign, OneTapeOrder } from '$lib/core/run';
import type { DraftTask, WorkedOut } from '$lib/core/recipe';
import type { KeptOrder, Schedule, ScheduleTask } from '$lib/core/schedule';
import type { Tape } from '$lib/core/tape';

/** A tape and what was read from it. */
export interface ReadTape {
  tape: Tape;
  reading: Reading;
}

/** A layout to look for: as POST /api/layout takes it. */
export interface LayoutRequest {
  pieces: LayoutPiece[];
  stock: LayoutStock[];
  edgeToEdge: boolean;
  gapMm: number;
  seconds: number;
}

/** Shapes to arrange, and how long at most. */
export interface ArrangeRequest {
  task: ArrangeTask;
  seconds: number;
  /** of one shape alone, where more may fit than anybody hoops */
  most: number;
}

/** A hooping that is wanted as one tape. @see oneTape */
export interface OneTapeRequest extends OneTapeOrder {
  laid: readonly LaidDesign[];
}
/** The tape's bytes, with what its order costs: stops, and jumps in mm. */
export interface OneTapeAnswer {
  bytes: Uint8Array;
  stops: number;
  jumpMm: number;
}

/** A tape by its id. */
export interface StoredTape {
  id: string;
  bytes: Uint8Array;
}

/** How a tape is read. */
export interface ReadRequest {
  /** jumps in a row that mean a trim, 2-5 */
  trimJumps: number;
  /** roles set by the maker, by block */
  roles: RoleOverrides;
  /** by the patterns of the techniques; else each block speaks for itself, which is enough for a picture */
  byTechniques: boolean;
}
/** The same, with the patterns themselves: the worker knows no techniques. */
export interface ReadTask extends Omit<ReadRequest, 'byTechniques'> {
  patterns: readonly TechniquePattern[];
}
/** Reads tapes: the one that the first screen needs. Bytes are copied in (the caller keeps them); arrays are transferred out. */
export interface ReadingWorker {
  /** @param onProgress a proxied function; told the share that is read, 0-1 */
  read(bytes: Uint8Array, task: ReadTask, onProgress?: (share: number) => void): Result<ReadTape>;
  /** How densely the blocks of a design are sewn. */
  density(tape: Tape, sewn: SewnArea): Result<DensityMap>;
}

/** The rest of the heavy work, needed later and seldom. */
export interface CoreWorker {
  /** Plans a build for the cutting table. A fault of ours in one build is a problem of its own. */
  demand(build: Build, readings: BuildReadings, workshop: Workshop): Result<Demand>;
  csvToTape(text: string, label: string): Result<Uint8Array>;
  /** Ids of those tapes that sew the same as this one. */
  sewnAlike(bytes: Uint8Array, others: StoredTape[]): Result<string[]>;
  /** Lays pieces out for some seconds; every better layout is told. @param onBetter a proxied function */
  layout(request: LayoutRequest, onBetter?: (layout: Layout) => void): Promise<Layout>;
  /** What one item takes of the hoop. */
  outline(tape: Tape, sewn: SewnOutline): Result<Path>;
  /** Arranges shapes for some seconds; every better arrangement is told. @param onBetter a proxied function */
  arrange(request: ArrangeRequest, onBetter?: (found: Arrangement) => void): Promise<Arrangement>;
  /** The widest gap at which more fit than so many. mm */
  gapForMore(request: ArrangeRequest, count: number): Result<number | null>;
  /** A tape with left and right changed over. */
  mirrored(tape: Tape): Result<StoredTape>;
  /** A tape whose blocks each go into one position of a long hoop. @see cutOver */
  cutOver(tape: Tape, task: CutTask): Result<StoredTape & { of: number[]; meets: number }>;
  /** The blocks of a build in the order with the fewest changes of thread. @param seconds the search takes at most so long */
  fewestChanges(task: ReorderTask, seconds: number): Result<Reordered>;
  /** A build back on the tape that it came on. */
  inEarlierOrder(planned: Planned, came: Reading): Result<Build>;
  /** All items of a hooping as one tape. */
  oneTape(request: OneTapeRequest): Result<OneTapeAnswer>;
  /** Looks for a plan of a batch for some seconds, no worse than one of before. @param onBetter a proxied function */
  schedule(
    task: ScheduleTask,
    seconds: number,
    from: KeptOrder | null,
    onBetter?: (schedule: Schedule) => void,
  ): Promise<Result<Schedule>>;
  /** A batch in an order that is told. */
  layBatch(task: ScheduleTask, order: KeptOrder): Result<Schedule>;
  /** How sure a plan is. @see surenessOf */
  sureness(batch: Batch, order: KeptOrder, isAskedWhy?: boolean): Result<BatchSureness>;
  /** The whole workroom as a ZIP. */
  packBackup(data: WorkroomData): Result<Uint8Array>;
  readBackup(bytes: Uint8Array): Promise<Result<WorkroomData>>;
  /** Opens a ZIP of designs. */
  unpack(bytes: Uint8Array): Promise<Result<Bundle>>;
}

/** Draws construction lines: quick work that a place waits for at each change. */
export interface OutlineWorker {
  /** A draft, drawn and measured. */
  workOut(task: DraftTask): Result<WorkedOut>;
  /** The tape of what was drawn. */
  stored(tape: Tape): Result<StoredTape>;
}
/** Letters of the fonts that ship; what reads a font is large, and seldom needed. mm, about 0, 0 */
export interface LettersWorker {
  /** @param fontUrl where the font is: what a worker brings along itself is not kept for work offline */
  outlines(fontUrl: string, text: string, capitalMm: number, apartMm: number): Promise<Result<Path[]>>;
  /** null: the font lacks a letter of it */
  strokes(text: string, capitalMm: number): Result<Path[] | null>;
}

/** What reads PDFs is larger than all the rest, and seldom needed. */
export interface PdfWorker {
  /** The text layer, line by line. Errors: damaged or locked; pictures of pages have no text. */
  text(bytes: Uint8Array): Promise<Result<string>>;
}
