import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import * as z from 'zod';
import { pictureType } from '../picture';
import { firstFault, fail, ok, uniqueIds, type Result } from '../base';
import { readTape } from '../tape';
import { recordsSchema, type BackupFile, type WorkroomData } from './types';

const FORMAT = 'jolt-step-workroom';
const VERSION = 1;
const INDEX = 'workroom.json';
/** The oldest day a ZIP can name: the same content makes the same bytes whenever it is packed. */
const DAY_ONE = '1980-01-02T00:00:00';
const MOST_FILES = 200_000;
const MOST_UNPACKED = 2 ** 31 - 1;
/** Records and tapes pack to a tenth or so; what packs to far less is no workroom. Small files may. */
const MOST_RATIO = 200;
const SMALL = 4 * 1024 * 1024;

const text = z.string().max(260);
const fileSchema = z.object({
  id: z.string().regex(/^[\w-]{1,200}$/),
  bytes: z.int().min(0),
  /** of its bytes */
  hash: z.string().max(40),
  name: text.optional(),
  type: text.optional(),
  runId: z.string().max(200).optional(),
});
const KINDS = ['tapes', 'sheets', 'photos'] as const;
const indexSchema = z.object({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  files: z.record(z.enum(KINDS), uniqueIds(z.array(fileSchema).max(MOST_FILES))),
  records: recordsSchema,
});

/** FNV-1a, 32 bit, and the length: tells a damaged file from a sound one, not one author from another. */
function hashOf(bytes: Uint8Array): string {
  let h = 0x811c9dc5;
  for (const b of bytes) h = Math.imul(h ^ b, 0x01000193);
  return (h >>> 0).toString(16).padStart(8, '0');
}
/** Keys in one order, however the record was made. */
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .filter(([, v]) => v !== undefined)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([k, v]) => [k, sorted(v)]),
        )
      : value;
const byId = <T>(list: readonly T[], id: (item: T) => string): T[] =>
  list.toSorted((a, b) => (id(a) < id(b) ? -1 : 1));

/**
 * A backup as the bytes of one zip: records as JSON, files beside them with their hashes. The same workroom always
 * gives the same bytes.
 */
export function packBackup(data: WorkroomData): Uint8Array {
  const { tapes, sheets, photos, ...records } = data;
  const all = {
    tapes: byId(tapes, (f) => f.id),
    sheets: byId(sheets, (f) => f.id),
    photos: byId(photos, (f) => f.id),
  };
  const index = sorted({
    format: FORMAT,
    version: VERSION,
    files: Object.fromEntries(
      KINDS.map((kind) => [
        kind,
        all[kind].map(({ bytes, ...more }) => ({ ...more, bytes: bytes.length, hash: hashOf(bytes) })),
      ]),
    ),
    records: {
      ...records,
      builds: byId(records.builds, (b) => b.id),
      runs: byId(records.runs, (r) => r.run.id),
      movements: byId(records.movements, (m) => m.id),
    },
  });
  const zip: Zippable = { [INDEX]: strToU8(JSON.stringify(index)) };
  // Photos are packed already.
  for (const kind of KINDS)
    for (const { id, bytes } of all[kind])
      zip[`${kind}/${id}`] = [bytes, { level: kind === 'photos' ? 0 : 6 }];
  return zipSync(zip, { mtime: DAY_ONE });
}

const nothing = 'Nothing here was changed.';
const damaged = (where: string): Result<never> =>
  fail('bad-backup', `This backup is damaged: ${where}.`, `Choose another one. ${nothing}`);

/** Reads a backup whole or not at all: a foreign, cut-off, newer or swollen file gets one sentence. */
export function readBackup(bytes: Uint8Array): Result<WorkroomData> {
  const foreign = fail(
    'not-a-backup',
    'This file is not a backup of a workroom.',
    `Choose a .zip that Jolt Step made. ${nothing}`,
  );
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) return foreign;
  let total = 0;
  let files = 0;
  let bomb = false;
  let unpacked: Record<string, Uint8Array> | null = null;
  try {
    unpacked = unzipSync(bytes, {
      filter: ({ originalSize, size }) => {
        total += originalSize;
        if (
          ++files > MOST_FILES ||
          total > MOST_UNPACKED ||
          (originalSize > SMALL && originalSize > MOST_RATIO * size)
        )
          bomb = true;
        return !bomb;
      },
    });
  } catch {
    // Told below: a cut-off archive throws whatever it met.
  }
  if (bomb)
    return fail(
      'zip-bomb',
      'This ZIP would unpack to far more than a workroom takes; it was not opened.',
      `Choose a .zip that Jolt Step made. ${nothing}`,
    );
  if (!unpacked)
    return fail(
      'bad-zip',
      'This ZIP is cut off or damaged and cannot be opened.',
      `Copy it again, or choose another backup. ${nothing}`,
    );
  const raw = unpacked[INDEX];
  if (!raw) return foreign;
  let json: unknown;
  try {
    json = JSON.parse(strFromU8(raw));
  } catch {
    return damaged('its records cannot be read');
  }
  const head = z.object({ format: z.literal(FORMAT), version: z.int() }).safeParse(json);
  if (!head.success) return foreign;
  if (head.data.version > VERSION)
    return fail(
      'newer-version',
      'This backup comes from a newer Jolt Step.',
      `Update Jolt Step, then restore it. ${nothing}`,
    );
  const parsed = indexSchema.safeParse(json);
  if (!parsed.success) {
    const { at, why } = firstFault(parsed.error);
    return damaged(`${at}, ${why}`);
  }
  const { files: listed, records } = parsed.data;
  const data: WorkroomData = { ...records, tapes: [], sheets: [], photos: [] };
  for (const kind of KINDS)
    for (const { bytes: length, hash, ...more } of listed[kind] ?? []) {
      const found = unpacked[`${kind}/${more.id}`];
      if (!found || found.length !== length || hashOf(found) !== hash)
        return damaged(`${kind}/${more.id} is missing or changed`);
      if (kind === 'tapes' && !readTape(found).ok) return damaged(`${kind}/${more.id} is no stitch tape`);
      // Of any other type it might be a document with scripts of its own.
      if (kind === 'photos' && (!pictureType(found) || pictureType(found) !== more.type))
        return damaged(`${kind}/${more.id} is no picture`);
      data[kind].push({ ...more, bytes: found } as BackupFile);
    }
  return ok(data);
}
