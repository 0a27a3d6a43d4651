import { applyStep, emptyStack } from './stack';
import type { HandStep, Score } from './types';

/** Steps that leave the hoop where it is and touch no layer. */
const INDIFFERENT: readonly HandStep['action'][] = ['hoop-up', 'unhoop', 'thread', 'panel', 'check', 'own'];
const TRIMS: readonly HandStep['action'][] = ['trim-close', 'trim-rough', 'cut-cloth'];

/** For each hand step at the hoop: stays on (and what is loose), may come off, or must. */
export function withHoopAdvice(score: Score): Score {
  let stack = emptyStack();
  const steps = score.steps.map((step) => {
    const before = stack;
    stack = applyStep(stack, step, score);
    if (step.kind === 'needle' || step.side === 'off' || !before.hooped) return step;
    if (step.hoop === 'off')
      return { ...step, hoopBecause: 'It cannot be done with the hoop on the machine.' };
    if (INDIFFERENT.includes(step.action)) return step;
    const loose = stack.layers.filter((l) => !l.held).map((l) => l.name);
    if (loose.length)
      return {
        ...step,
        hoop: 'stay' as const,
        hoopBecause: `${loose.join(' and ')} ${loose.length > 1 ? 'are' : 'is'} loose until the next line.`,
      };
    if (score.schools.hoop === 'off' && TRIMS.includes(step.action))
      return {
        ...step,
        hoop: 'off' as const,
        hoopBecause: 'Every piece is held; seat it well when it goes back.',
      };
    return { ...step, hoop: 'may' as const, hoopBecause: 'Every piece is held.' };
  });
  return { ...score, steps };
}
