import { itemAt } from '../base';
import {
  isThreading,
  stacksOf,
  type HandStep,
  type NeedleStep,
  type Score,
  type Stack,
  type Step,
} from '../score';

/**
 * Needle steps between which hands do nothing but change thread or its bobbin. Blocks change places only within one: what hands lay,
 * cut or turn lies between the same blocks before and after.
 */
export type Section = NeedleStep[];

/** A change of the thread, or of the bobbin that goes with it. @param plain ids of the hand steps where all is one thread */
const isChange = (step: HandStep, plain: ReadonlySet<string>): boolean =>
  isThreading(step) || (step.action === 'bobbin' && !step.own && !plain.has(step.id));
/** A score, and the ids of its hand steps where all is one thread. */
export interface Hands {
  score: Score;
  plain: ReadonlySet<string>;
}
/** What hands do in any order of the blocks. */
export const handsOf = ({ score, plain }: Hands): HandStep[] =>
  score.steps.filter((s): s is HandStep => s.kind === 'hand' && !isChange(s, plain));

/** What is sewn once more, another design that is put in, and what first holds a piece: before it all lies loose, after it fast. */
const isFixed = ({ again, inserted, holds }: NeedleStep, before: Stack): boolean =>
  again || inserted !== null || before.layers.some(({ pieceId, held }) => !held && holds.includes(pieceId));

/** In the order of sewing; none is empty. */
export function sectionsOf({ score, plain }: Hands): Section[] {
  const stacks = stacksOf(score);
  const sections: Section[] = [];
  let isOpen = false;
  for (const [n, step] of score.steps.entries()) {
    if (step.kind === 'hand') {
      isOpen &&= isChange(step, plain);
      continue;
    }
    const fixed = isFixed(step, itemAt(stacks, n));
    if (isOpen && !fixed) sections.at(-1)?.push(step);
    else sections.push([step]);
    isOpen = !fixed;
  }
  return sections;
}

/** The needle step that comes next. */
export const nextNeedle = (steps: readonly Step[], from: number): NeedleStep | undefined =>
  steps.slice(from).find((s) => s.kind === 'needle');
