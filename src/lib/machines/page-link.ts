import {
  SimulatedMachine,
  type MachineLink,
  type MachineSettings,
  type MachineState,
} from '$lib/core/machine';
import type { Result } from '$lib/core/base';
import type { Tape } from '$lib/core/tape';

const TICK_MS = 40;

/** The simulated machine in this page: for rehearsals, and with no server in reach. */
export class PageMachine implements MachineLink {
  private readonly machine: SimulatedMachine;
  private readonly watchers = new Set<(state: MachineState) => void>();
  private timer: ReturnType<typeof setInterval> | undefined;
  private last = 0;
  constructor(
    readonly name: string,
    settings: MachineSettings,
    private readonly rate: number,
  ) {
    this.machine = new SimulatedMachine(settings);
  }
  load = (tape: Tape) => this.did(this.machine.load(tape));
  trace = () => this.did(this.machine.trace());
  start = () => this.did(this.machine.start());
  halt = () => this.did(this.machine.halt());
  back = (stitches: number) => this.did(this.machine.back(stitches));
  jump = (block: number, stitch: number) => this.did(this.machine.jump(block, stitch));
  setSpeed = (speed: number) => this.did(this.machine.setSpeed(speed));
  freshBobbin = () => this.did(this.machine.freshBobbin());
  watch(onstate: (state: MachineState) => void): () => void {
    this.watchers.add(onstate);
    onstate(this.machine.state());
    return () => this.watchers.delete(onstate);
  }
  close(): Promise<void> {
    clearInterval(this.timer);
    this.watchers.clear();
    return Promise.resolve();
  }

  private did(result: Result<MachineState>): Promise<Result<MachineState>> {
    if (result.ok) this.tell();
    if (result.ok && ['sewing', 'tracing'].includes(result.value.status) && !this.timer) {
      this.last = performance.now();
      this.timer = setInterval(() => this.tick(), TICK_MS);
    }
    return Promise.resolve(result);
  }
  private tick() {
    const now = performance.now();
    this.machine.advance(((now - this.last) / 1000) * this.rate);
    this.last = now;
    if (!['sewing', 'tracing'].includes(this.machine.state().status)) {
      clearInterval(this.timer);
      this.timer = undefined;
    }
    this.tell();
  }
  private tell() {
    const state = this.machine.state();
    for (const watcher of this.watchers) watcher(state);
  }
}
