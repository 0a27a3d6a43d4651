/**
 * Problems a maker can meet, as values: what happened (and what is safe), and what to do next.
 * Nothing in the core throws for bad input; it returns a Result.
 */
import type { ZodError } from 'zod';
import { itemAt } from './item-at';
export interface Problem {
  /** stable name for scripts and tests, e.g. "not-a-tape" */
  code: string;
  /** one sentence: what happened, what is safe */
  message: string;
  /** one sentence: what to do now */
  next: string;
}

export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const fail = (code: string, message: string, next: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: { code, message, next },
});

/** Where a value first does not fit its shape (at most 200 characters; empty: as a whole), and why. */
export function firstFault({ issues }: ZodError): { at: string; why: string } {
  const { path, message } = itemAt(issues, 0);
  return { at: path.map(String).join('.').slice(0, 200), why: message };
}
