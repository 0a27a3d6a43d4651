import { itemAt } from '../base';
import { inOneThread, threadsOf, UNNAMED, type Build } from '../build';
import { layOn, planBuild, type BuildPlan, type InsertedReadings, type NewTape } from '../plan';
import type { Reading } from '../reading';
import type { Workshop } from '../workshop';
import { otherHand, type Differs } from './proof';
import { handsOf, nextNeedle, sectionsOf, type Hands } from './sections';

/** A build with what it is planned from. */
export interface Planned {
  build: Build;
  own: Reading;
  inserted: InsertedReadings;
  workshop: Workshop;
}
/** A build as it is planned now. */
export interface Prepared extends Planned {
  plan: BuildPlan;
  /** with nothing changed by hand, in one thread: what hands do there they do in any order of the blocks */
  bare: Hands;
}
const planOf = ({ build, own, workshop, inserted }: Planned) => planBuild(build, own, workshop, inserted);
function bareOf(planned: Planned): Hands {
  const { build, own } = planned;
  const { score } = planOf({ ...planned, build: { ...build, edits: [], threads: inOneThread(build, own.blocks.length) } }); // prettier-ignore
  return { score, plain: new Set(score.steps.flatMap((s) => (s.kind === 'hand' ? [s.id] : []))) };
}
export const prepare = (planned: Planned): Prepared => ({
  ...planned,
  plan: planOf(planned),
  bare: bareOf(planned),
});

/**
 * A build on a tape that sews the same blocks in another order: what its maker has said goes with the blocks, and what hands do stays
 * between the same of them. @param became of each block the one that it is there, or the several that it is put together of
 */
export function layInOrder(
  { plan, bare, ...planned }: Prepared,
  after: Reading,
  tape: NewTape,
  became: readonly (readonly number[])[],
): { build: Build; bare: Hands; differs: null } | { differs: Differs } {
  const { build, own } = planned;
  const named = threadsOf(build);
  const said = {
    ...build,
    threads: build.threads.length ? own.blocks.map((_, i) => named[i] ?? UNNAMED) : [],
  };
  const unedited = layOn({ ...said, edits: [] }, after, tape, became).build;
  const there = bareOf({ ...planned, build: unedited, own: after });
  const differs = otherHand(bare, there);
  if (differs) return { differs };
  const now = handsOf(there);
  const hands = new Map(handsOf(bare).map(({ id }, n) => [id, itemAt(now, n).id]));

  const { steps } = plan.score;
  const sections = sectionsOf({ score: plan.score, plain: bare.plain });
  /** What stands before the first of a section stands before whichever comes first there. */
  const before = (id: string): string | null => {
    const at = steps.findIndex((s) => s.id === id);
    const next = at < 0 || hands.has(id) ? undefined : nextNeedle(steps, at);
    const section = next && !next.again && !next.inserted && sections.find((s) => s[0] === next);
    return section ? `n${Math.min(...section.flatMap(({ block }) => itemAt(became, block)))}` : null;
  };
  return { build: layOn(said, after, tape, became, { hands, before }).build, bare: there, differs: null };
}
