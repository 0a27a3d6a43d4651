import type { WorkroomData } from '$lib/core/backup';
import type { Bundle } from '$lib/core/exchange';
import type { Layout, LayoutPiece, LayoutStock } from '$lib/core/layout';
import type { Problem, Result } from '$lib/core/problem';
import type { Reading, RoleOverrides } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';

/** What the worker answers for a file: its tape and what was read from it, or one problem. */
export type ReadAnswer = { ok: true; tape: Tape; reading: Reading } | { ok: false; problem: Problem };

/** A layout to look for: as POST /api/layout takes it. */
export interface LayoutRequest {
  pieces: LayoutPiece[];
  stock: LayoutStock[];
  edgeToEdge: boolean;
  gapMm: number;
  seconds: number;
}

/** The calls of the core worker. Bytes are copied in (the caller keeps them); tape arrays are transferred out. */
export interface CoreWorker {
  /** @param onProgress a proxied function; told the share that is read, 0-1 */
  read(
    bytes: Uint8Array,
    trimJumps: number,
    roles: RoleOverrides,
    onProgress?: (share: number) => void,
  ): ReadAnswer;
  csvToTape(
    text: string,
    label: string,
  ): Promise<{ ok: true; bytes: Uint8Array } | { ok: false; problem: Problem }>;
  /** Lays pieces out for some seconds; every better layout is told. @param onBetter a proxied function */
  layout(request: LayoutRequest, onBetter?: (layout: Layout) => void): Promise<Layout>;
  /** The whole workroom as a ZIP. */
  packBackup(data: WorkroomData): Promise<Uint8Array>;
  readBackup(bytes: Uint8Array): Promise<Result<WorkroomData>>;
  /** Opens a ZIP of designs. */
  unpack(bytes: Uint8Array): Promise<Result<Bundle>>;
}
