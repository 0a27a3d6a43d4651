import { itemAt } from '../base';
import { inOneThread, threadsOf, UNNAMED, type Build } from '../build';
import { layOn, planBuild, type BuildPlan, type InsertedReadings, type NewTape } from '../plan';
import type { Reading } from '../reading';
import type { Score } from '../score';
import type { Tape } from '../tape';
import type { Workshop } from '../workshop';
import { otherHand, type Differs, type Hands } from './proof';
import { handsOf, nextNeedle, sectionsOf } from './sections';

/** A build with what it is planned from. */
export interface Planned {
  build: Build;
  own: Reading;
  inserted: InsertedReadings;
  workshop: Workshop;
}
/** A build that is planned, and the tape that it is sewn from. */
export interface ReorderTask extends Planned {
  tape: Tape;
}
/** Its plan with nothing changed by hand, in one thread: what hands do there they do in any order of the blocks. */
const plainPlan = ({ build, own, inserted, workshop }: Planned): BuildPlan =>
  planBuild({ ...build, edits: [], threads: inOneThread(build, own.blocks.length) }, own, workshop, inserted);
const handIdsOf = ({ steps }: Score): ReadonlySet<string> =>
  new Set(steps.flatMap((s) => (s.kind === 'hand' ? [s.id] : [])));
/** Ids of the hand steps of a build in one thread. */
export const plainHands = (planned: Planned): ReadonlySet<string> => handIdsOf(plainPlan(planned).score);

/**
 * A build on a tape that sews the same blocks in another order: what its maker has said goes with the blocks, and what hands do stays
 * between the same of them. @param became of each block the one that it is there, or the several that it is put together of
 */
export function layInOrder(
  planned: Planned,
  after: Reading,
  tape: NewTape,
  became: readonly (readonly number[])[],
): { build: Build; differs: null } | { build: null; differs: Differs } {
  const { build, own, inserted, workshop } = planned;
  const named = threadsOf(build);
  const said = {
    ...build,
    threads: build.threads.length ? own.blocks.map((_, i) => named[i] ?? UNNAMED) : [],
  };
  const laid = {
    ...layOn({ ...said, edits: [] }, after, tape, became).build,
    insertions: build.insertions.map((insertion) => ({
      ...insertion,
      beforeBlock: new Set(became.slice(0, insertion.beforeBlock).flat()).size,
    })),
  };
  const there: Planned = { build: laid, own: after, inserted, workshop };
  const [was, is] = [planned, there].map((p) => {
    const { score } = plainPlan(p);
    return { score, plain: handIdsOf(score) };
  }) as [Hands, Hands];
  const differs = otherHand(was, is);
  if (differs) return { build: null, differs };
  const now = handsOf(is.score, is.plain);
  const handNow = new Map(handsOf(was.score, was.plain).map(({ id }, n) => [id, itemAt(now, n).id]));

  const { score } = planBuild(build, own, workshop, inserted);
  const sections = sectionsOf(score, was.plain);
  const needleNow = (block: number) => itemAt(itemAt(became, block), 0);
  const idNow = (id: string): string => {
    const known = handNow.get(id);
    if (known) return known;
    // A needle step; and what is changed before it.
    const found = /^([nb])(\d+)(:(?:thread|bobbin))?$/.exec(id);
    const block = Number(found?.[2]);
    return found && became[block] ? `${found[1]}${needleNow(block)}${found[3] ?? ''}` : id;
  };
  /** Where a step stands before what is sewn next, it stands before the first of the same section. */
  const beforeNow = (id: string | null): string | null => {
    const next = id === null || handNow.has(id) ? undefined : nextNeedle(score.steps, score.steps.findIndex((s) => s.id === id)); // prettier-ignore
    const section = next && sections.find((s) => s[0] === next);
    if (!section || next.again || next.inserted) return id === null ? null : idNow(id);
    return `n${Math.min(...section.flatMap(({ block }) => itemAt(became, block)))}`;
  };
  const edits = build.edits.flatMap((edit): Build['edits'] => {
    if (edit.kind === 'insert') return [{ ...edit, before: beforeNow(edit.before) }];
    if (edit.kind === 'again') return [{ ...edit, of: idNow(edit.of) }];
    if (edit.kind === 'move')
      return [{ ...edit, stepId: idNow(edit.stepId), before: beforeNow(edit.before) }];
    const block = Number(/^n(\d+)$/.exec(edit.stepId)?.[1]);
    const parts = edit.kind === 'skip' ? became[block] : undefined;
    return parts
      ? parts.map((part) => ({ ...edit, stepId: `n${part}` }))
      : [{ ...edit, stepId: idNow(edit.stepId) }];
  });
  return { build: { ...laid, edits }, differs: null };
}
