import type { MachineLine, MachineLink, MachineState } from '$lib/core/machine';
import { fail, type Result } from '$lib/core/base';
import { sewnSteps, type BareEvent, type TroubleKind } from '$lib/core/run';
import type { Step } from '$lib/core/score';
import type { Tape } from '$lib/core/tape';
import { showNote, showProblem } from './notices';
import type { RunSession } from './run-session.svelte';

const foreignTape = fail(
  'foreign-tape',
  'Another tape is on this machine now; it is not followed any more. The run is kept.',
  'Go on by hand, or follow it again: that loads this run’s tape.',
);

/**
 * Run follows a machine: its halts move the run on, its thread breaks and empty bobbins open their way out, its stitch
 * count is shown. What it tells becomes events like those of a hand; they are stored one after the other.
 */
export class FollowedMachine {
  link = $state.raw<MachineLink | null>(null);
  now = $state.raw<MachineState | null>(null);
  /** whether it is heard of */
  line = $state<MachineLine>('here');
  /** a simulated machine's time runs so many times faster */
  rate = $state(1);
  private tape: { tape: Tape; fileName: string } | null = null;
  /** of the tape that was loaded, as the machine told it */
  private tapeId = '';
  private unwatch = () => {};
  private telling = Promise.resolve();

  constructor(
    private readonly session: RunSession,
    private readonly ontrouble: (kind: TroubleKind) => void,
  ) {}

  /** followed and heard of: what it says counts */
  readonly isHere = $derived(this.link !== null && this.line === 'here');
  /** Seconds of the clock until the machine halts by itself. */
  readonly untilHalt = $derived(this.now ? this.now.untilHaltSeconds / this.rate : 0);
  /** A machine that is not heard of may sew or not: nothing is said of it. */
  readonly sewing = $derived(this.isHere && this.now?.status === 'sewing');

  async connect(link: MachineLink, tape: Tape, fileName: string, rate: number): Promise<boolean> {
    this.leave();
    this.tape = { tape, fileName };
    if (!(await this.load(link))) return false;
    this.link = link;
    this.rate = rate;
    await this.session.add({ type: 'followed', machine: link.name, rate });
    this.unwatch = link.watch(
      (state) => {
        if (state.tapeId !== this.tapeId) return this.isForeign();
        this.now = state;
        this.session.liveStitch = this.isInStep(state) ? state.stitch : null;
        this.telling = this.telling
          .then(() => this.follow(state))
          .catch((error: unknown) => console.error(error));
      },
      (line) => {
        this.line = line;
        if (line !== 'here') this.session.liveStitch = null;
      },
    );
    return true;
  }
  private async load(link: MachineLink): Promise<boolean> {
    if (!this.tape) return false;
    const loaded = await link.load(this.tape.tape, this.tape.fileName);
    if (!loaded.ok) {
      showProblem(loaded.problem);
      return false;
    }
    this.now = loaded.value;
    this.tapeId = loaded.value.tapeId;
    return true;
  }
  /** A machine that was restarted has no tape: it gets it again, with its needle where the run stands. */
  async loadAgain() {
    const { link, session } = this;
    if (!link || !(await this.load(link))) return;
    this.line = 'here';
    const block = this.blockOf(session.step);
    if (block >= 0) await this.ask(link.jump(block, session.state?.stitch ?? 0));
    showNote(`${link.name} has its tape again.`, 'Look where the needle stands before you start it.');
  }
  private isForeign() {
    showProblem(foreignTape.problem);
    const session = this.session;
    this.leave();
    void session.add({ type: 'followed', machine: null, rate: 1 });
  }
  /** By hand from now on. */
  async disconnect() {
    const link = this.link;
    this.leave();
    await this.session.add({ type: 'followed', machine: null, rate: 1 });
    await link?.close();
  }
  leave() {
    this.unwatch();
    this.unwatch = () => {};
    this.link = null;
    this.now = null;
    this.line = 'here';
    this.session.liveStitch = null;
  }

  private readonly sewn = $derived.by(() => (this.session.run ? sewnSteps(this.session.run) : []));
  /** Block of the machine's tape that a step sews; -1: none. */
  private blockOf = (step: Step | undefined): number => this.sewn.findIndex((s) => s.id === step?.id);
  /** The machine stands in the block of the step under work. */
  private isInStep = ({ block, status }: MachineState): boolean =>
    status !== 'empty' && this.blockOf(this.session.step) === block;

  private async follow(state: MachineState) {
    const { session } = this;
    const step = session.step;
    if (!this.link || session.resting || step?.kind !== 'needle' || !session.state) return;
    const { index, sewing } = session.state;
    const { stitch } = state;
    const passed = state.status === 'done' ? sewing : sewing && state.block > this.blockOf(step);
    if (passed) {
      await session.addAll(this.passedBy(state, index));
      // Run through a stop where no hand is needed: the next block is under the needle already.
      if (state.status === 'sewing') await (this.isInStep(state) ? this.follow(state) : this.halt());
      return;
    }
    if (!this.isInStep(state)) return;
    if (state.status === 'sewing' && !sewing) await session.add({ type: 'stitching', index, stitch });
    if (state.status !== 'halted' || !sewing) return;
    if (state.why === 'thread-break') {
      await session.add({ type: 'broke', index, stitch, thread: session.threads?.now?.name ?? '' });
      this.ontrouble('thread-break');
    } else {
      await session.add({ type: 'halted', index, stitch });
      if (state.why === 'bobbin-out') this.ontrouble('bobbin-out');
    }
  }

  /**
   * The block under work is sewn, and so are those behind it that were run through before the machine was heard of again:
   * short ones, or all that were sewn while the device slept.
   */
  private passedBy(state: MachineState, from: number): BareEvent[] {
    const steps = this.session.run?.score.steps.slice(from) ?? [];
    const isSewn = (step: Step) => {
      const block = this.blockOf(step);
      return block >= 0 && (state.status === 'done' || block < state.block);
    };
    const some = steps.findIndex((step) => !isSewn(step));
    return steps.slice(0, some < 0 ? undefined : some).flatMap(({ id }, k): BareEvent[] => {
      const index = from + k;
      const done = { type: 'done', stepId: id, index } as const;
      return k ? [{ type: 'stitching', index, stitch: 0 }, done] : [done];
    });
  }

  private async ask(what: Promise<Result<MachineState>>): Promise<boolean> {
    const answer = await what;
    if (answer.ok) return true;
    showProblem(answer.problem);
    if (answer.problem.code === 'machine-silent') this.line = 'silent';
    if (answer.problem.code === 'no-head') this.line = 'gone';
    return false;
  }
  /** Starts at the step under work, and there at the stitch where the run stands. */
  async start() {
    const { link, now, session } = this;
    const step = session.step;
    if (!link || !now || step?.kind !== 'needle' || !session.state) return;
    const stitch = session.state.stitch;
    const block = this.blockOf(step);
    const place = now.block === block && now.status !== 'done' && now.stitch === stitch;
    if (!place && !(await this.ask(link.jump(block, stitch)))) return;
    await this.ask(link.start());
  }
  halt = () => this.link && this.ask(this.link.halt());
  trace = () => this.link && this.ask(this.link.trace());
  setSpeed = (speed: number) => this.link && this.ask(this.link.setSpeed(speed));
  /** The needle to a stitch of the block under work. */
  async goTo(stitch: number) {
    const block = this.blockOf(this.session.step);
    if (this.link && block >= 0) await this.ask(this.link.jump(block, stitch));
  }
  freshBobbin = () => this.link && this.ask(this.link.freshBobbin());
}
