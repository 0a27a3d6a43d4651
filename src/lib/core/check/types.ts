import type { Build } from '../build';
import type { CutPiece } from '../cut';
import type { HoopField, Repeats } from '../hoop';
import type { Numbers } from '../numbers';
import type { OrderPlan } from '../order';
import type { Reading } from '../reading';
import type { Design, HandStep, NeedleStep, Score, ScorePiece, Stack, Step } from '../score';
import type { ThreadPlan } from '../thread';
import type { ItemTime } from '../time';
import type { Hoop, Machine, Workshop } from '../workshop';

/** stop: it will ruin the item or hurt someone. mind: likely trouble. tip: could be better. */
export type Severity = 'stop' | 'mind' | 'tip';

/** A change of the build that settles a finding. */
export interface Fix {
  label: string;
  change: Partial<Build>;
}
export interface Finding {
  id: string;
  severity: Severity;
  /** the step it belongs to; null: the build as a whole */
  stepId: string | null;
  /** what, one sentence */
  message: string;
  /** why, one sentence */
  because: string;
  fix?: Fix;
  /** the maker's reason for keeping it quiet */
  silenced: string | null;
}

/** All that was worked out for a build. */
export interface CheckInput {
  build: Build;
  workshop: Workshop;
  score: Score;
  design: Design;
  reading: Reading;
  pieces: CutPiece[];
  thread: ThreadPlan;
  item: ItemTime;
  order: OrderPlan;
  machine: Machine;
  hoop: Hoop;
  field: HoopField;
  /** null: the items of a hooping do not fit */
  repeats: Repeats | null;
  size: { width: number; height: number };
  numbers: Numbers;
  /** ISO date */
  today: string | null;
}

/** What a rule may ask, worked out once. */
export interface Context extends CheckInput {
  steps: Step[];
  hands: { step: HandStep; at: number }[];
  needles: { step: NeedleStep; at: number }[];
  /** layers before step i */
  before(at: number): Stack;
  /** layers before the hoop comes off for good */
  atUnhoop: Stack;
  piece(id: string): ScorePiece | undefined;
  /** the step that lays a piece */
  layOf(pieceId: string): HandStep | undefined;
  /** whether two blocks keep to one line */
  sameLine(a: number, b: number): boolean;
  /** a length in the maker's unit */
  length(mm: number): string;
}

export type Found = Pick<Finding, 'stepId' | 'message' | 'because'> & { fix?: Fix; severity?: Severity };
export interface Rule {
  id: string;
  severity: Severity;
  find(c: Context): Found[];
}
