/**
 * The line along which a block runs, 0.1 mm: the points of a run, the middle of a zigzag or satin, a bean taken once.
 * u: way along the line so far. opens[i] = 1 where a strand begins.
 */
export interface Centreline {
  x: Float32Array;
  y: Float32Array;
  u: Float32Array;
  opens: Uint8Array;
  /** 1 where the line goes over itself again */
  again: Uint8Array;
  n: number;
}

/** Points of a centreline stand at least this far apart, 0.1 mm. */
export const STEP = 10;
/** Within this of an older part of the line it is the same line, 0.1 mm. */
export const REACH = 9;
