import { BUILD_SCHEMA_VERSION, type Build } from '../build';
import { numbersWith } from '../numbers';
import type { Reading } from '../reading';
import { rankTechniques } from '../techniques';
import { smallestHoop, type Workshop } from '../workshop';

export interface NewBuild {
  id: string;
  tapeId: string;
  fileName: string;
  /** ISO time */
  now: string;
}

/** A build for a tape that nobody has described: best technique, smallest hoop that fits. */
export function proposeBuild(
  reading: Reading,
  workshop: Workshop,
  { id, tapeId, fileName, now }: NewBuild,
): Build {
  const { extents: e } = reading;
  const hoop =
    smallestHoop(workshop, numbersWith(workshop.numbers), {
      width: e.maxX - e.minX,
      height: e.maxY - e.minY,
    }) ?? workshop.hoops.reduce((a, b) => (a.widthMm * a.heightMm >= b.widthMm * b.heightMm ? a : b));
  const name = fileName.replace(/\.[^.]*$/, '').trim() || reading.label || 'New build';
  return {
    schemaVersion: BUILD_SCHEMA_VERSION,
    id,
    name: name.slice(0, 120),
    technique: rankTechniques(reading)[0].technique.id,
    tapeId,
    fileName: fileName.slice(0, 260),
    roles: {},
    threads: [],
    materials: {},
    edits: [],
    machineId: hoop.machineId,
    hoopId: hoop.id,
    order: { quantity: 1, repeats: 1 },
    notes: '',
    createdAt: now,
    changedAt: now,
  };
}

/** Names a tape by its bytes: length and two 32-bit FNV-1a hashes from different starts. */
export function tapeIdOf(bytes: Uint8Array): string {
  let a = 0x811c9dc5;
  let b = 0x9e3779b9;
  for (let i = 0; i < bytes.length; i++) {
    a = Math.imul(a ^ bytes[i], 0x01000193);
    b = Math.imul(b ^ bytes[i] ^ (i & 0xff), 0x01000193);
  }
  const hex = (n: number) => (n >>> 0).toString(16).padStart(8, '0');
  return `t${bytes.length}-${hex(a)}${hex(b)}`;
}
