import {
  AT_END,
  besideAfter,
  besideBefore,
  bobbinNow,
  isOver,
  itemsIn,
  MOST_REASON,
  MOST_TEXT,
  needleSeconds,
  nextIndex,
  piecesOfStep,
  reduceRun,
  runSeconds,
  secondsLeft,
  stepFacts,
  stepSeconds,
  stepSecondsLeft,
  stitchesOf,
  stitchNow,
  threadsAhead,
  timed,
  unjudged,
  waitingFor,
  type BareEvent,
} from '$lib/core/run';
import { itemAt, fail, type Problem } from '$lib/core/base';
import type { Numbers } from '$lib/core/numbers';
import { stackAt, stackHere } from '$lib/core/score';
import { attempt, type PhotoRecord, type Store } from '$lib/store';
import { newId } from './ids';
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
 * One run at the machine. Each event is stored before the screen moves on; reopening reads them back. One tab holds the
 * run, others watch it.
 */
export class RunSession {
  constructor(private readonly needs: RunNeeds) {}

  private known = $state.raw<KnownRun | null>(null);
  missing = $state(false);
  hold = $state<'asking' | 'held' | 'watching'>('asking');
  /** on the clock of work, ticking */
  private now = $state(0);
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
  /** what was left behind of the screens of a step */
  private turned = $state({ index: -1, pages: 0 });
  /** the screens of the step under work: what stands beside it has one of its own */
  private readonly pages = $derived(
    [besideBefore(this.step) ?? [], 'step' as const, besideAfter(this.step, this.next) ?? []].flat(),
  );
  private readonly pageAt = $derived(
    this.turned.index === this.state?.index ? Math.min(this.turned.pages, this.pages.length - 1) : 0,
  );
  readonly page = $derived(this.pages[this.pageAt] ?? 'step');
  /** the layers as they lie now: still in the hoop before it is opened, the front up again when it goes back on */
  readonly stack = $derived.by(() => {
    if (!this.run || !this.state) return null;
    const index = this.state.index - (this.page === 'look' ? 1 : 0);
    const stack = stackHere(stackAt(this.run.score, index), this.step);
    return this.page === 'hoop on' ? { ...stack, view: 'front' as const } : stack;
  });
  readonly over = $derived(this.state !== null && isOver(this.state));
  /** paused or interrupted */
  readonly resting = $derived(this.state?.status === 'paused' || this.state?.status === 'interrupted');
  readonly stepSeconds = $derived(this.state ? stepSeconds(this.state, this.now) : 0);
  readonly runSeconds = $derived(this.state ? runSeconds(this.state, this.now) : 0);
  readonly planned = $derived((this.step && this.run?.planned[this.step.id]) ?? 0);
  /** of the step under work, as planned, s */
  readonly stepLeft = $derived(this.run && this.state ? stepSecondsLeft(this.run, this.state, this.now) : 0);
  /** since the needle was last started or told to stand somewhere, s */
  readonly needleSeconds = $derived(this.state ? needleSeconds(this.state, this.now) : 0);
  readonly left = $derived(this.run && this.state ? secondsLeft(this.run, this.state, this.now) : 0);
  readonly block = $derived(this.step?.kind === 'needle' ? this.run?.blocks[this.step.block] : undefined);
  /** so often the tape is sewn in this hooping; and the items that come out of it */
  readonly items = $derived(this.run?.items ?? 1);
  readonly itemsOut = $derived(this.run ? itemsIn(this.run) : 1);
  /** of the block under the needle, for all items of the hooping */
  readonly blockStitches = $derived(
    this.run && this.step?.kind === 'needle' ? stitchesOf(this.run, this.step) : 0,
  );
  readonly pieces = $derived(this.run && this.step?.kind === 'hand' ? piecesOfStep(this.run, this.step) : []);
  readonly threads = $derived(this.run && this.state ? threadsAhead(this.run, this.state) : null);
  readonly bobbin = $derived.by(() =>
    this.run && this.state ? bobbinNow(this.run, this.state, this.needs.numbers()) : null,
  );
  /** told by a machine that is followed */
  liveStitch = $state<number | null>(null);
  /** what dries or cools before this step */
  readonly waiting = $derived(this.run && this.state ? waitingFor(this.run, this.state) : null);
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
  private async press(...bare: BareEvent[]): Promise<boolean> {
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
  async forward() {
    if (!this.state || this.over) return;
    if (this.resting) return this.press({ type: 'resumed' });
    if (this.pageAt < this.pages.length - 1) return this.turnTo(this.pageAt + 1);
    const { step, next } = this;
    if (!step) return;
    // Drying is no work: the run rests until the maker goes on.
    const waits = (this.run?.waits[step.id] ?? 0) > 0 && next !== undefined;
    const done = { type: 'done', stepId: step.id, index: this.state.index } as const;
    return this.press(done, ...(waits ? [{ type: 'paused' } as const] : []));
  }
  async skip() {
    if (this.state && this.step && !this.resting)
      return this.press({ type: 'skipped', stepId: this.step.id, index: this.state.index });
  }
  private turnTo(pages: number): undefined {
    this.turned = { index: this.state?.index ?? -1, pages };
  }
  back() {
    if (this.pageAt > 0) return this.turnTo(this.pageAt - 1);
    if (this.state && this.state.index > 0) return this.press({ type: 'back', index: this.state.index - 1 });
  }
  togglePause() {
    return this.press({ type: this.resting ? 'resumed' : 'paused' });
  }
  readonly stepId = $derived(this.step?.id ?? AT_END);
  changeThread(name: string, colour: string) {
    if (name.trim())
      return this.add({
        type: 'thread-changed',
        stepId: this.stepId,
        name: name.trim().slice(0, 120),
        colour,
      });
  }
  /** A typed stitch number, as one of the block under work. */
  stitchOf(typed: number | null): number {
    return Math.min(this.blockStitches, Math.max(0, Math.round(typed ?? 0)));
  }
  freshBobbin() {
    return this.add({ type: 'bobbin-changed', stepId: this.stepId, stitch: this.stitch, ranOut: false });
  }
  note(text: string) {
    if (text.trim())
      return this.add({ type: 'note', stepId: this.stepId, text: text.trim().slice(0, MOST_TEXT) });
  }
  photo(bytes: Uint8Array, type: string) {
    const photoId = newId();
    const photo = { id: photoId, runId: this.run?.id ?? '', type, bytes };
    return this.addAll([{ type: 'photo', stepId: this.stepId, photoId }], { photo });
  }
  giveUp(reason: string) {
    return this.add({ type: 'given-up', reason: reason.slice(0, MOST_REASON) });
  }
  /** items of the hooping that nobody has judged, from 0 */
  readonly unjudged = $derived(this.state ? unjudged(this.state, this.itemsOut) : []);
  /** What was not judged yet came out well. */
  allGood() {
    return this.addAll(
      this.unjudged.map((n) => ({ type: 'item' as const, n, result: 'good' as const, reason: '' })),
    );
  }
  /** Closes the run; never before each item is judged. */
  async finish(): Promise<boolean> {
    return this.unjudged.length === 0 && this.press({ type: 'finished' });
  }
  /** A run that was closed too early goes on where it was. */
  reopen() {
    return this.press({ type: 'reopened' });
  }
}
