import type { Build } from '../build';
import type { CutPiece } from '../cut';
import type { HoopField, OverPositions, Repeats } from '../hoop';
import type { BuildPlan } from '../plan';
import type { Reading } from '../reading';
import type { Design, HandStep, NeedleStep, ScorePiece, Stack, Step } from '../score';
import type { ItemTime } from '../time';
import type { Hoop, Workshop } from '../workshop';

/** stop: it will ruin the item or hurt someone. mind: likely trouble. tip: could be better. */
export type Severity = 'stop' | 'mind' | 'tip';

/** A change of the build that settles a finding. */
interface Fix {
  label: string;
  change: Partial<Build>;
}
/** Something that would spoil the item, or should be minded, where it belongs. */
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

/** A build with all that was worked out for it. */
export interface CheckInput {
  build: Build;
  plan: BuildPlan;
  workshop: Workshop;
  /** ISO date, for due dates; null: none is judged */
  today: string | null;
  /** that the needle of its machine has sewn so far, s; left out: not known */
  needleSeconds?: number;
}

/** What a rule may ask, worked out once. */
export interface CheckContext extends CheckInput, Omit<BuildPlan, 'cut' | 'hooping' | 'time'> {
  reading: Reading;
  size: Design['size'];
  pieces: CutPiece[];
  hoop: Hoop;
  field: HoopField;
  /** null: the items of a hooping do not fit */
  repeats: Repeats | null;
  /** how the needle steps are spread over the positions of a long hoop; null: they are sewn at once */
  over: OverPositions | null;
  item: ItemTime;
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

/** What a rule says of one place; the rest of the finding comes from the rule. */
export type Found = Pick<Finding, 'stepId' | 'message' | 'because'> & { fix?: Fix; severity?: Severity };
/** One thing to look for. It finds nothing where all is well. */
export interface CheckRule {
  id: string;
  severity: Severity;
  find(c: CheckContext): Found[];
}
