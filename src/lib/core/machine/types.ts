import type { Result } from '../base';
import type { Numbers } from '../numbers';
import type { Tape } from '../tape';

/** How many times faster than a real one a simulated machine may run. */
export const MAX_RATE = 200;

/** What a machine is doing. */
export type MachineStatus = 'empty' | 'ready' | 'tracing' | 'sewing' | 'halted' | 'done';
/** Why the needle stands: a stop of the tape, a hand on the panel, the thread, the bobbin. */
export type HaltReason = 'stop' | 'hand' | 'thread-break' | 'bobbin-out';

/** What a machine tells about itself. Seconds are its own: sewing time, not the clock's. */
export interface MachineState {
  status: MachineStatus;
  why: HaltReason | null;
  label: string;
  /** of the tape's bytes: whose tape it is; empty: not known */
  tapeId: string;
  /** under the needle, 0-based */
  block: number;
  blocks: number;
  /** sewn of this block, and how many it has */
  stitch: number;
  blockStitches: number;
  /** set speed, stitches a minute */
  speed: number;
  /** seconds it has run since the tape was loaded */
  seconds: number;
  /** about, until it halts by itself at a stop or the end */
  untilHaltSeconds: number;
  bobbinLeftM: number;
  breaks: number;
}

/** Whether a machine is heard of: it is; it does not answer; or it answers that it has no tape, as after a restart. */
export type MachineLine = 'here' | 'silent' | 'gone';

/** How a simulated machine behaves. */
export interface MachineSettings {
  /** the same seed gives the same breaks */
  seed: number;
  speed: number;
  /** thread breaks for every 10,000 stitches */
  breaksPer10k: number;
  /** on the bobbin, m */
  bobbinM: number;
  /** stops at which it halts, from 1, as programmed on a machine that changes thread by itself; or all */
  halts: 'all' | readonly number[];
  /** seconds of a change of thread that it does by itself */
  changeSeconds: number;
  /** seconds of a trim */
  trimSeconds: number;
  numbers: Numbers;
}

/**
 * What Run asks of a machine, whatever stands behind it: the simulated one on the server, one in this page, or a real one.
 * Every call answers what the machine then says, or one sentence why not. `watch` tells every change, and the stitch
 * count now and then while it sews; the last state is told at once.
 */
export interface MachineLink {
  readonly name: string;
  load(tape: Tape, fileName: string): Promise<Result<MachineState>>;
  trace(): Promise<Result<MachineState>>;
  start(): Promise<Result<MachineState>>;
  halt(): Promise<Result<MachineState>>;
  /** the needle goes back within its block */
  back(stitches: number): Promise<Result<MachineState>>;
  /** to a stitch of a block, both from 0 */
  jump(block: number, stitch: number): Promise<Result<MachineState>>;
  setSpeed(stitchesAMinute: number): Promise<Result<MachineState>>;
  freshBobbin(): Promise<Result<MachineState>>;
  /** @param online told whether the machine is heard of, at every change */
  watch(onstate: (state: MachineState) => void, online: (line: MachineLine) => void): () => void;
  close(): Promise<void>;
}
