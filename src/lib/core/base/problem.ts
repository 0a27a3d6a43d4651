/**
 * Problems a maker can meet, as values: what happened (and what is safe), and what to do next.
 * Nothing in the core throws for bad input; it returns a Result.
 */
import type { ZodError } from 'zod';
import { itemAt } from './item-at';
/** What went wrong, for the maker: one sentence each. */
export interface Problem {
  /** stable name for scripts and tests, e.g. "not-a-tape" */
  code: string;
  /** one sentence: what happened, what is safe */
  message: string;
  /** one sentence: what to do now */
  next: string;
}

/** A value, or why there is none. */
export type Result<T> = { ok: true; value: T } | { ok: false; problem: Problem };

/** A value as a Result. */
export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
/**
 * A problem as a Result. @param code for programs, stable @param message what happened and what is safe @param next
 * what to do
 */
export const fail = (code: string, message: string, next: string): { ok: false; problem: Problem } => ({
  ok: false,
  problem: { code, message, next },
});

/** Where a value first does not fit its shape (at most 200 characters; empty: as a whole), and why. */
export function firstFault({ issues }: ZodError): { at: string; why: string } {
  const { path, message } = itemAt(issues, 0);
  return { at: path.map(String).join('.').slice(0, 200), why: message };
}
