import { itemAt } from '../base';
import { numbersWith, type Numbers } from '../numbers';
import { usableBobbin } from '../thread';
import { isMatched } from './hooping';
import type { RunRecord } from './record';
import { metresFrom } from './sewn';
import type { RunState } from './state';

/** What is on the machine: the thread on the needle and what is left below it. */
export interface Thread {
  name: string;
  colour: string;
  /** that holds it, from 1; missing: there is one, or it is not known */
  needle?: number;
}
type RunPlan = Pick<RunRecord, 'score' | 'blocks'> & Partial<Pick<RunRecord, 'needles'>>;
type ToldThreads = Pick<RunState, 'threads'>;

/** Thread of the first block at or after a step, as planned. */
function plannedThread({ score, blocks, needles }: RunPlan, index: number): Thread | null {
  for (let i = index; i < score.steps.length; i++) {
    const step = itemAt(score.steps, i);
    const thread =
      step.kind === 'needle' && !step.skipped ? (step.thread ?? blocks[step.block]?.thread) : null;
    const needle = needles?.[step.id];
    if (thread) return needle === undefined ? thread : { ...thread, needle };
  }
  return null;
}

/**
 * The thread that a step is sewn with: the planned one, or the one that was put in its place at an earlier step, as long
 * as the plan asks for the same. null: no block is left.
 */
export function threadAt(run: RunPlan, { threads }: ToldThreads, index: number): Thread | null {
  const planned = plannedThread(run, index);
  if (!planned) return null;
  const told = threads.findLast(({ stepId }) => {
    const at = run.score.steps.findIndex((s) => s.id === stepId);
    return at >= 0 && at <= index && plannedThread(run, at)?.name === planned.name;
  });
  if (!told) return planned;
  const { needle } = planned;
  return { name: told.name, colour: told.colour || planned.colour, ...(needle !== undefined && { needle }) };
}

/** The thread now and the one after it, told once while it stays the same. */
export function threadsAhead(
  run: RunPlan,
  state: ToldThreads & Pick<RunState, 'index'>,
): { now: Thread | null; next: Thread | null } {
  const now = threadAt(run, state, state.index);
  for (let i = state.index + 1; now && i < run.score.steps.length; i++) {
    const thread = threadAt(run, state, i);
    if (thread && (thread.name !== now.name || thread.colour !== now.colour)) return { now, next: thread };
  }
  return { now, next: null };
}

/** How the bobbin stands at the step under work. */
export interface BobbinNow {
  leftM: number;
  /** of a full one, 0-1 */
  share: number;
  /** best changed before this step; or low; or enough */
  says: 'change' | 'low' | 'enough';
  /** the top thread that it is wound with, where both sides show; null: bobbin thread */
  thread: Thread | null;
  /** the next one that is to match: at this step or a later one */
  next: Thread | null;
}
type Bobbins = Pick<RunRecord, 'score' | 'blocks' | 'bobbinHoldsM' | 'items' | 'numbers'>;

/** null: it is not known what a bobbin holds */
export function bobbinNow(
  run: Bobbins & Pick<RunRecord, 'bobbinSwaps'>,
  state: Pick<RunState, 'index' | 'bobbins' | 'sewn' | 'threads'>,
  numbers: Numbers,
): BobbinNow | null {
  if (!run.bobbinHoldsM) return null;
  const { steps } = run.score;
  const { matches } = bobbinIn(state);
  const leftM = bobbinLeft(run, state);
  const share = leftM / bobbinHolds(run, state);
  const id = steps[state.index]?.id;
  const swap =
    id !== undefined && run.bobbinSwaps.includes(id) && !state.bobbins.some((b) => b.stepId === id);
  const threadFrom = (at: number) => (at < 0 ? null : threadAt(run, state, at));
  return {
    leftM,
    share,
    says: swap ? 'change' : 100 * share < numbers['run.bobbinLow'] ? 'low' : 'enough',
    thread: threadFrom(steps.findIndex((s) => s.id === matches)),
    next: threadFrom(steps.findIndex((s, i) => i >= state.index && isMatched(s))),
  };
}
const bobbinIn = ({ sewn }: Pick<RunState, 'sewn'>) => itemAt(sewn.below, sewn.below.length - 1);
/** One that is wound with top thread holds less. */
const bobbinHolds = ({ bobbinHoldsM, numbers }: Bobbins, state: Pick<RunState, 'sewn'>): number =>
  bobbinIn(state).matches ? usableBobbin('thread.bobbinMatched', numbersWith(numbers)) : bobbinHoldsM;
/** Left on the bobbin at the step under work, m, by what has been sewn from it. One whose content is not known counts as full. */
export const bobbinLeft = (run: Bobbins, state: Pick<RunState, 'sewn'>): number =>
  Math.max(0, bobbinHolds(run, state) - metresFrom(bobbinIn(state), bobbinMetres(run)));
/** Bobbin thread of a needle step for all items, m, by its id. */
export function bobbinMetres({
  score,
  blocks,
  items,
}: Pick<RunRecord, 'score' | 'blocks' | 'items'>): (stepId: string) => number {
  const metres = new Map(
    score.steps.map((s) => [s.id, s.kind === 'needle' ? (blocks[s.block]?.bobbinM ?? 0) * items : 0]),
  );
  return (id) => metres.get(id) ?? 0;
}
