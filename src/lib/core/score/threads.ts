import { itemAt } from '../base';
import { isSameThread, threadKey, threadsOf, threadWords, type Build, type Thread } from '../build';
import { threadInOrder } from '../stop-order';
import { bareHand, needsHands } from './hand';
import type { HandStep, NeedleStep, Step } from './types';

/** Hands thread the needle anew. @param needle which of several, from 1 */
export const threadStep = (id: string, name: string, because: string, needle?: number): HandStep =>
  bareHand({
    id,
    title: needle ? `Needle ${needle}: ${name}` : `Thread ${name}`,
    text: `Thread ${needle ? `needle ${needle}` : 'the needle'} with ${name}.`,
    because,
    action: needle ? 'rethread' : 'thread',
    side: 'front',
  });

/** Nobody has named the thread of a block at whose stop there is nothing else to do. */
const unnamedThreadStep = (id: string, block: string): HandStep => ({
  ...threadStep(
    id,
    '?',
    'No thread is named, and nothing else is done at this stop: most such stops are changes of colour.',
  ),
  text: `Thread the needle for “${block}”; go on without, if it is sewn in the thread that is on.`,
});

/** The bobbin follows the thread above where both sides of the next block show. */
const bobbinStep = (id: string, name: string): HandStep =>
  bareHand({
    id,
    title: 'Matching bobbin',
    text: `Put in a bobbin of ${name}.`,
    because: 'Both sides show what is sewn next, and the thread above is another.',
    action: 'bobbin',
    side: 'front',
    hoop: 'off',
    tools: ['matching bobbin'],
  });

/** What is on the needle as the walk comes to a block. */
type OnNeedle = { is: 'none' } | { is: 'unknown' } | { is: 'thread'; thread: Thread };

/**
 * The changes of thread: where the thread is another than before, and where nobody has named it and its stop asks for
 * nothing else. On one needle it is hands that change it; the bobbin they change on any.
 */
export function withThreads(
  steps: Step[],
  build: Pick<Build, 'threads'>,
  onNeedles?: readonly (string | null)[],
): Step[] {
  const threads = threadsOf(build);
  const onTheWay = onNeedles && threadedOnTheWay(steps, threads, onNeedles);
  let on: OnNeedle = { is: 'none' };
  let hands: HandStep[] = [];
  let last: NeedleStep | null = null;
  return steps.flatMap((step) => {
    if (step.kind === 'hand') {
      if (needsHands(step)) hands.push(step);
      return [step];
    }
    const [thread, before, atStop] = [threads[step.block], on, hands];
    const isStop = last !== null && !(step.inserted && step.stop === 0);
    const isAsked = !thread && isStop && !atStop.length && build.threads[step.block]?.sameAs === undefined;
    [hands, last] = [[], step];
    if (thread) on = { is: 'thread', thread };
    else if (isAsked) on = { is: 'unknown' };
    if (thread ? before.is === 'thread' && isSameThread(before.thread, thread) : !isAsked) return [step];

    const id = `b${step.block}`;
    const change: HandStep[] = [];
    const rethreaded = onTheWay?.get(step);
    if (rethreaded && thread)
      change.push(
        threadStep(
          `${id}:thread`,
          threadWords(thread),
          `More threads than needles: ${rethreaded.instead} is wanted again last of all, or not at all.`,
          rethreaded.needle,
        ),
      );
    if (!onNeedles)
      change.push(
        thread
          ? threadStep(`${id}:thread`, threadWords(thread), whyNow(before))
          : unnamedThreadStep(`${id}:thread`, step.title),
      );
    // The first is the technique's own.
    if (step.bothSides && isStop && !atStop.some((s) => s.action === 'bobbin'))
      change.push(bobbinStep(`${id}:bobbin`, thread ? threadWords(thread) : 'the thread above'));
    return [...change, step];
  });
}
/** Needle steps before which one of several needles gets another thread than it has sewn. */
function threadedOnTheWay(
  steps: readonly Step[],
  threads: readonly (Thread | undefined)[],
  onNeedles: readonly (string | null)[],
): ReadonlyMap<Step, { needle: number; instead: string }> {
  const sewn = steps.flatMap((step) => {
    const thread = step.kind === 'needle' ? threads[step.block] : undefined;
    return thread ? [{ step, thread }] : [];
  });
  const keys = sewn.map(({ thread }) => threadKey(thread));
  // The next hooping sews the same again.
  const { threaded } = threadInOrder(keys, onNeedles, { then: keys });
  return new Map(
    threaded.flatMap(({ at, needle, last, onTheWay }) =>
      onTheWay && last !== null
        ? [
            [
              itemAt(sewn, at).step,
              { needle: needle + 1, instead: threadWords(itemAt(sewn, last).thread) },
            ] as const,
          ]
        : [],
    ),
  );
}
const whyNow = (before: OnNeedle): string =>
  before.is === 'none'
    ? 'The first block is sewn in it.'
    : `The block before was sewn in ${before.is === 'thread' ? threadWords(before.thread) : 'another thread'}.`;
