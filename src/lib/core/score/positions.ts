import { bareHand } from './hand';
import type { HandStep, Step } from './types';

/** Hands hang the hoop at another of its positions. @param position from 0 at the lower end */
const hangStep = (id: string, position: number, of: number, isFirst: boolean): HandStep =>
  bareHand({
    id,
    title: `Hang it at position ${position + 1}`,
    text: isFirst
      ? `Hang the hoop into its brackets at position ${position + 1} of ${of}.`
      : `Lift the hoop off and hang it at position ${position + 1} of ${of}; the cloth stays in it. Turn the needle down by hand at the first stitch: it must come down where the last part ended.`,
    because: isFirst
      ? 'The design is longer than what the machine reaches at once.'
      : 'What follows lies beyond what the machine reaches from where the hoop hangs.',
    action: 'hang-hoop',
    side: 'front',
    hoop: isFirst ? undefined : 'off',
  });

/**
 * The hoop is hung anew where the next block lies at another position than the last.
 * @param at position by the needle step's id; null: it reaches over several
 */
export function withPositions(
  steps: Step[],
  at: ReadonlyMap<string, number | null>,
  positions: number,
): Step[] {
  let now: number | null = null;
  return steps.flatMap((step) => {
    const next = step.kind === 'needle' ? (at.get(step.id) ?? null) : null;
    if (next === null || next === now) return [step];
    const hung = hangStep(`${step.id}:hang`, next, positions, now === null);
    now = next;
    return [hung, step];
  });
}
