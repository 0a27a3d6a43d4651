import type { Arrangement, ArrangeTask } from '$lib/core/arrange';
import type { Problem, Result } from '$lib/core/base';
import type { ArrangeRequest } from '$lib/workers';

/** Seconds that the best places are looked for. */
const SECONDS = 4;

/** What arranges off the screen's thread. */
export interface ArrangingNeeds {
  arrange: (
    request: ArrangeRequest,
    onBetter: (found: Arrangement) => void,
    signal: AbortSignal,
  ) => Promise<Result<Arrangement | null>>;
  tell: (problem: Problem) => void;
}

/** A search for better places, seen while it goes on and ended at any time. */
export class Arranging {
  constructor(private readonly needs: ArrangingNeeds) {}
  /** the best so far, while it is being looked for */
  found = $state.raw<Arrangement | null>(null);
  working = $state(false);
  private running: AbortController | null = null;

  /** The best that was found in time, or by the moment at which it was enough; null: it was stopped, or failed, which is told. */
  async look(task: ArrangeTask, most: number): Promise<Arrangement | null> {
    this.stop();
    const mine = (this.running = new AbortController());
    this.working = true;
    const show = (found: Arrangement) => {
      if (this.running === mine) this.found = found;
    };
    const answer = await this.needs.arrange({ task, seconds: SECONDS, most }, show, mine.signal);
    if (this.running !== mine) return null;
    this.end();
    if (answer.ok) return answer.value;
    this.needs.tell(answer.problem);
    return null;
  }
  /** What was found by now is taken. */
  enough() {
    this.running?.abort();
  }
  /** Nothing of it is taken. */
  stop() {
    const { running } = this;
    this.end();
    running?.abort();
  }
  private end() {
    this.running = null;
    this.working = false;
    this.found = null;
  }
}
