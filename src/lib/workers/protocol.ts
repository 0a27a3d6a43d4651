import type { Bundle } from '$lib/core/exchange';
import type { Problem, Result } from '$lib/core/problem';
import type { Reading, RoleOverrides } from '$lib/core/reading';
import type { Tape } from '$lib/core/tape';

/** What the worker answers for a file: its tape and what was read from it, or one problem. */
export type ReadAnswer = { ok: true; tape: Tape; reading: Reading } | { ok: false; problem: Problem };

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
  /** Opens a ZIP of designs. */
  unpack(bytes: Uint8Array): Promise<Result<Bundle>>;
}
