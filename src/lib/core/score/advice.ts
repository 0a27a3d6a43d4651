import { itemAt } from '../base';
import { actionOf } from '../catalogue';
import { inOtherWords, stacksOf } from './stack';
import type { Score } from './types';

/** For each hand step at the hoop: stays on (and what is loose), may come off, or must. */
export function withHoopAdvice(score: Score): Score {
  const stacks = stacksOf(score);
  const steps = score.steps.map((step, i) => {
    const before = itemAt(stacks, i);
    const stack = itemAt(stacks, i + 1);
    if (step.kind === 'needle' || step.side === 'off' || !before.hooped) return step;
    if (step.hoop === 'off')
      return { ...step, hoopBecause: 'It cannot be done with the hoop on the machine.' };
    if (actionOf(step).indifferent) return step;
    const loose = stack.layers.filter((l) => !l.held).map((l) => l.name);
    if (loose.length)
      return {
        ...step,
        hoop: 'stay' as const,
        hoopBecause: `${loose.join(' and ')} ${loose.length > 1 ? 'are' : 'is'} loose until the next line.`,
      };
    if (score.schools.hoop === 'off' && actionOf(step).trims)
      return {
        ...step,
        hoop: 'off' as const,
        hoopBecause: 'Every piece is held; seat it well when it goes back.',
      };
    return { ...step, hoop: 'may' as const, hoopBecause: 'Every piece is held.' };
  });
  return inOtherWords(score, steps);
}
