import { toast } from 'svelte-sonner';
import type { Problem } from '$lib/core/problem';

/** A problem stays until it is closed: what happened, and what to do. */
export const showProblem = (problem: Problem) =>
  toast.error(problem.message, { description: problem.next, duration: Infinity, closeButton: true });
export const showNote = (text: string, more?: string) => toast(text, { description: more });
