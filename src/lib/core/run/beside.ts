import { stackAt, isUnhoop, type Step } from '../score';
import type { RunRecord } from './record';

/**
 * What stands beside a step on a screen of its own. look: before the hoop is opened, as nothing can be sewn in its place afterwards.
 * hoop on: after what was done with the hoop off the machine, before anything is done with it on.
 */
export type Beside = 'look' | 'hoop on';

const isOff = (step: Step | undefined) => step?.kind === 'hand' && step.hoop === 'off';
/** What comes before a step, on a screen of its own. */
export const besideBefore = (step: Step | undefined): Beside | null => (isUnhoop(step) ? 'look' : null);
/** What comes after a step, before the next one, on a screen of its own. */
export const besideAfter = (step: Step | undefined, next: Step | undefined): Beside | null =>
  isOff(step) && next && !isOff(next) && !isUnhoop(next) && !(next.kind === 'hand' && next.side === 'off')
    ? 'hoop on'
    : null;

/** What lies underneath when the hoop goes back on, by name: what is loose there, or else the outermost. */
export function liesBeneath({ score }: Pick<RunRecord, 'score'>, index: number): string[] {
  const behind = stackAt(score, index).layers.filter((l) => l.side === 'back');
  const loose = behind.filter((l) => !l.held);
  return (loose.length ? loose : behind.slice(-1)).map((l) => l.name);
}
