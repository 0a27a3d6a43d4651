import { nextIndex, reduceRun, stepFacts, stitchNow, timed, type BareEvent } from '$lib/core/run';
import { itemAt, fail, type Problem } from '$lib/core/base';
import type { Numbers } from '$lib/core/numbers';
import { attempt, type PhotoRecord, type Store } from '$lib/store';
import { known, type KnownRun } from './known-run';
import { RunLock } from './run-lock';
import { WorkClock } from './work-clock';
import { WriteQueue } from './write-queue';

/** How far the run has come is kept this often between events, ms. */
const HEARTBEAT_MS = 5000;
/** Storing that takes longer is shown, ms. */
const NOTICED_MS = 400;
/** A run that was begun this short a time ago comes straight from its build, ms. */
const JUST_BEGUN_MS = 60_000;

const { problem: unfit } = fail(
  'unfit-event',
  'What was typed is not a figure or text that the log can keep; the run is as it was.',
  'Look at the numbers and type them again.',
);

/** What a run is kept in, and who hears of it. */
export interface RunNeeds {
  log: Pick<Store['log'], 'run' | 'hold' | 'watch' | 'pulse' | 'heartbeat' | 'addEvents'>;
  numbers: () => Numbers;
  /** it stands otherwise now */
  noteRun: (run: KnownRun) => void;
  /** something could not be kept. @param again tries it once more */
  tell: (problem: Problem, again?: () => void) => void;
}

/**
 * One run, held by this tab or watched. Each event is stored before the screen moves on; reopening reads them back. One tab
 * holds the run, others watch it.
 */
export class HeldRun {
  constructor(protected readonly needs: RunNeeds) {}

  private known = $state.raw<KnownRun | null>(null);
  missing = $state(false);
  hold = $state<'asking' | 'held' | 'watching'>('asking');
  /** on the clock of work, ticking */
  protected now = $state(0);
  /** events on their way to the disk, one after the other */
  private writing = 0;
  /** takes longer than a maker notices: presses wait for it, and are told so */
  isStoring = $state(false);
  private readonly write = new WriteQueue();
  /** this tab has the lock, and may write */
  private taking = false;
  private unwatch = () => {};
  private readonly lock = new RunLock();

  /** events that are stored; the screen shows no more than they say */
  readonly stored = $derived(this.known?.next ?? 0);
  readonly run = $derived(this.known?.run ?? null);
  readonly state = $derived(this.known?.state ?? null);
  readonly steps = $derived(this.run?.score.steps ?? []);
  readonly step = $derived(this.state ? this.steps[this.state.index] : undefined);
  readonly next = $derived(this.state ? this.steps[nextIndex(this.state)] : undefined);
  readonly planned = $derived((this.step && this.run?.planned[this.step.id]) ?? 0);
  /** told by a machine that is followed */
  liveStitch = $state<number | null>(null);
  /** the device's clock, ticking */
  clock = $state(Date.now());
  /** where the needle stands: as a machine tells it, else as far as the clock says */
  readonly stitch = $derived(
    this.liveStitch ?? (this.run && this.state ? stitchNow(this.run, this.state, this.now) : 0),
  );

  async load(id: string): Promise<void> {
    const stored = await this.needs.log.run(id);
    if (!stored) {
      this.missing = true;
      return;
    }
    this.known = known(stored);
    await this.lock.seize(
      id,
      () => this.takeOver(id),
      () => {
        this.hold = 'watching';
        this.unwatch = this.needs.log.watch(id, (stored) => (this.known = known(stored)));
      },
    );
  }
  /** Begins to hold: what was going on when the last holder vanished is an interruption. */
  private async takeOver(id: string) {
    this.unwatch();
    const stored = await this.needs.log.hold(id);
    if (!stored) return;
    this.known = known(stored);
    this.taking = true;
    this.work.mark();
    const { state, events } = this.known;
    const pulse = await this.needs.log.pulse(id);
    const justBegun = events.length === 1 && !pulse && Date.now() - itemAt(events, 0).at < JUST_BEGUN_MS;
    if (state.status === 'running' && !justBegun) {
      const fits = pulse?.n === stored.next - 1;
      await this.add(
        { type: 'interrupted', stitch: fits ? pulse.stitch : null, reason: '' },
        fits ? pulse.ms : 0,
      );
    }
    // Shown only now: a press before this would be lost.
    this.hold = 'held';
  }
  close() {
    this.unwatch();
    this.lock.close();
  }

