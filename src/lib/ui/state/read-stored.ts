import { version } from '$app/environment';
import type { Problem, Result } from '$lib/core/base';
import type { ReadRequest, ReadTape } from '$lib/workers';
import { workroom } from './workroom.svelte';

export const missing: Problem = {
  code: 'no-tape',
  message: 'The tape of this build is not in this browser.',
  next: 'Go back to Builds, or import its file.',
};
const keyOf = (id: string, { trimJumps, roles, byTechniques }: ReadRequest) =>
  JSON.stringify([id, trimJumps, roles, byTechniques]);

/** The tapes read last, by what was asked: a list, a page and a plan have one reading between them. */
const lately = new Map<string, ReadTape>();
/** So many records of all of them together are held; the last one always is. */
const MOST_RECORDS = 1_000_000;
function remember(key: string, read: ReadTape) {
  lately.delete(key);
  lately.set(key, read);
  let records = 0;
  for (const held of lately.values()) records += held.tape.kind.length;
  for (const [oldest, { tape }] of lately) {
    if (records <= MOST_RECORDS || oldest === key) break;
    lately.delete(oldest);
    records -= tape.kind.length;
  }
}

/** Keeps what was read of a tape that comes into the workroom. */
export function keepReading(id: string, request: ReadRequest, read: ReadTape): void {
  const key = keyOf(id, request);
  remember(key, read);
  void workroom.store.readings.put(key, version, read);
}
/** A tape of the workroom, read; what this version has read before is not read again. */
export async function readStored(id: string, request: ReadRequest): Promise<Result<ReadTape>> {
  const { store } = workroom;
  const key = keyOf(id, request);
  const [bytes, known] = await Promise.all([
    store.tape(id),
    lately.get(key) ?? store.readings.get(key, version),
  ]);
  if (!bytes) return { ok: false, problem: missing };
  if (known) {
    remember(key, known);
    return { ok: true, value: known };
  }
  const { readInWorker } = await import('$lib/workers');
  const read = await readInWorker(bytes, request);
  if (read.ok) keepReading(id, request, read.value);
  return read;
}
