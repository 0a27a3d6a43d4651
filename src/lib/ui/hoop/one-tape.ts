import { itemAt } from '$lib/core/base';
import { threadWords } from '$lib/core/build';
import type { BuildPlan } from '$lib/core/plan';
import { centresOf, sewnSteps, type LaidDesign, type OneTapeOrder } from '$lib/core/run';
import { stopList } from '$lib/core/score';
import type { Tape } from '$lib/core/tape';

/** A build that lies in a hooping, with what is sewn for it. */
export interface SewnPart {
  plan: BuildPlan;
  tape: Tape;
}
const placesOf = ({ plan }: SewnPart) => plan.hooping.repeats?.places ?? [];

export const itemsOf = (parts: readonly SewnPart[]): number =>
  parts.reduce((sum, part) => sum + placesOf(part).length, 0);

/** As they are sewn: what is passed over is left out, what is put in between stands in its place. */
export const laidAsSewn = (parts: readonly SewnPart[]): LaidDesign[] =>
  parts.map((part) => {
    const { plan, tape } = part;
    const centres = centresOf(plan);
    const blocks = sewnSteps(plan).map(({ id, block, thread: own }) => {
      const { from, to } = itemAt(plan.design.reading.blocks, block);
      const thread = own ?? plan.threads[block];
      return {
        from,
        to,
        centreMm: centres[id],
        thread: thread ? `${threadWords(thread)} ${thread.colour}` : '',
      };
    });
    return { design: { tape, blocks }, places: placesOf(part) };
  });

/** How often hands are called: item by item once more for each. */
export const handCalls = (parts: readonly SewnPart[], order: OneTapeOrder['order']): number =>
  parts.reduce((sum, part) => {
    const calls = stopList(part.plan.score).filter(({ hands }) => hands.length).length;
    return sum + calls * (order === 'item-by-item' ? placesOf(part).length : 1);
  }, 0);
