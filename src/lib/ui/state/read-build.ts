import { roleOverrides, type Build } from '$lib/core/build';
import { ok, type Problem, type Result } from '$lib/core/problem';
import { typedReading, type Reading, type RoleOverrides } from '$lib/core/reading';
import { emptyTape, type Tape } from '$lib/core/tape';
import { core } from '$lib/workers';
import { workroom } from './workroom.svelte';

export interface ReadTape {
  tape: Tape;
  reading: Reading;
}
/** A build's own tape (or its typed stops) and those sewn in between, by insertion: read. */
export interface ReadBuild {
  own: ReadTape;
  inserted: Record<string, ReadTape>;
}

const missing: Problem = {
  code: 'no-tape',
  message: 'The tape of this build is not in this browser.',
  next: 'Go back to Builds, or import its file.',
};

/** Reads all a build is sewn from. An inserted tape that is gone is left out; without its own tape there is no build. */
export async function readBuild(build: Build): Promise<Result<ReadBuild>> {
  const own = build.typed
    ? ok({ tape: emptyTape(), reading: readTyped(build, build.typed) })
    : await readStored(build.tapeId, roleOverrides(build));
  if (!own.ok) return own;
  const inserted: ReadBuild['inserted'] = {};
  for (const { id, tapeId } of build.insertions) {
    const read = tapeId ? await readStored(tapeId, {}) : null;
    if (read?.ok) inserted[id] = read.value;
  }
  return ok({ own: own.value, inserted });
}

function readTyped({ machineId }: Build, { stops, widthMm, heightMm }: NonNullable<Build['typed']>): Reading {
  const { machines } = workroom.workshop;
  const machine = machines.find((m) => m.id === machineId) ?? machines[0];
  return typedReading(
    stops,
    widthMm && heightMm ? { width: widthMm, height: heightMm } : null,
    machine.speed,
  );
}

/** A tape by itself, read without anybody's roles. */
export const readTapeOf = (id: string): Promise<Result<ReadTape>> => readStored(id, {});
async function readStored(id: string, roles: RoleOverrides): Promise<Result<ReadTape>> {
  const bytes = await workroom.store.tape(id);
  if (!bytes) return { ok: false, problem: missing };
  const answer = await core().read(bytes, workroom.numbers['reading.trimJumps'], roles);
  return answer.ok ? ok({ tape: answer.tape, reading: answer.reading }) : answer;
}

/** The readings alone, as the plan takes them. */
export const readingsOf = (inserted: ReadBuild['inserted']): Record<string, Reading> =>
  Object.fromEntries(Object.entries(inserted).map(([id, i]) => [id, i.reading]));
