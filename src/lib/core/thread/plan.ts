import { itemAt } from '../base';
import { threadKey, type Thread } from '../build';
import type { Numbers } from '../numbers';
import type { Reading } from '../reading';
import { stackHere, stacksOf, type Score } from '../score';
import type { Machine } from '../workshop';
import { fullBobbins, NO_USE, useBobbins, type BobbinUse, type OnBobbin } from './bobbin';
import { namesOf, type ThreadNeed } from './shelf';
import { blockThread, stackThickness, type StepThread } from './take';

/** Thread of one item by step, and of one bobbin. m */
export interface ThreadPlan {
  steps: Record<string, StepThread>;
  topM: number;
  bobbinM: number;
  /** what one bobbin gives, m */
  bobbinHoldsM: number;
  /** what one gives that is wound with a top thread, m */
  matchedHoldsM: number;
  /** metres by thread, on the needle and wound onto bobbins, the most used first */
  byThread: ThreadNeed[];
  /** of one hooping */
  bobbins: BobbinUse;
  /** blocks of one item as their bobbins see them, in the order of sewing */
  onBobbin: OnBobbin[];
  /** blocks that take more than a whole bobbin: they cannot be sewn without a join */
  tooLong: string[];
}

/**
 * Thread of one item, and where the bobbin is changed when a hooping sews each block for all its items before the next.
 * @param startM on the bobbin at the start, m; a full one unless said
 */
export function planThread(
  score: Score,
  reading: Reading,
  threads: readonly (Thread | undefined)[],
  {
    machine,
    numbers,
    items = 1,
    startM,
  }: { machine: Machine; numbers: Numbers; items?: number; startM?: number },
): ThreadPlan {
  const full = fullBobbins(machine, numbers);
  const plan: ThreadPlan = {
    steps: {},
    topM: 0,
    bobbinM: 0,
    bobbinHoldsM: full.fine,
    matchedHoldsM: full.matched,
    byThread: [],
    bobbins: NO_USE,
    onBobbin: [],
    tooLong: [],
  };
  const metres = new Map<string, ThreadNeed>();
  const take = (thread: Thread | undefined, m: number) => {
    if (!thread) return;
    const key = threadKey(thread);
    const known = metres.get(key)?.metres ?? 0;
    metres.set(key, { ...namesOf(thread), colour: thread.colour, metres: known + m });
  };
  const stacks = stacksOf(score);
  let bobbin: OnBobbin['thread'] = null;
  let isWound = false;
  let fresh = 0;
  for (const [i, step] of score.steps.entries()) {
    if (step.kind === 'hand') {
      if (step.action !== 'bobbin') continue;
      // The maker's own step puts in a full one of bobbin thread; any other one of the thread above.
      isWound = !step.own;
      bobbin = null;
      if (step.own) fresh++;
      continue;
    }
    if (step.skipped) continue;
    const needs = blockThread(
      itemAt(reading.blocks, step.block),
      stackThickness(stackHere(itemAt(stacks, i + 1), step), score),
      numbers,
    );
    plan.steps[step.id] = needs;
    plan.topM += needs.topM;
    plan.bobbinM += needs.bobbinM;
    const thread = step.thread ?? threads[step.block];
    if (isWound) [bobbin, isWound] = [thread, false];
    take(thread, needs.topM);
    // What is wound onto a bobbin comes off the same cone.
    take(bobbin ?? undefined, needs.bobbinM);
    plan.onBobbin.push({ step, bobbinM: needs.bobbinM, thread: bobbin, fresh });
    if (needs.bobbinM > (bobbin === null ? full.fine : full.matched)) plan.tooLong.push(step.id);
  }
  plan.byThread = [...metres.values()].sort((a, b) => b.metres - a.metres);
  plan.bobbins = useBobbins(plan.onBobbin, full, { items, startM });
  return plan;
}
