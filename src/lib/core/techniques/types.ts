import type { NumberId } from '../numbers';
import type { PatternPart, PatternSlot, TechniquePattern } from '../grammar';
import type { Action, CautionKey, MaterialKind, NotionKey } from '../catalogue';

/** Seen from the machine: front is what faces up under the needle. off: away from the machine. */
export type Side = 'front' | 'back' | 'off';
/** Which way the right side looks. */
export type Face = 'up' | 'down';
/** stay: something is loose; may: everything is held; off: it must come off for this step. */
export type HoopAdvice = 'stay' | 'may' | 'off';

/** Whether the tape has a block for a slot, or has none. */
export interface SlotFound {
  slot: string;
  found: boolean;
}
/**
 * What speaks for a school in the tape itself: a block for a slot; marks that come in pairs, or do not; slots to cut.
 */
export type Sign = { slot: string } | { marks: 'pairs' | 'singles' | 'slots' };
/** One way of doing it, with its reason. */
export interface School {
  key: string;
  name: string;
  because: string;
  shownBy?: Sign;
}
/** Where makers disagree: the schools. What the tape shows is taken, else the first. Steps and pieces name the schools they belong to. */
export interface Choice {
  key: string;
  label: string;
  /** where the tape does not show it, the maker is asked until it is said */
  isAsked?: true;
  /** else there is nothing to choose */
  when?: SlotFound;
  schools: School[];
}

/** What a step takes from the box: so many, so much of a length of the table, or so much for each dm² of the design. */
export type Use = { notion: NotionKey } & (
  { count: number } | { length: NumberId; times: number; plus?: NumberId } | { perDm2: NumberId }
);

/** One hand step of a technique, before it is filled in for a design. */
export interface HandTemplate {
  key: string;
  action: Action;
  /** a few words for the score */
  title: string;
  /**
   * the instruction, one sentence in plain words; {piece} is its piece, {cut.trimClose} a length of the table of numbers,
   * {blade} the angle of the cutting needle
   */
  text: string;
  because: string;
  side: Side;
  face?: Face;
  /** pieces laid, trimmed, folded by this step */
  pieces?: string[];
  /** slot whose line is trimmed along, for trims and cutting out */
  along?: string;
  tapeSides?: number;
  spray?: boolean;
  /** how the piece is held is the maker's choice */
  held?: boolean;
  /** only when the edge along which it works is covered later, or stays raw */
  edge?: 'covered' | 'raw';
  /** only in these schools, written choice:school; any one of them */
  school?: string[];
  /** only where the tape has a block for this slot, or has none */
  when?: SlotFound;
  /** time by one row of the table, for actions without a formula of their own */
  number?: NumberId;
  /** then this much time passes by itself */
  wait?: NumberId;
  hoop?: HoopAdvice;
  uses?: Use[];
  tools?: string[];
  cautions?: CautionKey[];
  /** how many clips, corners */
  times?: number;
  /** done at each mark, or at each pair of them that meet; {count} is how many of what */
  marks?: { by: 'each' | 'pair'; what: string };
}

/** One needle block in the pattern of a technique. */
export interface Slot extends PatternSlot {
  title: string;
  /** pieces that this block holds down from now on */
  holds?: string[];
  /** somebody must hold the edge: no free time, and a speed cap */
  attended?: boolean;
  /** front and back of the stitches are seen: the bobbin matches */
  bothSides?: boolean;
  before?: HandTemplate[];
  after?: HandTemplate[];
}
/** Slots that belong together; a repeated part is sewn once for each piece. */
export interface Part extends PatternPart {
  key: string;
  slots: Slot[];
}

/** How a piece gets its size. Slots name the blocks whose lines must catch it. */
export type SizeRule =
  | { rule: 'cover'; by: string[] }
  | {
      /** held by an open line: covers the same, and past the side that the line leaves out goes what is folded under */
      rule: 'pocket';
      by: string[];
      held: string;
    }
  | { rule: 'shape'; by: string[] }
  | {
      rule: 'fold';
      seam: string;
      over: string[];
      /** where none of these is sewn: as far as this goes, on the side of the seam that looks away from a line */
      otherwise?: { over: string[]; awayFrom: string };
    }
  | {
      /** between its seam and the next of a row of them; the outermost ones to the far edge of what they lie on */
      rule: 'strip';
      seam: string;
      row: string[];
      /** on the side of its seam where the next one is, or on the other */
      lies: 'after' | 'before';
      /** of a single seam: what is sewn on its other side */
      awayFrom?: string;
      over: string[];
    }
  | { rule: 'pressed'; edge: string; awayFrom: string; over: string[] }
  | { rule: 'zip'; window: string }
  | { rule: 'float'; over: string[] }
  | { rule: 'hoop' };

/** applique: laid on the item and held by its edge alone. */
export type PieceTag = 'applique';
/** One piece of a technique, before it has a size. */
export interface PieceTemplate {
  key: string;
  name: string;
  purpose: string;
  material: MaterialKind;
  /** part whose rounds make one piece each; without it there is one */
  part?: string;
  size: SizeRule;
  /** lies on top of each other, 1 unless said */
  layers?: number;
  school?: string[];
  /** only where the tape has a block for this slot */
  when?: SlotFound;
  /** what rules ask for */
  tags?: PieceTag[];
}

/** A way of making a kind of item. */
export interface Technique extends TechniquePattern {
  /** one line: what it is, for choosing */
  summary: string;
  choices?: Choice[];
  pieces: PieceTemplate[];
  parts: Part[];
  start: HandTemplate[];
  finish: HandTemplate[];
  /** what it is made of can be told by no tape: it is asked for, and never taken from the stitches alone */
  isAsked?: true;
}
