import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { itemAt, fail, ok, type Result } from '../base';
import { bobbinOf } from '../thread';
import { STITCH, STOP, type Block, type Tape } from '../tape';
import { lengthOf, measureTape, NOTHING, type MeasuredTape } from './measure';
import type { HaltReason, MachineSettings, MachineState, MachineStatus } from './types';

/** Two layers of cloth and a base, pressed together under the needle, mm: a tape does not say what lies there. */
const STACK_MM = 0.5;
/** Most stitches a minute that may be set. */
export const MOST_SPEED = 2000;
/** Least stitches a minute that may be set. */
export const LEAST_SPEED = 100;

/**
 * A machine that sews a tape as a real one does, as far as Run can see: it halts at stops, its thread breaks by chance
 * (seeded), its bobbin runs out, it goes back and jumps on request. It has no clock: `advance` hands it seconds.
 */
export class SimulatedMachine {
  private status: MachineStatus = 'empty';
  private why: HaltReason | null = null;
  private tape: Tape | null = null;
  private tapeId = '';
  private measured: MeasuredTape = NOTHING;
  /** next record */
  private at = 0;
  /** handed in and not used up yet, s */
  private credit = 0;
  private seconds = 0;
  private breaks = 0;
  private bobbinLeftM = 0;
  private traceLeft = 0;
  private random = xoroshiro128plus(0);

  constructor(private settings: MachineSettings) {
    this.freshBobbin();
    this.random = xoroshiro128plus(settings.seed);
  }

  /** @param known its id, and its measures where it was measured elsewhere */
  load(tape: Tape, known: { tapeId?: string; measured?: MeasuredTape } = {}): Result<MachineState> {
    const { tapeId = '', measured = measureTape(tape, this.settings) } = known;
    if (!measured.blocks.length)
      return fail(
        'no-stitches',
        'There is no stitch on this tape.',
        'Load another tape; the machine is as it was.',
      );
    Object.assign(this, { tape, tapeId, measured, at: 0, credit: 0, seconds: 0, breaks: 0, why: null });
    this.status = 'ready';
    return ok(this.state());
  }

  trace(): Result<MachineState> {
    if (this.status === 'empty') return noTape;
    if (this.status === 'sewing')
      return fail('sewing', 'The machine is sewing.', 'Halt it before you trace.');
    this.status = 'tracing';
    this.traceLeft = this.settings.numbers['stop.trace'];
    return ok(this.state());
  }
  start(): Result<MachineState> {
    if (this.status === 'empty') return noTape;
    if (this.status === 'done')
      return fail('at-end', 'The tape is sewn to its end.', 'Jump to a block to sew it again.');
    if (this.bobbinLeftM <= 0)
      return fail('bobbin-empty', 'The bobbin is empty.', 'Put in a full one, then start.');
    if (this.status !== 'sewing') {
      this.status = 'sewing';
      this.why = null;
      this.spend(this.settings.numbers['stitch.startRamp']);
      this.bobbinLeftM = Math.max(0, this.bobbinLeftM - this.settings.numbers['thread.tail']);
    }
    return ok(this.state());
  }
  halt(): Result<MachineState> {
    if (this.status === 'sewing') this.stop('hand');
    if (this.status === 'tracing') this.status = this.at ? 'halted' : 'ready';
    return ok(this.state());
  }
  back(stitches: number): Result<MachineState> {
    if (this.status === 'empty') return noTape;
    const { block, stitch } = this.place();
    return this.jump(block, Math.max(0, stitch - stitches));
  }
  jump(block: number, stitch: number): Result<MachineState> {
    if (this.status === 'empty') return noTape;
    const to = this.measured.blocks.at(block);
    if (!to || block < 0 || stitch < 0 || stitch >= this.count(to))
      return fail(
        'no-place',
        `There is no stitch ${stitch + 1} in block ${block + 1}.`,
        'The needle stays where it is.',
      );
    // The first record after that many stitches of the block.
    let at = to.from;
    while (itemAt(this.measured.stitchesBefore, at) - itemAt(this.measured.stitchesBefore, to.from) < stitch)
      at++;
    this.at = at;
    this.credit = 0;
    this.status = 'halted';
    this.why = 'hand';
    return ok(this.state());
  }
  setSpeed(speed: number): Result<MachineState> {
    if (!(speed >= LEAST_SPEED && speed <= MOST_SPEED))
      return fail(
        'no-speed',
        `${speed} stitches a minute is not a speed.`,
        `Set ${LEAST_SPEED} to ${MOST_SPEED}.`,
      );
    this.settings = { ...this.settings, speed };
    return ok(this.state());
  }
  freshBobbin(): Result<MachineState> {
    this.bobbinLeftM = this.settings.bobbinM;
    return ok(this.state());
  }

