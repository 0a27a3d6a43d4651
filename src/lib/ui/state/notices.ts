import { toast } from 'svelte-sonner';
import type { Problem } from '$lib/core/problem';

/** A problem stays until it is closed: what happened, and what to do. */
export const showProblem = (problem: Problem) =>
  toast.error(problem.message, { description: problem.next, duration: Infinity, closeButton: true });
/** @param stays until it is closed */
export const showNote = (text: string, more?: string, stays = false) =>
  toast(text, { description: more, ...(stays && { duration: Infinity, closeButton: true }) });
