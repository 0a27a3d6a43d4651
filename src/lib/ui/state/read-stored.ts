import { version } from '$app/environment';
import type { Problem, Result } from '$lib/core/base';
import type { ReadRequest, ReadTape } from '$lib/workers';
import { workroom } from './workroom.svelte';

export const missing: Problem = {
  code: 'no-tape',
  message: 'The tape of this build is not in this browser.',
  next: 'Go back to Builds, or import its file.',
};
const keyOf = (id: string, { trimJumps, roles, patterns }: ReadRequest) =>
  JSON.stringify([id, trimJumps, roles, patterns.length]);

/** A tape of the workroom, read; what this version has read before is not read again. */
export async function readStored(id: string, request: ReadRequest): Promise<Result<ReadTape>> {
  const { store } = workroom;
  const key = keyOf(id, request);
  const [bytes, known] = await Promise.all([store.tape(id), store.readings.get(key, version)]);
  if (!bytes) return { ok: false, problem: missing };
  if (known) return { ok: true, value: known };
  const { readInWorker } = await import('$lib/workers');
  const read = await readInWorker(bytes, request);
  if (read.ok) void store.readings.put(key, version, read.value);
  return read;
}
