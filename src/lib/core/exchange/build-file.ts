import * as z from 'zod';
import { BUILD_SCHEMA_VERSION, buildSchema, type Build } from '../build';
import { firstFault, fail, ok, type Result } from '../base';
import { MAX_BYTES, readTape } from '../tape';
import { fromBase64, toBase64 } from './base64';

const FORMAT = 'jolt-step-build';

const base64Tape = z.string().max(Math.ceil((MAX_BYTES * 4) / 3) + 4);

/** One build with its tapes, as a file. */
export const buildFileSchema = z.object({
  format: z.literal(FORMAT),
  schemaVersion: z.literal(BUILD_SCHEMA_VERSION),
  build: buildSchema,
  /** the tape's bytes, base64; empty where the stops were typed */
  tape: base64Tape,
  /** tapes that are sewn in between, and the one that the build came on, by their id */
  inserted: z.record(z.string().min(1).max(120), base64Tape).default({}),
});
export type BuildFile = z.infer<typeof buildFileSchema>;

/** A tape of a build, by the hash of its bytes. */
export interface NamedTape {
  id: string;
  bytes: Uint8Array;
}

/** @param tape null where the stops were typed  @param inserted tapes that are sewn in between, and the one that it came on */
export const writeBuildFile = (
  build: Build,
  tape: Uint8Array | null,
  inserted: readonly NamedTape[] = [],
): string =>
  `${JSON.stringify(
    {
      format: FORMAT,
      schemaVersion: BUILD_SCHEMA_VERSION,
      build,
      tape: tape ? toBase64(tape) : '',
      inserted: Object.fromEntries(inserted.map((t) => [t.id, toBase64(t.bytes)])),
    } satisfies BuildFile,
    null,
    2,
  )}\n`;

/** Reads a build file: the build and its tape, or one sentence. Nothing half-read comes out. */
export function readBuildFile(
  text: string,
): Result<{ build: Build; tape: Uint8Array | null; inserted: NamedTape[] }> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return fail('not-json', 'This build file is cut off or damaged: it cannot be read as JSON.', again);
  }
  const head = z.object({ format: z.literal(FORMAT), schemaVersion: z.number() }).safeParse(raw);
  if (!head.success)
    return fail(
      'not-a-build',
      'This JSON text is not a Jolt Step build file.',
      'Choose a file that was exported from a build.',
    );
  if (head.data.schemaVersion > BUILD_SCHEMA_VERSION)
    return fail(
      'newer-version',
      `This build file comes from a newer Jolt Step (version ${head.data.schemaVersion}; this one reads ${BUILD_SCHEMA_VERSION}).`,
      'Update Jolt Step, then import it; nothing here was changed.',
    );
  const parsed = buildFileSchema.safeParse(raw);
  if (!parsed.success) {
    const { at, why } = firstFault(parsed.error);
    return fail('bad-build', `This build file is damaged at ${at || 'its root'}: ${why}.`, again);
  }
  const { build } = parsed.data;
  const tape = build.typed ? null : usableTape(parsed.data.tape);
  if (tape && !tape.ok) return tape;
  const inserted: NamedTape[] = [];
  for (const [id, text] of Object.entries(parsed.data.inserted)) {
    const other = usableTape(text);
    if (!other.ok) return other;
    inserted.push({ id, bytes: other.value });
  }
  return ok({ build, tape: tape && tape.value, inserted });
}

const again = 'Export it again from where it came; nothing here was changed.';
function usableTape(text: string): Result<Uint8Array> {
  const bytes = fromBase64(text);
  if (!bytes) return fail('bad-build', 'A tape inside this build file is damaged.', again);
  const read = readTape(bytes);
  return read.ok
    ? ok(bytes)
    : fail('bad-build', `A tape inside this build file cannot be used: ${read.problem.message}`, again);
}
