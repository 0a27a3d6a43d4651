import { toast } from 'svelte-sonner';
import type { Problem } from '$lib/core/base';

/** What helps, as a button: a name and what it does; or what “Try again” does. */
type Remedy = (() => void) | { name: string; run: () => void };

/** A problem stays until it is closed: what happened, and what to do. The same one twice is shown once. */
export const showProblem = (problem: Problem, remedy?: Remedy) =>
  toast.error(problem.message, {
    id: `${problem.code} ${problem.message}`,
    description: problem.next,
    duration: Infinity,
    closeButton: true,
    action:
      remedy &&
      (typeof remedy === 'function'
        ? { label: 'Try again', onClick: remedy }
        : { label: remedy.name, onClick: remedy.run }),
  });
/** @param stays until it is closed */
export const showNote = (text: string, more?: string, stays = false) =>
  toast(text, { description: more, ...(stays && { duration: Infinity, closeButton: true }) });
