import type { Role } from '../reading';
import type { Action, CautionKey, Face, HoopAdvice, MaterialKind, Side, SizeRule } from '../techniques';

interface StepBase {
  id: string;
  title: string;
  because: string;
  /** machine stop at which this happens: blocks sewn so far (0: before the first) */
  stop: number;
}
export interface NeedleStep extends StepBase {
  kind: 'needle';
  block: number;
  role: Role;
  confidence: number;
  /** pieces held from now on */
  holds: string[];
  /** somebody must stay and hold the edge */
  attended: boolean;
}
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
  tapeSides: number;
  spray: boolean;
  hoop?: HoopAdvice;
  tools: string[];
  cautions: CautionKey[];
  times: number;
  /** given by the maker; else the time is worked out from the action */
  ownSeconds: number | null;
  /** put in by the maker */
  own: boolean;
}
export type Step = NeedleStep | HandStep;

/** A piece of the item, with the blocks its size comes from, by slot. */
export interface ScorePiece {
  id: string;
  name: string;
  purpose: string;
  material: MaterialKind;
  colour: string;
  size: SizeRule;
  blocks: Record<string, number[]>;
}

export interface Score {
  steps: Step[];
  pieces: ScorePiece[];
  technique: string;
  /** 0-1: how well the technique fits the reading */
  fit: number;
  /** edits that no longer meet a step, in words */
  stale: string[];
}
