import { fail, ok, type Result } from '$lib/core/problem';
import type { MachineCommand } from '$lib/core/exchange';
import { SimulatedMachine, type MachineSettings, type MachineState } from '$lib/core/machine';
import type { Tape } from '$lib/core/tape';

/** So many heads at once; more would be somebody else's. */
const MOST_HEADS = 12;
/** A head that nobody watches or commands for this long is put away, ms. */
const IDLE_MS = 2 * 3_600_000;
const TICK_MS = 50;
/** The stitch count is told this often while it sews, ms. */
const TELL_MS = 250;

/** Told every state; null when the head is taken down. */
type Listener = (state: MachineState | null) => void;

/** One simulated head on the server's clock, `rate` times as fast as a real one. */
class Head {
  private timer: NodeJS.Timeout | undefined;
  private last = 0;
  private toldAt = 0;
  private listeners = new Set<Listener>();
  usedAt = Date.now();
  constructor(
    private readonly machine: SimulatedMachine,
    public rate: number,
  ) {}

  state = (): MachineState => this.machine.state();
  run(command: MachineCommand): Result<MachineState> {
    this.usedAt = Date.now();
    const result = this.obey(command);
    if (result.ok) this.tell();
    this.keepTime();
    return result;
  }
  private obey(c: MachineCommand): Result<MachineState> {
    const { machine } = this;
    switch (c.command) {
      case 'trace':
        return machine.trace();
      case 'start':
        return machine.start();
      case 'halt':
        return machine.halt();
      case 'fresh-bobbin':
        return machine.freshBobbin();
      case 'back':
        return machine.back(c.stitches);
      case 'jump':
        return machine.jump(c.block, c.stitch ?? 0);
      case 'speed':
        return machine.setSpeed(c.speed);
      case 'rate':
        this.rate = c.rate;
        return ok(machine.state());
    }
  }
  watch(listener: Listener): () => void {
    this.listeners.add(listener);
    listener(this.state());
    return () => {
      this.listeners.delete(listener);
      this.usedAt = Date.now();
    };
  }
  isIdle = (now: number) => !this.listeners.size && !this.timer && now - this.usedAt > IDLE_MS;
  /** Stops its clock; who watched goes on watching the next one, or is told that there is none. */
  close(next: Head | null) {
    clearInterval(this.timer);
    this.timer = undefined;
    if (next) next.listeners = this.listeners;
    for (const listener of this.listeners) listener(next ? next.state() : null);
  }

  private tell() {
    this.toldAt = performance.now();
    const state = this.state();
    for (const listener of this.listeners) listener(state);
  }
  /** A timer only while something moves. */
  private keepTime() {
    const moves = ['sewing', 'tracing'].includes(this.machine.state().status);
    if (moves && !this.timer) {
      this.last = performance.now();
      this.timer = setInterval(() => this.tick(), TICK_MS);
    } else if (!moves) {
      clearInterval(this.timer);
      this.timer = undefined;
    }
  }
  private tick() {
    const now = performance.now();
    const before = this.machine.state().status;
    this.machine.advance(((now - this.last) / 1000) * this.rate);
    this.last = now;
    const changed = this.machine.state().status !== before;
    if (changed || now - this.toldAt >= TELL_MS) this.tell();
    if (changed) this.keepTime();
  }
}

const heads = new Map<string, Head>();
const unknown = (name: string) =>
  fail('no-head', `There is no machine called ${name} here.`, 'Load a tape to set one up.');

/** Sets a head up with a tape, or loads another onto it. */
export function loadHead(
  name: string,
  tape: Tape,
  settings: MachineSettings,
  rate: number,
): Result<MachineState> {
  for (const [other, head] of heads)
    if (head.isIdle(Date.now())) {
      head.close(null);
      heads.delete(other);
    }
  if (!heads.has(name) && heads.size >= MOST_HEADS)
    return fail('too-many-heads', `${MOST_HEADS} machines are set up already.`, 'Take one down first (DELETE).');
  const machine = new SimulatedMachine(settings);
  const loaded = machine.load(tape);
  if (!loaded.ok) return loaded;
  const head = new Head(machine, rate);
  heads.get(name)?.close(head);
  heads.set(name, head);
  return loaded;
} // prettier-ignore
export const headStates = (): { head: string; state: MachineState }[] =>
  [...heads].map(([head, h]) => ({ head, state: h.state() }));
export function headState(name: string): Result<MachineState> {
  const head = heads.get(name);
  return head ? ok(head.state()) : unknown(name);
}
export const commandHead = (name: string, command: MachineCommand): Result<MachineState> =>
  heads.get(name)?.run(command) ?? unknown(name);
export function watchHead(name: string, listener: Listener): Result<() => void> {
  const head = heads.get(name);
  return head ? ok(head.watch(listener)) : unknown(name);
}
export function removeHead(name: string): Result<null> {
  const head = heads.get(name);
  if (!head) return unknown(name);
  head.close(null);
  heads.delete(name);
  return ok(null);
}
