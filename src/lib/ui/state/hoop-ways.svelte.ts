import type { Arrangement, ArrangeTask, MayTurn } from '$lib/core/arrange';
import type { Path, Problem, Result } from '$lib/core/base';
import { MOST_REPEATS } from '$lib/core/build';
import { shapeOfItem } from '$lib/core/hoop';
import type { ArrangeRequest } from '$lib/workers';

/** Ways of laying items, each with those before it in it. */
export const WAYS = ['grid', 'staggered', 'free'] as const;
export type WayId = (typeof WAYS)[number];
/** Seconds that each way is looked for, and each gap of one more. */
const SECONDS = 1.5;
const SECONDS_A_GAP = 0.3;

/** What is to be laid. mm */
export interface Wanted {
  field: { width: number; height: number; inset: number; oval?: boolean };
  gapMm: number;
  mayTurn: MayTurn;
  /** null: as many as fit */
  quantity: number | null;
}
/** What the ways stand on: work off the screen's thread. */
export interface HoopWaysNeeds {
  outline: () => Promise<Result<Path>>;
  arrange: (
    request: ArrangeRequest,
    onBetter: (found: Arrangement) => void,
    signal: AbortSignal,
  ) => Promise<Result<Arrangement | null>>;
  gapForMore: (request: ArrangeRequest, count: number, signal: AbortSignal) => Promise<Result<number | null>>;
  tell: (problem: Problem) => void;
}

/** How many of a design one hoop holds, by each way. */
export class HoopWays {
  constructor(private readonly needs: HoopWaysNeeds) {}

  /** of one item, about the middle of its design; null: not known yet */
  outline = $state.raw<Path | null>(null);
  found = $state.raw<Partial<Record<WayId, Arrangement>>>({});
  /** so much less between two, and one more would fit; null: none would, or it is not known yet. mm */
  lessForMore = $state<number | null>(null);
  /** what is being looked for */
  working = $state<WayId | 'more' | null>(null);
  private running: AbortController | null = null;
  /** only the last one asked for counts */
  private reads = 0;

  /** Works out what one item takes. */
  async read() {
    const asked = ++this.reads;
    const outline = await this.needs.outline();
    if (asked !== this.reads) return;
    if (outline.ok) this.outline = outline.value;
    else this.needs.tell(outline.problem);
  }
  /** Looks for all ways, one after the other; what is under way is dropped. */
  async look({ field, gapMm, mayTurn, quantity }: Wanted) {
    this.stop();
    const { outline } = this;
    if (!outline) return;
    const { signal } = (this.running = new AbortController());
    this.found = {};
    this.lessForMore = null;
    const task = (way: WayId, many: number | null): ArrangeTask => ({
      field: { widthMm: field.width, heightMm: field.height, oval: field.oval },
      insetMm: field.inset,
      gapMm,
      way,
      shapes: [{ id: 'item', ...shapeOfItem(outline), mayTurn, quantity: many }],
    });
    for (const way of WAYS) {
      this.working = way;
      const show = (found: Arrangement) => {
        if (!signal.aborted) this.found = { ...this.found, [way]: found };
      };
      const request = { task: task(way, quantity), seconds: SECONDS, most: MOST_REPEATS };
      const answer = await this.needs.arrange(request, show, signal);
      if (signal.aborted) return;
      if (!answer.ok) return this.end(answer.problem);
      if (answer.value) show(answer.value);
    }
    const count = this.found.free?.placements.length ?? 0;
    if (count && count < MOST_REPEATS && quantity === null) {
      this.working = 'more';
      const request = { task: task('free', count + 1), seconds: SECONDS_A_GAP, most: MOST_REPEATS };
      const gap = await this.needs.gapForMore(request, count, signal);
      if (signal.aborted) return;
      if (!gap.ok) return this.end(gap.problem);
      this.lessForMore = gap.value === null ? null : gapMm - gap.value;
    }
    this.end();
  }
  private end(problem?: Problem) {
    this.working = null;
    if (problem) this.needs.tell(problem);
  }
  /** Stops where it is; what was found stays. */
  stop() {
    this.running?.abort();
    this.running = null;
    this.working = null;
  }
}
