import * as z from 'zod';
import {
  batchOf,
  latenessOf,
  orderProgress,
  type Batch,
  type BatchInput,
  type BatchSureness,
} from '$lib/core/batch';
import type { Problem, Result } from '$lib/core/base';
import type { Build } from '$lib/core/build';
import type { LoggedRun } from '$lib/core/log';
import type { Numbers } from '$lib/core/numbers';
import { movedIn, type KeptOrder, type Schedule, type ScheduleTask } from '$lib/core/schedule';
import type { Movement } from '$lib/core/stock';
import type { Workshop } from '$lib/core/workshop';
import { CutDemands, type DemandNeeds } from './cut-demands.svelte';
import { UndoSteps } from './undo-steps.svelte';

/** What the batch stands on. */
export interface BatchNeeds extends DemandNeeds {
  builds: () => readonly Build[];
  runs: () => readonly LoggedRun[];
  movements: () => readonly Movement[];
  /** plain, the same as long as nothing in it changes */
  workshop: () => Workshop;
  orders: () => Workshop['orders'];
  numbers: () => Numbers;
  now: () => number;
  search: (
    task: ScheduleTask,
    seconds: number,
    from: KeptOrder | null,
    onBetter: (schedule: Schedule) => void,
    signal: AbortSignal,
  ) => Promise<Result<Schedule>>;
  lay: (task: ScheduleTask, order: KeptOrder) => Promise<Result<Schedule>>;
  sureness: (batch: Batch, order: KeptOrder) => Promise<Result<BatchSureness>>;
  /** what was kept of the last time, unchecked */
  kept: () => Promise<unknown>;
  keep: (base: unknown, mine: unknown) => void;
}
const keptSchema = z.object({
  parts: z.array(z.object({ hoopingId: z.string(), isAfter: z.boolean(), headId: z.string().nullable() })),
  reluctance: z.number(),
});
/** Looked for so long when nothing is planned yet, and when the maker asks, s. */
const FIRST_SECONDS = 2;
const MORE_SECONDS = 8;
/** A plan is laid anew when it began so long ago, ms. */
const STALE_MS = 300_000;
/** What a move, a search or a change of the orders made of the plan. Seconds; later is more. */
export interface PlanChange {
  finishS: number;
  lateS: number;
}

/** All open orders as one plan of heads and hands, kept over a reload. */
export class BatchPlan {
  constructor(private readonly needs: BatchNeeds) {
    this.demands = new CutDemands(needs);
  }
  readonly demands: CutDemands;
  /** ms since 1970: the plan begins then */
  private from = $state(0);
  private order = $state.raw<KeptOrder | null>(null);
  private isLoaded = $state(false);
  schedule = $state.raw<Schedule | null>(null);
  sureness = $state.raw<BatchSureness | null>(null);
  /** why there is no plan */
  problem = $state.raw<Problem | null>(null);
  searching = $state.raw<{ from: number; seconds: number; stop: () => void } | null>(null);
  /** of the last move or search, against the plan before it */
  change = $state.raw<PlanChange | null>(null);
  readonly history = new UndoSteps<KeptOrder>();

  readonly lines = $derived.by(() =>
    orderProgress(this.needs.orders(), this.needs.runs(), this.needs.movements()),
  );
  readonly open = $derived.by(() =>
    this.lines.filter(
      ({ order, line }) =>
        order.closedAt === null && this.needs.builds().some(({ id }) => id === line.buildId),
    ),
  );
  private readonly wanted = $derived.by(() => {
    const lacking = this.open.filter((l) => l.done < l.line.quantity);
    return this.needs.builds().filter(({ id }) => lacking.some(({ line }) => line.buildId === id));
  });
  readonly isReady = $derived.by(() => this.isLoaded && this.demands.isReady);
  get workshop(): Workshop {
    return this.needs.workshop();
  }
  readonly input = $derived.by<BatchInput>(() => ({
    lines: this.open,
    demands: this.demands.all,
    runs: this.needs.runs(),
    workshop: this.needs.workshop(),
    numbers: this.needs.numbers(),
    now: this.from,
    handSpread: this.needs.numbers()['order.handSpread'] / 100,
  }));
  /** the batch as it is now, or why it cannot be planned; null: not known yet */
  readonly made = $derived.by<Result<Batch> | null>(() => (this.isReady ? batchOf(this.input) : null));
  readonly batch = $derived.by(() => (this.made?.ok ? this.made.value : null));

  readonly late = $derived.by(() =>
    this.batch && this.schedule ? latenessOf(this.batch, this.schedule) : null,
  );

