import {
  changeBySheet,
  laySheet,
  readBuildFile,
  sheetType,
  type Bundle,
  type ToldLine,
} from '$lib/core/exchange';
import { planBuild, proposeBuild, proposeTyped, readTyped } from '$lib/core/plan';
import { fail, ok, type Result } from '$lib/core/base';
import { tapeIdOf, MAX_BYTES } from '$lib/core/tape';
import { attempt, type DocumentRecord } from '$lib/store';
import { core, readInWorker, readWatched, type ReadTape, type StoredTape } from '$lib/workers';
import type { Build } from '$lib/core/build';
import { newId, nowIso } from './ids';
import { jobs } from './jobs.svelte';
import { requestFor } from './read-build.svelte';
import { keepReading } from './read-stored';
import { workroom } from './workroom.svelte';

/** From here on reading is watched, with a bar and a way to stop it. Bytes. */
const WATCHED_FROM = 1_500_000;

/** A tape that some builds are made of already. */
export interface KnownTape {
  kind: 'known';
  fileName: string;
  builds: Build[];
  /** makes one more build of it */
  makeSecond: () => Promise<Result<Build>>;
}
/** What came in: a new build, or what the maker has to choose about first. */
export type Imported =
  | { kind: 'build'; build: Build }
  | { kind: 'sheet'; file: File }
  | { kind: 'bundle'; name: string; bundle: Bundle }
  | KnownTape;

/**
 * Takes in a file: a stitch tape, a CSV stitch list, a build file or a ZIP bundle. Answers the new build, or what there is
 * to choose, or one problem; nothing else changes.
 */
export async function importFile(file: File): Promise<Result<Imported>> {
  if (sheetType(file.name)) return ok({ kind: 'sheet', file });
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
  if (/\.json$/i.test(file.name)) return imported(await keepBuildFile(new TextDecoder().decode(bytes)));
  const tape = await tapeBytes(file.name, bytes);
  return tape.ok ? takeTape(tape.value, file.name) : tape;
}
const imported = (build: Result<Build>): Result<Imported> =>
  build.ok ? ok({ kind: 'build', build: build.value }) : build;

/** A tape that comes in: one that is here already is asked about, any other is kept as a new build. */
export async function takeTape(...tape: Parameters<typeof keepTape>): Promise<Result<Imported>> {
  const [bytes, fileName, sheets, label] = tape;
  const builds = await builtFrom(bytes);
  if (!builds.length) return imported(await keepTape(...tape));
  const which = [label, String(builds.length + 1)].filter(Boolean).join(', ');
  return ok({ kind: 'known', fileName, builds, makeSecond: () => keepTape(bytes, fileName, sheets, which) });
}

/** Share of its length by which tapes that sew the same differ at most: some cut their threads with more jumps than others. */
const SAME_LENGTH = 0.1;
/** Builds whose own tape sews the same as this one. */
async function builtFrom(bytes: Uint8Array): Promise<Build[]> {
  const others: StoredTape[] = [];
  for (const id of new Set(workroom.builds.map((b) => b.tapeId))) {
    const length = Number(/^t(\d+)-/.exec(id)?.[1] ?? bytes.length);
    if (Math.abs(length - bytes.length) > SAME_LENGTH * bytes.length) continue;
    const stored = await workroom.store.tape(id);
    if (stored) others.push({ id, bytes: stored });
  }
  if (!others.length) return [];
  const alike = await core((worker) => worker.sewnAlike(bytes, others));
  // What cannot be read is told where it is read.
  return alike.ok ? workroom.builds.filter((b) => alike.value.includes(b.tapeId)) : [];
}

/** A tape that is to take the place of another. */
export async function readTapeFile(file: File): Promise<Result<StoredTape>> {
  const tape = await tapeBytes(file.name, new Uint8Array(await file.arrayBuffer()));
  return tape.ok ? ok({ id: tapeIdOf(tape.value), bytes: tape.value }) : tape;
}
/** The bytes of a tape from a tape or a CSV stitch list. */
export async function tapeBytes(name: string, bytes: Uint8Array): Promise<Result<Uint8Array>> {
  if (!/\.csv$/i.test(name)) return ok(bytes);
  return core((worker) => worker.csvToTape(new TextDecoder().decode(bytes), name.replace(/\.csv$/i, '')));
}

/** Reads a tape; a long one with a bar that can be stopped. */
export async function readBytes(bytes: Uint8Array, name: string): Promise<Result<ReadTape>> {
  const request = requestFor({});
  return bytes.length < WATCHED_FROM
    ? readInWorker(bytes, request)
    : jobs.watch(`Reading ${name}`, (tell, signal) => readWatched(bytes, request, tell, signal));
}

/** A tape as a new build, with the sheets that came with it. @param label what tells it from other versions of it */
async function keepTape(
  bytes: Uint8Array,
  fileName: string,
  sheets: DocumentRecord[] = [],
  label = '',
): Promise<Result<Build>> {
  const read = await readBytes(bytes, fileName);
  if (!read.ok) return read;
  const id = tapeIdOf(bytes);
  // The page that opens next shows the same tape.
  keepReading(id, requestFor({}), read.value);
  const build = proposeBuild(read.value.reading, workroom.workshop, newBuild(id, fileName));
  const name = label ? `${build.name} (${label})`.slice(0, 120) : build.name;
  return keep({ ...build, name, documents: sheets.map(({ id, name }) => ({ id, name })) }, bytes, sheets);
}
/** Typed stops as a new build. @param told with what its sheet says for hands: where the score does not say it, it is put in */
export async function keepTyped(
  name: string,
  typed: NonNullable<Build['typed']>,
  told: readonly ToldLine[],
): Promise<Result<Build>> {
  const workshop = workroom.workshop;
  const build = proposeTyped(typed, workshop, newBuild('typed', name));
  const plan = planBuild(build, readTyped(typed, build.machineId, workshop), workshop);
  const hands = { roles: false, hands: true };
  const { edits } = changeBySheet(laySheet(told, plan), build, typed.stops.length, hands, newId);
  return keep({ ...build, name: name || 'Typed stops', edits: edits ?? [] }, null);
}
export const newBuild = (tapeId: string, fileName: string) => ({
  id: newId(),
  tapeId,
  fileName,
  now: nowIso(),
});

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

export async function keep(
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
