import type { Result } from '$lib/core/base';
import { attempt } from '$lib/store';
import { showProblem } from './notices';

/**
 * Stores something; where that fails it is told, with a way to try again.
 * @param again what the way does: stores it with what has changed since
 */
export async function keep<T>(write: () => Promise<T>, again?: () => void): Promise<Result<T>> {
  const kept = await attempt(write);
  if (!kept.ok) showProblem(kept.problem, again);
  return kept;
}
