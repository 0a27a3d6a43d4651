import { itemAt } from '../base';
import { threadKey, threadWords, type Thread } from '../build';
import { threadInOrder } from '../stop-order';
import type { Machine, ThreadStock } from '../workshop';
import type { ThreadRow } from './list';
import { isOnShelfAs, namesOf } from './shelf';

/** A needle, from 1, gets a thread. */
interface ThreadedNeedle {
  needle: number;
  thread: string;
}
/** Which needle sews what on a machine of several. */
export interface NeedlePlan {
  /** needle of each step, from 1, by its id; a block whose thread nobody has named has none */
  needleOf: ReadonlyMap<string, number>;
  /** threaded before the start */
  before: ThreadedNeedle[];
  /** threaded before a step, while another waits: what was on is sewn with by then */
  during: (ThreadedNeedle & { instead: string; stepId: string; title: string })[];
}

/** A thread that no such design sews with; no thread of a build is called so. */
const NOT_WANTED = '';
/** Keys of the threads on the needles of a machine, as designs call those that they sew with; null: nothing that is known. */
export const onNeedles = (
  machine: Pick<Machine, 'needles' | 'threaded'>,
  wanted: readonly Thread[],
  shelf: readonly ThreadStock[],
): (string | null)[] =>
  Array.from({ length: machine.needles }, (_, n) => {
    const stock = shelf.find(({ id }) => id === machine.threaded[n]);
    const known =
      stock && wanted.find((thread) => isOnShelfAs({ ...namesOf(thread), colour: thread.colour }, stock));
    return known ? threadKey(known) : stock ? NOT_WANTED : null;
  });
/** What is on and wanted stays on; as few needles are threaded as can be. */
export function planNeedles(
  rows: readonly ThreadRow[],
  machine: Pick<Machine, 'needles' | 'threaded'>,
  shelf: readonly ThreadStock[],
): NeedlePlan {
  const sewn = rows.flatMap(({ step, thread }) => (thread ? [{ step, thread }] : []));
  const threads = sewn.map(({ thread }) => thread);
  const keys = threads.map(threadKey);
  // The next hooping sews the same again.
  const { needles, threaded } = threadInOrder(keys, onNeedles(machine, threads, shelf), { then: keys });
  const plan: NeedlePlan = {
    needleOf: new Map(sewn.map(({ step }, n) => [step.id, (needles[n] ?? 0) + 1])),
    before: [],
    during: [],
  };
  for (const { at, needle, last, onTheWay } of threaded) {
    const { step, thread } = itemAt(sewn, at);
    const gets = { needle: needle + 1, thread: threadWords(thread) };
    if (onTheWay && last !== null)
      plan.during.push({
        ...gets,
        instead: threadWords(itemAt(sewn, last).thread),
        stepId: step.id,
        title: step.title,
      });
    else plan.before.push(gets);
  }
  return plan;
}
