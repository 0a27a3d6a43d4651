import type { Tape } from '../tape';

/** An item in the hoop: its tape mirrored (x to −x), then turned about the tape's 0, 0, which is then moved to x, y. mm, degrees anticlockwise */
interface Placed {
  tapeId: string;
  xMm: number;
  yMm: number;
  turnDeg: number;
  mirrored: boolean;
}
/** What is sewn in one hooping. */
export interface HoopingTask {
  tapes: readonly { id: string; tape: Tape }[];
  placements: readonly Placed[];
  /** an item as a whole after the other, or each block for all items before the next */
  order: 'item-by-item' | 'block-by-block';
  /** whether the stop stays where one item follows another in a thread of the same name */
  stops: 'keep' | 'merge-same-thread';
  /** of the blocks of a tape; one without a name is a thread of its own */
  threads: Readonly<Record<string, readonly string[]>>;
}
/** What is sewn between two stretches of the hooping's tape: one block of one item. */
export interface Stretch {
  /** of the placements */
  item: number;
  /** of its tape, from 0 */
  block: number;
}
/** The one tape of a hooping. */
export interface HoopingTape {
  tape: Tape;
  /** in the order of sewing */
  stretches: Stretch[];
}

/** The way of the needle from the end of one leg to the start of another, mm; from where it begins: null. */
export type Cost = (from: number | null, to: number) => number;
/** Legs of which all are sewn, in any order, before the next group. */
export type Group = readonly number[];
/** Groups of which all are sewn, in any order, before the next level. */
export type Level = readonly Group[];
