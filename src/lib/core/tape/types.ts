import type { Problem } from '../base';

/** What a record does. Stop = the machine halts or changes colour. */
export const STITCH = 0;
/** Moves without a stitch; several in a row are a trim. */
export const JUMP = 1;
/** The machine halts, or changes thread by itself. */
export const STOP = 2;
/** What a record does. */
export type RecordKind = typeof STITCH | typeof JUMP | typeof STOP;
/** By RecordKind. */
export const KIND_NAMES = ['stitch', 'jump', 'stop'] as const;

/**
 * A stitch tape in memory: where each record leaves the needle, from the start point (0, 0).
 * x, y in 0.1 mm, y up. The arrays have one entry a record and can be transferred to a worker.
 */
export interface Tape {
  label: string;
  x: Int32Array;
  y: Int32Array;
  kind: Uint8Array;
  /** what was odd in the file, one sentence each; the records were trusted */
  warnings: string[];
}

/** A tape with nothing on it. */
export const emptyTape = (label = ''): Tape => ({
  label,
  x: new Int32Array(),
  y: new Int32Array(),
  kind: new Uint8Array(),
  warnings: [],
});

/** A run of records [from, to) between two stops: a range over the tape, never a copy. */
export interface Block {
  from: number;
  to: number;
}

/** A tape, or why the file is none. */
export type TapeResult = { ok: true; value: Tape } | { ok: false; problem: Problem };

/** Longest move of one record on one axis, 0.1 mm. */
export const MAX_MOVE = 121;
/** Before the first record. */
export const HEADER_BYTES = 512;
/** A larger file is refused unread. */
export const MAX_BYTES = 64 * 1024 * 1024;
/** More than any machine takes; a tape beyond it is refused. */
export const MAX_RECORDS = 5_000_000;
/** 10 m in 0.1 mm: no frame is larger, so a tape beyond it is damaged. */
export const MAX_EXTENT = 100_000;
