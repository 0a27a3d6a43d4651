import type { Bundle } from '$lib/core/exchange';
import { readBuildFile } from '$lib/core/exchange';
import { proposeBuild, proposeTyped } from '$lib/core/plan';
import { fail, ok, type Result } from '$lib/core/base';
import type { Reading } from '$lib/core/reading';
import { tapeIdOf, MAX_BYTES } from '$lib/core/tape';
import { attempt, type DocumentRecord } from '$lib/store';
import { core, readInWorker, readWatched } from '$lib/workers';
import type { Build } from '$lib/core/build';
import type { Workshop } from '$lib/core/workshop';
import { newId, nowIso } from './ids';
import { jobs } from './jobs.svelte';
import { requestFor } from './read-build.svelte';
import { workroom } from './workroom.svelte';

/** From here on reading is watched, with a bar and a way to stop it. Bytes. */
const WATCHED_FROM = 1_500_000;

/** What came in: a new build, or a bundle to choose from. */
export type Imported = { kind: 'build'; build: Build } | { kind: 'bundle'; name: string; bundle: Bundle };

/**
 * Takes in a file: a stitch tape, a CSV stitch list, a build file or a ZIP bundle. Answers the new build, or the bundle
 * to choose from, or one problem; nothing else changes.
 */
export async function importFile(file: File): Promise<Result<Imported>> {
  const zip = /\.zip$/i.test(file.name);
  if (file.size > MAX_BYTES * (zip ? 4 : 1.4))
    return fail(
      'too-large',
      `${file.name} has ${Math.round(file.size / 1e6)} MB; a ${zip ? 'bundle' : 'stitch tape'} has at most ${zip ? 268 : 67}.`,
      'Choose the .dst file of the design; nothing here was changed.',
    );
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (zip) {
    const bundle = await core((worker) => worker.unpack(bytes));
    return bundle.ok ? ok({ kind: 'bundle', name: file.name, bundle: bundle.value }) : bundle;
  }
  const build = await importBuild(file.name, bytes);
  return build.ok ? ok({ kind: 'build', build: build.value }) : build;
}

async function importBuild(name: string, bytes: Uint8Array): Promise<Result<Build>> {
  if (/\.json$/i.test(name)) return keepBuildFile(new TextDecoder().decode(bytes));
  const tape = await tapeBytes(name, bytes);
  return tape.ok ? keepTape(tape.value, name) : tape;
}

/** The bytes of a tape from a tape or a CSV stitch list. */
export async function tapeBytes(name: string, bytes: Uint8Array): Promise<Result<Uint8Array>> {
  if (!/\.csv$/i.test(name)) return ok(bytes);
  return core((worker) => worker.csvToTape(new TextDecoder().decode(bytes), name.replace(/\.csv$/i, '')));
}

/** Reads a tape; a long one with a bar that can be stopped. */
export async function readBytes(bytes: Uint8Array, name: string): Promise<Result<Reading>> {
  const request = requestFor({});
  const answer =
    bytes.length < WATCHED_FROM
      ? await readInWorker(bytes, request)
      : await jobs.watch(`Reading ${name}`, (tell, signal) => readWatched(bytes, request, tell, signal));
  return answer.ok ? ok(answer.value.reading) : answer;
}

/** A tape as a new build, with the sheets that came with it. @param label what tells it from other versions of it */
export async function keepTape(
  bytes: Uint8Array,
  fileName: string,
  sheets: DocumentRecord[] = [],
  label = '',
): Promise<Result<Build>> {
  const read = await readBytes(bytes, fileName);
  if (!read.ok) return read;
  const build = proposeBuild(read.value, plain(workroom.workshop), newBuild(tapeIdOf(bytes), fileName));
  const name = label ? `${build.name} (${label})`.slice(0, 120) : build.name;
  return keep({ ...build, name, documents: sheets.map(({ id, name }) => ({ id, name })) }, bytes, sheets);
}
/** Typed stops as a new build. */
export async function keepTyped(name: string, typed: NonNullable<Build['typed']>): Promise<Result<Build>> {
  const build = proposeTyped(typed, plain(workroom.workshop), newBuild('typed', name));
  return keep({ ...build, name: name || 'Typed stops' }, null);
}
const newBuild = (tapeId: string, fileName: string) => ({ id: newId(), tapeId, fileName, now: nowIso() });

async function keepBuildFile(text: string): Promise<Result<Build>> {
  const read = readBuildFile(text);
  if (!read.ok) return read;
  const { build, tape, inserted } = read.value;
  // A build that is already here is kept; the file becomes a second one.
  const known = workroom.builds.some((b) => b.id === build.id);
  const kept = known ? { ...build, id: newId(), name: `${build.name} (imported)`.slice(0, 120) } : build;
  const written = await attempt(() =>
    workroom.store.addBuild({ ...kept, documents: [] }, [
      ...(tape ? [{ id: build.tapeId, bytes: tape }] : []),
      ...inserted,
    ]),
  );
  if (!written.ok) return written;
  await workroom.refresh();
  return ok(kept);
}

async function keep(
  build: Build,
  tape: Uint8Array | null,
  sheets: DocumentRecord[] = [],
): Promise<Result<Build>> {
  const own = tape ? [{ id: build.tapeId, bytes: tape }] : [];
  const written = await attempt(() => workroom.store.addBuild(build, own, sheets));
  if (!written.ok) return written;
  await workroom.refresh();
  return ok(build);
}

const plain = (workshop: Workshop): Workshop => JSON.parse(JSON.stringify(workshop)) as Workshop;