  /** Reads what was kept; once. */
  async load(): Promise<void> {
    if (this.isLoaded) return;
    this.from = minute(this.needs.now());
    const kept = keptSchema.safeParse(await this.needs.kept());
    this.order = kept.data ?? null;
    this.isLoaded = true;
  }
  /** Follows builds, orders and runs: what has begun stays, the rest is laid in the order that it had. */
  async follow(): Promise<void> {
    await this.demands.follow(this.wanted, this.needs.workshop());
  }
  private round = 0;
  /** Something newer is worked out: what was asked for before is answered no more, and what is looked for is another plan. */
  private another(): number {
    this.searching?.stop();
    return ++this.round;
  }
  /** Lays the batch as it is now. */
  async lay(): Promise<void> {
    const mine = this.another();
    const { made, order } = this;
    if (!made) return;
    if (!made.ok || !made.value.hoopings.length) {
      this.show(null, made.ok ? null : made.problem);
      return;
    }
    if (!order) return this.search(FIRST_SECONDS);
    const laid = await this.needs.lay(made.value.task, order);
    if (mine !== this.round) return;
    if (laid.ok) this.show(laid.value, null);
    else this.show(null, laid.problem);
    await this.seeHowSure(mine);
  }
  /** Looks for a better plan; what was found so far is shown meanwhile. */
  async search(seconds = MORE_SECONDS): Promise<void> {
    const mine = this.another();
    const { batch, order, schedule: before } = this;
    if (!batch) return;
    const controller = new AbortController();
    const searching = { from: this.needs.now(), seconds, stop: () => controller.abort() };
    this.searching = searching;
    const better = (found: Schedule) => mine === this.round && this.show(found, null);
    const found = await this.needs.search(batch.task, seconds, order, better, controller.signal);
    if (this.searching === searching) this.searching = null;
    if (mine !== this.round) return;
    if (!found.ok) return before ? this.needs.tell(found.problem) : this.show(null, found.problem);
    this.take(found.value, before);
    await this.seeHowSure(mine);
  }
  /** Sews a hooping on a head, before what begins there at a moment or later. @param atS s from the plan's beginning */
  async move(hoopingId: string, headId: string, atS: number): Promise<void> {
    const { batch, schedule } = this;
    if (!batch || !schedule) return;
    await this.layAs(movedIn(schedule.order, schedule.tasks, { hoopingId, headId, atS }), schedule);
  }
  private async layAs(order: KeptOrder, before: Schedule | null): Promise<void> {
    const mine = this.another();
    const { batch } = this;
    if (!batch) return;
    const laid = await this.needs.lay(batch.task, order);
    if (mine !== this.round) return;
    if (!laid.ok) return this.needs.tell(laid.problem);
    this.take(laid.value, before);
    await this.seeHowSure(mine);
  }
  async undo(): Promise<void> {
    const { order } = this;
    const back = order && this.history.back(() => order);
    if (back) await this.backTo(back);
  }
  async redo(): Promise<void> {
    const { order } = this;
    const next = order && this.history.again(() => order);
    if (next) await this.backTo(next);
  }
  private async backTo(order: KeptOrder) {
    const mine = this.another();
    const laid = this.batch && (await this.needs.lay(this.batch.task, order));
    if (mine !== this.round || !laid?.ok) return;
    this.remember(order);
    this.show(laid.value, null);
    this.change = null;
    await this.seeHowSure(mine);
  }
  /** From this minute on: what should have been done meanwhile and was not is still to do. */
  replan() {
    this.from = minute(this.needs.now());
    this.change = null;
  }
  /** The clock has gone on for so long that the plan is of before. */
  keepUp() {
    if (this.isLoaded && !this.searching && this.needs.now() - this.from > STALE_MS) this.replan();
  }
  private show(schedule: Schedule | null, problem: Problem | null) {
    this.schedule = schedule;
    this.problem = problem;
    this.sureness = null;
  }
  private take(schedule: Schedule, before: Schedule | null) {
    if (this.order) this.history.note(this.order);
    this.remember(schedule.order);
    this.show(schedule, null);
    const { batch } = this;
    const late = (s: Schedule) => (batch ? latenessOf(batch, s).lateS : 0);
    this.change = before && {
      finishS: schedule.finishS - before.finishS,
      lateS: late(schedule) - late(before),
    };
  }
  private remember(order: KeptOrder) {
    this.needs.keep(this.order, order);
    this.order = order;
  }
  private async seeHowSure(mine: number) {
    const { batch, schedule } = this;
    if (!batch || !schedule) return;
    const sure = await this.needs.sureness(batch, schedule.order);
    if (mine === this.round && sure.ok) this.sureness = sure.value;
  }
}
/** The minute of a moment, ms. */
const minute = (ms: number) => Math.floor(ms / 60_000) * 60_000;
