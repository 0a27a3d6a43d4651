/**
 * Problems a maker can meet, as values: what happened (and what is safe), and what to do next.
 * Nothing in the core throws for bad input; it returns a Result.
 */
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
