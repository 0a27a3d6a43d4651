import { readBuildFile } from '$lib/core/exchange';
import { proposeBuild, tapeIdOf } from '$lib/core/plan';
import { fail, ok, type Result } from '$lib/core/problem';
import { MAX_BYTES } from '$lib/core/tape';
import { attempt } from '$lib/store';
import { core } from '$lib/workers';
import type { Build } from '$lib/core/build';
import type { Workshop } from '$lib/core/workshop';
import { newId, nowIso } from './ids';
import { workroom } from './workroom.svelte';

/** Takes in a file: a stitch tape, a CSV stitch list or a build file. Answers the new build, or one problem; nothing else changes. */
export async function importFile(file: File): Promise<Result<Build>> {
  if (file.size > MAX_BYTES * 1.4)
    return fail(
      'too-large',
      `${file.name} has ${Math.round(file.size / 1e6)} MB; a stitch tape has at most 67.`,
      'Choose the .dst file of the design; nothing here was changed.',
    );
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (/\.json$/i.test(file.name)) return keepBuildFile(new TextDecoder().decode(bytes));
  if (/\.csv$/i.test(file.name)) {
    const tape = await core().csvToTape(new TextDecoder().decode(bytes), file.name.replace(/\.csv$/i, ''));
    return tape.ok ? keepTape(tape.bytes, file.name) : tape;
  }
  return keepTape(bytes, file.name);
}

async function keepTape(bytes: Uint8Array, fileName: string): Promise<Result<Build>> {
  const answer = await core().read(bytes, workroom.numbers['reading.trimJumps'], {});
  if (!answer.ok) return answer;
  const workshop = plain(workroom.workshop);
  const build = proposeBuild(answer.reading, workshop, {
    id: newId(),
    tapeId: tapeIdOf(bytes),
    fileName,
    now: nowIso(),
  });
  return keep(build, bytes);
}

async function keepBuildFile(text: string): Promise<Result<Build>> {
  const read = readBuildFile(text);
  if (!read.ok) return read;
  const { build, tape } = read.value;
  // A build that is already here is kept; the file becomes a second one.
  const known = workroom.builds.some((b) => b.id === build.id);
  return keep(
    known ? { ...build, id: newId(), name: `${build.name} (imported)`.slice(0, 120) } : build,
    tape,
  );
}

async function keep(build: Build, tape: Uint8Array): Promise<Result<Build>> {
  const written = await attempt(() => workroom.store.addBuild(build, tape));
  if (!written.ok) return written;
  await workroom.refresh();
  return ok(build);
}

const plain = (workshop: Workshop): Workshop => JSON.parse(JSON.stringify(workshop)) as Workshop;
