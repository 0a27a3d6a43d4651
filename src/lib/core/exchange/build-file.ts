import * as z from 'zod';
import { BUILD_SCHEMA_VERSION, buildSchema, type Build } from '../build';
import { fail, ok, type Result } from '../problem';
import { MAX_BYTES, readTape } from '../tape';
import { fromBase64, toBase64 } from './base64';

const FORMAT = 'jolt-step-build';

/** One build with its tape, as a file. */
export const buildFileSchema = z.object({
  format: z.literal(FORMAT),
  schemaVersion: z.literal(BUILD_SCHEMA_VERSION),
  build: buildSchema,
  /** the tape's bytes, base64 */
  tape: z.string().max(Math.ceil((MAX_BYTES * 4) / 3) + 4),
});
export type BuildFile = z.infer<typeof buildFileSchema>;

export const writeBuildFile = (build: Build, tape: Uint8Array): string =>
  `${JSON.stringify({ format: FORMAT, schemaVersion: BUILD_SCHEMA_VERSION, build, tape: toBase64(tape) } satisfies BuildFile, null, 2)}\n`;

/** Reads a build file: the build and its tape, or one sentence. Nothing half-read comes out. */
export function readBuildFile(text: string): Result<{ build: Build; tape: Uint8Array }> {
  const again = 'Export it again from where it came; nothing here was changed.';
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
    const { path, message } = parsed.error.issues[0];
    return fail(
      'bad-build',
      `This build file is damaged at ${path.join('.') || 'its root'}: ${message}.`,
      again,
    );
  }
  const tape = fromBase64(parsed.data.tape);
  if (!tape) return fail('bad-build', 'The tape inside this build file is damaged.', again);
  const read = readTape(tape);
  if (!read.ok)
    return fail(
      'bad-build',
      `The tape inside this build file cannot be used: ${read.problem.message}`,
      again,
    );
  return ok({ build: parsed.data.build, tape });
}
