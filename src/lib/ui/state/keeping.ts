import type { Result } from '$lib/core/problem';
import { attempt } from '$lib/store';
import { showProblem } from './notices';

/** One write after the other. One that fails is told to who asked for it, and ends nobody's turn. */
export class WriteQueue {
  private last: Promise<unknown> = Promise.resolve();
  add<T>(write: () => T | Promise<T>): Promise<T> {
    const done = this.last.then(write);
    this.last = done.catch(() => undefined);
    return done;
  }
  /** When all that was asked for until now is stored or refused. */
  async settled(): Promise<void> {
    await this.last;
  }
}

/**
 * Stores something; where that fails it is told, with a way to try again.
 * @param again what the way does: stores it with what has changed since
 */
export async function keep<T>(write: () => Promise<T>, again?: () => void): Promise<Result<T>> {
  const kept = await attempt(write);
  if (!kept.ok) showProblem(kept.problem, again);
  return kept;
}