  /** Lets the machine run for some of its own seconds. True when it did something that should be told. */
  advance(seconds: number): boolean {
    if (this.status === 'tracing') {
      this.traceLeft -= seconds;
      this.seconds += seconds;
      if (this.traceLeft > 0) return false;
      this.status = this.at ? 'halted' : 'ready';
      return true;
    }
    if (this.status !== 'sewing') return false;
    this.credit += seconds;
    while (this.status === 'sewing' && this.credit > 0) this.record();
    return true;
  }

  /** Sews, jumps or halts: one record. */
  private record() {
    const { kind, x, y } = this.tape as Tape;
    const { at, settings } = this;
    if (at >= (this.measured.blocks.at(-1) as Block).to) {
      this.status = 'done';
      this.credit = 0;
      return;
    }
    this.at++;
    if (kind[at] === STOP) {
      const stop = this.measured.blocks.filter((b) => b.to <= at).length;
      // Stops with nothing between them count once.
      if (!this.measured.blocks.some((b) => b.to === at)) return;
      if (settings.halts === 'all' || settings.halts.includes(stop)) this.stop('stop');
      else this.spend(settings.changeSeconds);
      return;
    }
    const cycles = itemAt(this.measured.cyclesBefore, at + 1) - itemAt(this.measured.cyclesBefore, at);
    this.spend(
      (cycles * 60) / settings.speed +
        itemAt(this.measured.pausesBefore, at + 1) -
        itemAt(this.measured.pausesBefore, at),
    );
    if (kind[at] !== STITCH) return;
    const { numbers } = settings;
    this.bobbinLeftM -= bobbinOf({ lengthMm: lengthOf(at, x, y), stitches: 1, thickMm: STACK_MM }, numbers);
    if (this.bobbinLeftM <= 0) {
      this.bobbinLeftM = 0;
      this.stop('bobbin-out');
    } else if (uniformFloat64(this.random) < settings.breaksPer10k / 10_000) {
      this.breaks++;
      this.stop('thread-break');
    }
  }
  private spend(seconds: number) {
    this.credit -= seconds;
    this.seconds += seconds;
  }
  private stop(why: HaltReason) {
    this.status = 'halted';
    this.why = why;
    this.credit = 0;
  }

  /** Where the needle stands: after its last stitch still in its block; from the stop on at the beginning of the next. */
  private place(): { block: number; stitch: number } {
    const { at } = this;
    const { blocks } = this.measured;
    const found = blocks.findIndex((b) => at <= b.to);
    const block = found < 0 ? blocks.length - 1 : found;
    return {
      block,
      stitch: Math.max(
        0,
        itemAt(this.measured.stitchesBefore, at) -
          itemAt(this.measured.stitchesBefore, itemAt(blocks, block).from),
      ),
    };
  }
  private count = ({ from, to }: Block) =>
    itemAt(this.measured.stitchesBefore, to) - itemAt(this.measured.stitchesBefore, from);

  private untilHalt(): number {
    const { halts, speed, changeSeconds } = this.settings;
    const { block } = this.place();
    let last = block;
    while (last + 1 < this.measured.blocks.length && halts !== 'all' && !halts.includes(last + 1)) last++;
    const { to } = itemAt(this.measured.blocks, last);
    const cycles = itemAt(this.measured.cyclesBefore, to) - itemAt(this.measured.cyclesBefore, this.at);
    const pauses =
      itemAt(this.measured.pausesBefore, to) -
      itemAt(this.measured.pausesBefore, this.at) +
      (last - block) * changeSeconds;
    return Math.max(0, (cycles * 60) / speed + pauses - Math.max(0, this.credit));
  }

  state(): MachineState {
    const { status, why, tapeId, seconds, breaks, bobbinLeftM, settings } = this;
    const { blocks } = this.measured;
    const none = status === 'empty';
    const { block, stitch } = none ? { block: 0, stitch: 0 } : this.place();
    return {
      status,
      why,
      label: this.tape?.label ?? '',
      tapeId,
      block,
      blocks: blocks.length,
      stitch,
      blockStitches: none ? 0 : this.count(itemAt(blocks, block)),
      speed: settings.speed,
      seconds,
      untilHaltSeconds: none || status === 'done' ? 0 : this.untilHalt(),
      bobbinLeftM,
      breaks,
    };
  }
}
const noTape = fail('no-tape-loaded', 'No tape is loaded.', 'Load one first.');
