/**
 * The stitch tape (.dst): bytes in, typed arrays out, and back without loss.
 * x, y in 0.1 mm from the start point, y up. Reading is total; see readTape.
 */
export { readTape } from './read';
export { fitsATape, writeTape, splitLongMoves, tapeToRows, rowsToTape, type StitchRow } from './write';
export { TapeAssembler, TRIM_JUMPS } from './assembler';
export { sewnRecords, tapeBlocks } from './blocks';
export { tapeIdOf } from './id';
export { isSewnAlike } from './same';
export { mirrored } from './mirrored';
export { stitchBox } from './extents';
export {
  STITCH,
  JUMP,
  STOP,
  MAX_BYTES,
  MAX_EXTENT,
  MAX_RECORDS,
  MAX_MOVE,
  HEADER_BYTES,
  KIND_NAMES,
  emptyTape,
  type Block,
  type RecordKind,
  type Tape,
} from './types';
