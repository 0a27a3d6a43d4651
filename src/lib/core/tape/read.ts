import { fail } from '../base';
import { checkHeader, headerLabel } from './header';
import { foreignKind } from './foreign';
import {
  HEADER_BYTES,
  JUMP,
  MAX_BYTES,
  MAX_EXTENT,
  MAX_RECORDS,
  STITCH,
  STOP,
  type Tape,
  type TapeResult,
} from './types';

/** Decoded move of each possible byte at each of the three places, 0.1 mm. */
const moves = (weights: [number, number][]) => {
  const table = new Int32Array(256);
  for (let byte = 0; byte < 256; byte++)
    for (const [bit, weight] of weights) if (byte & (1 << bit)) table[byte] += weight;
  return table;
};
const X0 = moves([
  [0, 1],
  [1, -1],
  [2, 9],
  [3, -9],
]);
const Y0 = moves([
  [7, 1],
  [6, -1],
  [5, 9],
  [4, -9],
]);
const X1 = moves([
  [0, 3],
  [1, -3],
  [2, 27],
  [3, -27],
]);
const Y1 = moves([
  [7, 3],
  [6, -3],
  [5, 27],
  [4, -27],
]);
const X2 = moves([
  [2, 81],
  [3, -81],
]);
const Y2 = moves([
  [5, 81],
  [4, -81],
]);
/** Kind by the two top bits of byte 2: 00 stitch, 10 jump, 11 stop, 01 sequin (no needle: a jump). */
const KIND_BY_TOP = [STITCH, JUMP, JUMP, STOP];
const END = 0xf3;
/** Share of records without their two set bits above which the bytes are no tape. */
const MAX_DAMAGED_SHARE = 0.1;

/**
 * Reads a stitch tape. Total: any byte string gives a tape with warnings, or one problem in a sentence.
 * The records are trusted, the header only compared with them.
 * @param bytes the file, header included
 */
export function readTape(bytes: Uint8Array): TapeResult {
  if (bytes.length === 0)
    return fail(
      'empty-file',
      'This file is empty.',
      'Copy it from the stick or mail again, then drop it here.',
    );
  if (bytes.length > MAX_BYTES)
    return fail(
      'too-large',
      `This file has ${Math.round(bytes.length / 1e6)} MB; a stitch tape has at most 67.`,
      'Choose the .dst file of the design.',
    );
  const foreign = foreignKind(bytes);
  if (foreign)
    return fail(
      'not-a-tape',
      `This is ${foreign}, not a stitch tape.`,
      'Choose the file that ends in .dst; nothing here was changed.',
    );
  if (bytes.length < HEADER_BYTES + 3)
    return fail(
      'no-stitches',
      'This file is too short to hold a stitch: it has only a header, or less.',
      'Export or download the design again.',
    );

  const room = Math.floor((bytes.length - HEADER_BYTES) / 3);
  if (room > MAX_RECORDS + 1)
    return fail(
      'too-many-records',
      `This tape has about ${room} records; ${MAX_RECORDS} is the most that can be read.`,
      'Split the design into parts and read them one by one.',
    );

  const x = new Int32Array(room);
  const y = new Int32Array(room);
  const kind = new Uint8Array(room);
  let n = 0;
  let px = 0;
  let py = 0;
  let minX = 0;
  let maxX = 0;
  let minY = 0;
  let maxY = 0;
  let stops = 0;
  let damaged = 0;
  let sequins = 0;
  let idleStops = 0;
  let stitches = 0;
  let stitchesAtStop = 0;
  let ended = false;
  let at = HEADER_BYTES;
  for (const last = bytes.length - 2; at < last; at += 3) {
    const b0 = bytes[at];
    const b1 = bytes[at + 1];
    const b2 = bytes[at + 2];
    if (b2 === END) {
      ended = true;
      at += 3;
      break;
    }
    if ((b2 & 3) !== 3) damaged++;
    px += X0[b0] + X1[b1] + X2[b2];
    py += Y0[b0] + Y1[b1] + Y2[b2];
    const top = b2 >> 6;
    const k = KIND_BY_TOP[top];
    if (top === 1) sequins++;
    if (k === STITCH) stitches++;
    else if (k === STOP) {
      stops++;
      if (stitches === stitchesAtStop) idleStops++;
      stitchesAtStop = stitches;
    }
    if (px < minX) minX = px;
    else if (px > maxX) maxX = px;
    if (py < minY) minY = py;
    else if (py > maxY) maxY = py;
    x[n] = px;
    y[n] = py;
    kind[n++] = k;
  }

  if (damaged > n * MAX_DAMAGED_SHARE)
    return fail(
      'not-a-tape',
      'This file does not hold stitch records, whatever its name says.',
      'Choose the .dst file that came with the design; nothing here was changed.',
    );
  if (stitches === 0)
    return fail(
      'no-stitches',
      'This tape has a header but not one stitch.',
      'Export or download the design again.',
    );
  const widest = Math.max(maxX, -minX, maxY, -minY);
  if (widest > MAX_EXTENT)
    return fail(
      'too-wide',
      `The stitches run ${Math.round(widest / 10000)} m out: the tape is damaged.`,
      'Export or download the design again.',
    );

  const warnings: string[] = [];
  if (!ended)
    warnings.push(
      'The end record is missing; the tape may be cut off. Compare the last block with the picture.',
    );
  if (damaged) warnings.push(`${damaged} damaged records were read as well as they could be.`);
  if (sequins) warnings.push(`${sequins} sequin commands were read as jumps.`);
  if (idleStops)
    warnings.push(
      idleStops === 1
        ? 'One stop has nothing sewn before it; it makes no block of its own.'
        : `${idleStops} stops have nothing sewn before them; they make no blocks of their own.`,
    );
  const tail = strayTail(bytes, at, ended);
  if (tail) warnings.push(`${tail} bytes after the last record were left out.`);
  // The arrays keep their room; a view of the records used costs nothing and transfers after a slice.
  const fit = n === room;
  const tape: Tape = {
    label: headerLabel(bytes),
    x: fit ? x : x.slice(0, n),
    y: fit ? y : y.slice(0, n),
    kind: fit ? kind : kind.slice(0, n),
    warnings,
  };
  warnings.push(...checkHeader(bytes, { records: n, stops, minX, maxX, minY, maxY }));
  return { ok: true, value: tape };
}

/** Bytes behind the end that are neither padding nor the customary end-of-file mark. */
function strayTail(bytes: Uint8Array, from: number, ended: boolean): number {
  if (!ended) return bytes.length - from;
  let stray = 0;
  for (let i = from; i < bytes.length; i++) if (![0x00, 0x1a, 0x20].includes(bytes[i])) stray++;
  return stray;
}
