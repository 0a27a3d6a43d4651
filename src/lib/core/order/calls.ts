/** A score as a plan of heads and hands sees it: what is done in one go, and who or what is bound by it. */
import { itemAt } from '../base';
import { actionOf } from '../catalogue';
import type { Numbers } from '../numbers';
import { hoopAt, unhoopAt, type NeedleStep, type Step } from '../score';

/** Seconds of a step: for the whole hooping, and for each item in it. */
export interface CallTime {
  once: number;
  each: number;
  /** of these, what thread breaks take on average */
  breaksOnce: number;
  breaksEach: number;
}
/** What is done in one go: by hands at or off the head, by the needle, or by nobody. */
export interface Call {
  /** of its first step, and what it is: unique within a hooping */
  id: string;
  title: string;
  kind: 'needle' | 'hand' | 'wait';
  /** the hooping holds its head */
  atHead: boolean;
  /** at the table, item by item: it may be left after each */
  isByItem: boolean;
  /** one after the other: hands lay, watch and lay again where the needle runs for too short a time to leave it */
  parts: (CallTime & { stepId: string; isSewn: boolean })[];
}
/** What the steps of a score take. */
export interface CallTimes {
  timeOf: (step: Step) => CallTime;
  /** seconds that pass by themselves after a step */
  waitOf: (step: Step) => number;
}
const NO_TIME: CallTime = { once: 0, each: 0, breaksOnce: 0, breaksEach: 0 };

/**
 * Hooping up may be done while the head sews something else; from the first step at the head to taking out the head is held; the rest is
 * done at the table. The start of each stretch of sewing is watched; then, blocks that follow by themselves with it, the needle is left
 * alone unless somebody must hold an edge, or it is not worth leaving. @param items in the hooping
 */
export function callsOf(
  steps: readonly Step[],
  { timeOf, waitOf }: CallTimes,
  numbers: Numbers,
  items: number,
): Call[] {
  const calls: Call[] = [];
  const places = placesOf(steps);
  for (let n = 0; n < steps.length; n++) {
    const step = itemAt(steps, n);
    if (step.kind === 'hand') {
      const place = itemAt(places, n);
      hands(step, { atHead: place === 'head', isByItem: place === 'table' }, timeOf(step));
      const seconds = waitOf(step);
      if (seconds > 0)
        put('wait', step.id, `${step.title}: wait`, { atHead: false }, { ...NO_TIME, once: seconds });
      continue;
    }
    // Blocks that follow one another without hands are one stretch of sewing.
    let to = n;
    while (steps[to + 1]?.kind === 'needle') to++;
    sew(steps.slice(n, to + 1).filter((s) => s.kind === 'needle' && !s.skipped) as NeedleStep[]);
    n = to;
  }
  return calls;

  function put(
    kind: Call['kind'],
    stepId: string,
    title: string,
    where: Pick<Call, 'atHead'> & Partial<Pick<Call, 'isByItem'>>,
    time: CallTime,
  ) {
    const parts = [{ ...time, stepId, isSewn: kind === 'needle' }];
    calls.push({ id: `${kind}:${stepId}`, title, kind, isByItem: false, ...where, parts });
  }
  function hands(
    { id, title }: Pick<Step, 'id' | 'title'>,
    where: Pick<Call, 'atHead' | 'isByItem'>,
    time: CallTime,
    isSewn = false,
  ) {
    const last = calls.at(-1);
    if (last?.kind !== 'hand' || last.atHead !== where.atHead || last.isByItem !== where.isByItem) {
      put('hand', id, title, where, time);
      itemAt(itemAt(calls, calls.length - 1).parts, 0).isSewn = isSewn;
      return;
    }
    last.parts.push({ ...time, stepId: id, isSewn });
    // What the needle does meanwhile is not what hands are told.
    if (!isSewn) last.title = `${last.title}, ${title}`;
  }
  function sew(blocks: readonly NeedleStep[]) {
    const [first] = blocks;
    if (!first) return;
    const atHead = { atHead: true, isByItem: false };
    const seconds = blocks.reduce((sum, b) => sum + callSeconds({ parts: [timeOf(b)] }, items), 0);
    const watched = Math.min(numbers['order.watch'], seconds);
    const isHeld = blocks.some((b) => b.attended);
    if (isHeld || seconds - watched < numbers['order.leave']) {
      for (const block of blocks) hands({ ...block, title: isHeld ? `stay by “${block.title}”` : block.title }, atHead, timeOf(block), !isHeld); // prettier-ignore
      return;
    }
    hands({ ...first, title: 'see it start' }, atHead, { ...NO_TIME, once: watched }, true);
    const [, ...others] = blocks;
    const time = timeOf(first);
    put('needle', first.id, first.title, { atHead: true }, { ...time, once: time.once - watched });
    const call = itemAt(calls, calls.length - 1);
    for (const block of others) {
      call.parts.push({ ...timeOf(block), stepId: block.id, isSewn: true });
      call.title = `${call.title}, ${block.title}`;
    }
  }
}
/**
 * Where each step of a score is done: before the head is needed, while it is held, or at the table once the hoop is off. Hooping up needs
 * no head as long as nothing is sewn.
 */
export function placesOf(steps: readonly Step[]): ('before' | 'head' | 'table')[] {
  const [hooped, out] = [hoopAt(steps), unhoopAt(steps)];
  const begins = steps.findIndex((s) => s.kind === 'needle');
  const lastAtHead = out >= 0 ? out : steps.findLastIndex((s) => s.kind === 'needle');
  return steps.map((step, n) => {
    if (n > lastAtHead && step.kind === 'hand') return 'table';
    const isBefore = step.kind === 'hand' && n <= hooped && n < begins && !actionOf(step).atMachine;
    return isBefore ? 'before' : 'head';
  });
}
/** Seconds of a call in a hooping of so many items. */
export const callSeconds = (
  { parts }: { parts: readonly Pick<CallTime, 'once' | 'each'>[] },
  items: number,
): number =>
  Math.max(
    0,
    parts.reduce((sum, { once, each }) => sum + once + each * items, 0),
  );
