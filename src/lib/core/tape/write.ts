import { fail, ok, type Result } from '../base';
import { TapeAssembler } from './assembler';
import { makeHeader } from './header';
import { HEADER_BYTES, JUMP, KIND_NAMES, MAX_MOVE, MAX_RECORDS, STITCH, STOP, type Tape } from './types';

/** Top bits and the two set bits of byte 2 by kind. */
const KIND_BITS = [0x03, 0x83, 0xc3];
/** Bit of +weight and of −weight for 1, 3, 9, 27, 81: [byte, plus, minus]. */
const X_BITS: [number, number, number][] = [
  [0, 0, 1],
  [1, 0, 1],
  [0, 2, 3],
  [1, 2, 3],
  [2, 2, 3],
];
const Y_BITS: [number, number, number][] = [
  [0, 7, 6],
  [1, 7, 6],
  [0, 5, 4],
  [1, 5, 4],
  [2, 5, 4],
];

/** Writes one axis in balanced ternary: each digit −1, 0 or 1 of 1, 3, 9, 27, 81. |move| ≤ 121. */
function putAxis(record: Uint8Array, at: number, move: number, bits: typeof X_BITS) {
  let rest = move;
  for (const [byte, plus, minus] of bits) {
    const digit = ((((rest + 1) % 3) + 3) % 3) - 1;
    if (digit) record[at + byte] |= 1 << (digit > 0 ? plus : minus);
    rest = (rest - digit) / 3;
  }
}

/** Records that the move to place i takes. */
function partsOf({ x, y }: Tape, i: number): number {
  const dx = x[i] - (i ? x[i - 1] : 0);
  const dy = y[i] - (i ? y[i - 1] : 0);
  return Math.max(1, Math.ceil(Math.max(Math.abs(dx), Math.abs(dy)) / MAX_MOVE));
}
/** Records that a tape takes as a file, its end not counted. */
function recordsOf(tape: Tape): number {
  let records = 0;
  for (let i = 0; i < tape.x.length; i++) records += partsOf(tape, i);
  return records;
}

/**
 * Splits moves longer than one record can hold into equal parts: jumps, then the record itself.
 * A tape without long moves comes back as it is.
 */
export function splitLongMoves(tape: Tape): Tape {
  const room = recordsOf(tape);
  if (room === tape.x.length) return tape;
  const x = new Int32Array(room);
  const y = new Int32Array(room);
  const kind = new Uint8Array(room);
  let n = 0;
  for (let i = 0; i < tape.x.length; i++) {
    const k = partsOf(tape, i);
    const fromX = i ? tape.x[i - 1] : 0;
    const fromY = i ? tape.y[i - 1] : 0;
    for (let part = 1; part <= k; part++, n++) {
      x[n] = Math.round(fromX + ((tape.x[i] - fromX) * part) / k);
      y[n] = Math.round(fromY + ((tape.y[i] - fromY) * part) / k);
      kind[n] = part < k ? JUMP : tape.kind[i];
    }
  }
  return { ...tape, x, y, kind };
}

/** The tape as a file. Reading it back gives the same needle points and stops; header counts are true. */
export function writeTape(source: Tape): Uint8Array<ArrayBuffer> {
  const tape = splitLongMoves(source);
  const bytes = new Uint8Array(HEADER_BYTES + (tape.x.length + 1) * 3);
  bytes.set(makeHeader(tape));
  let px = 0;
  let py = 0;
  for (let i = 0, at = HEADER_BYTES; i < tape.x.length; i++, at += 3) {
    bytes[at + 2] = KIND_BITS[tape.kind[i]];
    putAxis(bytes, at, tape.x[i] - px, X_BITS);
    putAxis(bytes, at, tape.y[i] - py, Y_BITS);
    px = tape.x[i];
    py = tape.y[i];
  }
  bytes.set([0x00, 0x00, 0xf3], bytes.length - 3);
  return bytes;
}

/** One record as it stands in the open stitch list. */
export interface StitchRow {
  /** mm from the start point, y up */
  x: number;
  y: number;
  kind: (typeof KIND_NAMES)[number];
}

/** The open stitch list: absolute mm to 0.1, in order. */
export const tapeToRows = (tape: Tape): StitchRow[] =>
  Array.from(tape.x, (x, i) => ({ x: x / 10, y: tape.y[i] / 10, kind: KIND_NAMES[tape.kind[i]] }));

/** A tape from a stitch list. Rows are in mm; they are rounded to 0.1. */
export function rowsToTape(label: string, rows: readonly StitchRow[]): Tape {
  const kinds = { stitch: STITCH, jump: JUMP, stop: STOP } as const;
  const tape = new TapeAssembler(label, rows.length);
  for (const r of rows) tape.put(r.x * 10, r.y * 10, kinds[r.kind]);
  return tape.done();
}

/** What a list would need more room for than a tape has: long moves become many records. */
export function fitsATape(tape: Tape): Result<Tape> {
  return recordsOf(tape) <= MAX_RECORDS
    ? ok(tape)
    : fail(
        'too-many-records',
        `Its long moves need more than ${MAX_RECORDS} records on a tape.`,
        'Split the design into parts.',
      );
}
