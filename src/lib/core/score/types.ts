import type { Build, Insertion, Trait } from '../build';
import type { NumberId } from '../numbers';
import type { Copies, Reading, Role } from '../reading';
import type { Action, CautionKey, MaterialKind } from '../catalogue';
import type {
  Choice,
  Face,
  PieceTag,
  HoldKey,
  HoopAdvice,
  Schools,
  Side,
  SizeRule,
  Use,
} from '../techniques';

interface StepBase {
  id: string;
  title: string;
  because: string;
  /** machine stop at which this happens, as the machine counts (0: before the first block) */
  stop: number;
  /** of copies that are sewn in turn, the one at which this happens, from 0; null: all, or there are none */
  copy: number | null;
}
/** The machine sews one block. */
export interface NeedleStep extends StepBase {
  kind: 'needle';
  block: number;
  role: Role;
  confidence: number;
  /** pieces held from now on */
  holds: string[];
  /** somebody must stay and hold the edge */
  attended: boolean;
  /** front and back of these stitches are seen */
  bothSides: boolean;
  /** passed over on the machine */
  skipped: boolean;
  /** sewn once more */
  again: boolean;
  /** in another thread than its block's */
  thread: Build['threads'][number] | null;
  /** of another design, put in here: its name, which of its blocks, of how many */
  inserted: { id: string; name: string; n: number; of: number } | null;
}
/** Somebody does something, at the machine or the table. */
export interface HandStep extends StepBase {
  kind: 'hand';
  /** running number of the hand steps, from 1 */
  hand: number;
  action: Action;
  text: string;
  side: Side;
  face?: Face;
  pieces: string[];
  /** block along whose line is cut */
  along: number | null;
  /** so far from that line the edge is left, on its outer or inner side */
  keeps: { mm: number; side: 'outside' | 'inside' } | null;
  tapeSides: number;
  /** how the piece is kept from creeping, where the maker chooses */
  heldBy: HoldKey | null;
  hoop?: HoopAdvice;
  /** why the hoop stays on, or may come off */
  hoopBecause: string;
  /** time by one row of the table */
  number: NumberId | null;
  /** time that passes by itself afterwards */
  wait: NumberId | null;
  tools: string[];
  cautions: CautionKey[];
  times: number;
  /** of the copies in a tape, how many it is done for */
  places: number;
  /** what it takes, once for each of `times` */
  uses: Use[];
  /** given by the maker; else the time is worked out from the action */
  ownSeconds: number | null;
  /** put in by the maker */
  own: boolean;
}
/** One step of a score. */
export type Step = NeedleStep | HandStep;

/** A piece of the item, with the blocks its size comes from, by slot. */
export interface ScorePiece {
  id: string;
  name: string;
  purpose: string;
  material: MaterialKind;
  colour: string;
  layers: number;
  traits: Trait[];
  fusible: 'none' | 'light' | 'heavy';
  prewashed: boolean;
  /** the maker's own piece, mm */
  own: { widthMm: number; heightMm: number } | null;
  interfacing: boolean;
  /** the maker's own, in place of the table's, mm */
  marginMm: number | null;
  /** as the maker wants it cut; null: as the technique does */
  cutTo: 'rectangle' | 'shape' | null;
  /** on the stock, as the maker said; null: by its nap and print */
  mayTurn: boolean | null;
  size: SizeRule;
  blocks: Record<string, number[]>;
  /** of a part that is repeated, from 1; null: there is one */
  round: number | null;
  tags: readonly PieceTag[];
  /** so many alike are in one tape, and laid together */
  copies: number;
  /** of copies that are sewn in turn, from 0, and the first's piece, whose size it has; null: there are none */
  copy: number | null;
  like: string | null;
}

/** A hand step of the technique that the maker took out or moved. */
export interface ChangedStep {
  stepId: string;
  title: string;
  action: Action;
  pieces: string[];
  /** taken out, not moved */
  isOut: boolean;
  /** the step before which it stood; null at the end */
  next: string | null;
}

/** All steps from hooping up to the finished item, and its pieces. */
export interface Score {
  steps: Step[];
  pieces: ScorePiece[];
  technique: string;
  schools: Schools;
  /** what neither the maker nor the tape has said, and must be */
  open: Choice | null;
  /** taken out or moved by the maker */
  changed: ChangedStep[];
  /** edits that no longer meet a step, in words */
  stale: string[];
}

/** A design with everything that is sewn in between. Own blocks keep their numbers; those of insertions follow them. */
export interface Design {
  own: Reading;
  inserted: { insertion: Insertion; blocks: number[] }[];
  /** all blocks: own first, then inserted, moved to their place */
  reading: Reading;
  /** the same thing several times over, where that is a matter of the technique */
  copies: Copies | null;
  /** the blocks with only the first of the copies that are sewn together: what pieces and hands go by */
  one: Reading;
  /** as it is sewn, mm */
  size: { width: number; height: number };
}
