import { itemAt } from '../base';

/** What the state of a run needs to know of a step. */
export interface StepFacts {
  id: string;
  /** of a block, for all items of the hooping; 0: hands */
  stitches: number;
  /** a bobbin is put in: one wound with the top thread, where both sides show, or a full one of bobbin thread */
  bobbin: 'matched' | 'full' | null;
  /** a fresh needle is put in */
  needle?: boolean;
}
/** One bobbin of a run and what was sewn from it. */
export interface Bobbin {
  /** in the machine when the run began, or put in full */
  came: 'found' | 'full';
  /** the hand step at which it was put in, wound with the top thread that is sewn next; null: bobbin thread */
  matches: string | null;
  /** by needle step: how often it was sewn from this bobbin, parts of it too */
  sewn: Record<string, number>;
  ranOut: boolean;
}
/** What was really done: a step that is sewn once more counts twice, one that was gone back to is not done yet. */
export interface Sewn {
  times: Record<string, number>;
  /** in the order in which they were in the machine; the last one is in it */
  below: readonly Bobbin[];
}

/** Before the first stitch. */
export const NOTHING_SEWN: Sewn = {
  times: {},
  below: [{ came: 'found', matches: null, sewn: {}, ranOut: false }],
};

/** @param share of the block that was sewn from the bobbin that is in */
function takes(below: Sewn['below'], { id, stitches }: StepFacts, share: number): Sewn['below'] {
  const last = itemAt(below, below.length - 1);
  if (!stitches || !share) return below;
  return [...below.slice(0, -1), { ...last, sewn: { ...last.sewn, [id]: (last.sewn[id] ?? 0) + share } }];
}
const counted = ({ times }: Sewn, id: string, by: number) => ({
  ...times,
  [id]: Math.max(0, (times[id] ?? 0) + by),
});

/** A step was done to its end. */
export function afterDone(sewn: Sewn, step: StepFacts): Sewn {
  const below = takes(sewn.below, step, 1);
  const matches = step.bobbin === 'matched' ? step.id : null;
  const fresh: Bobbin[] = step.bobbin ? [{ came: 'full', matches, sewn: {}, ranOut: false }] : [];
  return { times: counted(sewn, step.id, 1), below: [...below, ...fresh] };
}
/** Some stitches of a block were sewn that do not bring it to its end. */
export const afterStitches = (sewn: Sewn, step: StepFacts, stitches: number): Sewn => ({
  times: sewn.times,
  below: takes(sewn.below, step, step.stitches ? Math.max(0, stitches) / step.stitches : 0),
});
/** "Done" was said too early: what was counted for the step is taken back. */
export function afterBack(sewn: Sewn, step: StepFacts): Sewn {
  if (!sewn.times[step.id]) return sewn;
  const known = itemAt(sewn.below, sewn.below.length - 1).sewn[step.id] !== undefined;
  return { times: counted(sewn, step.id, -1), below: known ? takes(sewn.below, step, -1) : sewn.below };
}
/** A full bobbin of the same thread goes in at a stitch of a step. */
export function afterBobbin(sewn: Sewn, step: StepFacts | undefined, stitch: number, ranOut: boolean): Sewn {
  const before = step ? afterStitches(sewn, step, stitch) : sewn;
  const old = { ...itemAt(before.below, before.below.length - 1), ranOut };
  const fresh: Bobbin = { came: 'full', matches: old.matches, sewn: {}, ranOut: false };
  const below = [...before.below.slice(0, -1), old, fresh];
  // The block counts as a whole when it is done: what was on the old one is taken off the new one beforehand.
  return { times: sewn.times, below: step?.stitches ? takes(below, step, -stitch / step.stitches) : below };
}

/** Metres that were sewn from a bobbin. @param metres by step, once, for all items */
export const metresFrom = ({ sewn }: Bobbin, metres: (stepId: string) => number): number =>
  Object.entries(sewn).reduce((sum, [id, times]) => sum + times * metres(id), 0);