  private readonly work = new WorkClock();
  private lastHeartbeat = 0;
  tick() {
    this.clock = Date.now();
    if (!this.taking) {
      this.now = Date.now();
      return;
    }
    this.lookForSleep();
    const worked = this.work.tick();
    const since = this.state?.since ?? null;
    this.now = since === null ? 0 : since + worked;
    if (since !== null && this.work.ticked - this.lastHeartbeat > HEARTBEAT_MS) {
      this.lastHeartbeat = this.work.ticked;
      void this.heartbeat(worked);
    }
  }
  private async heartbeat(ms: number) {
    const { run, next } = this.known as KnownRun;
    const stitch = this.step?.kind === 'needle' ? this.stitch : null;
    await attempt(() => this.needs.log.heartbeat({ runId: run.id, n: next - 1, at: Date.now(), ms, stitch }));
  }
  /** Hands did nothing while the device slept; the needle may have gone on, but no longer than was planned. */
  private lookForSleep() {
    const { slept, worked } = this.work;
    if (!slept || !this.state || this.state.since === null) return;
    const spent = this.state.spent + worked;
    const sewn = this.step?.kind === 'needle' ? Math.min(slept, Math.max(0, 1000 * this.planned - spent)) : 0;
    this.work.mark();
    void this.add({ type: 'slept', sleptMs: slept }, worked + sewn);
  }

  /** Stores an event, then moves on. @param ms of work since the event before; measured unless given */
  add(bare: BareEvent, ms?: number): Promise<boolean> {
    return this.addAll([bare], { ms });
  }
  /**
   * Events that belong together, all or none, after those that are still being stored.
   * @param begun clock at which the first of them happened, if that was before the others
   */
  addAll(
    bare: readonly BareEvent[],
    told: { ms?: number; begun?: number; photo?: PhotoRecord } = {},
  ): Promise<boolean> {
    const clock = performance.now();
    const when = { at: Date.now(), clock, ...told };
    this.writing++;
    const noticed = setTimeout(() => (this.isStoring = true), NOTICED_MS);
    return this.write
      .add(() => this.store(bare, when))
      .finally(() => {
        clearTimeout(noticed);
        if (--this.writing === 0) this.isStoring = false;
      });
  }
  private async store(
    bare: readonly BareEvent[],
    { photo, ...when }: { at: number; clock: number; ms?: number; begun?: number; photo?: PhotoRecord },
  ): Promise<boolean> {
    const from = this.known;
    if (!from || !this.taking) return false;
    const events = timed(bare, { ...when, before: this.work.marked });
    if (!events) {
      this.needs.tell(unfit);
      return false;
    }
    const again = () => void this.addAll(bare, { photo, ms: when.ms });
    const stored = await attempt(() => this.needs.log.addEvents(from.run.id, from.next, events, photo));
    if (!stored.ok) {
      this.needs.tell(stored.problem, again);
      return false;
    }
    this.work.mark(when.clock);
    const all = [...from.events, ...events];
    this.known = {
      run: from.run,
      events: all,
      next: from.next + events.length,
      state: reduceRun(all, stepFacts(from.run)),
    };
    this.now = this.known.state.since ?? 0;
    this.needs.noteRun(this.known);
    return true;
  }
  /** When what is being stored, if anything, is kept or refused. */
  async settled(): Promise<void> {
    await this.write.settled();
  }
  private pressing = false;
  /**
   * A second press while the first is being stored is a slip, not a step. One that comes while something told is being
   * stored, as by a machine, waits for it; if that has moved the run on, it is answered already.
   */
  protected async press(...bare: BareEvent[]): Promise<boolean> {
    if (this.pressing) return false;
    this.pressing = true;
    try {
      const seen = this.state;
      if (this.writing) await this.settled();
      if (this.state?.index !== seen?.index || this.state?.status !== seen?.status) return false;
      return await this.addAll(bare);
    } finally {
      this.pressing = false;
    }
  }
}
