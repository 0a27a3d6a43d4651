import { fail, ok, type Result } from '$lib/core/base';
import type { MachineCommand } from '$lib/core/exchange';
import { SimulatedMachine, type MachineSettings, type MachineState } from '$lib/core/machine';
import type { LoadedTape } from './jobs';

/** So many heads at once; more would be somebody else's. */
const MOST_HEADS = 12;
/** A head that nobody watches or commands for this long is put away, ms. */
const IDLE_MS = 2 * 3_600_000;
const TICK_MS = 50;
/** The stitch count is told this often while it sews, ms. */
const TELL_MS = 250;
/** An owner who was not heard of for this long has let go of a head that stands, ms. */
const HELD_MS = 5_000;

/** Told every state; null when the head is taken down. */
type Listener = (state: MachineState | null) => void;

/** One simulated head on the server's clock, `rate` times as fast as a real one. */
class Head {
  private timer: NodeJS.Timeout | undefined;
  private last = 0;
  private toldAt = 0;
  /** whether each watches with the owner's token */
  private listeners = new Map<Listener, boolean>();
  usedAt = Date.now();
  constructor(
    private readonly machine: SimulatedMachine,
    public rate: number,
    /** only who knows it may move the head */
    private readonly owner: string,
  ) {}

  isOwner = (token: string | null): boolean => token === this.owner;
  /** Its owner watches it, or was heard of just now, or it moves. */
  isHeld = (now: number): boolean =>
    this.timer !== undefined || now - this.usedAt < HELD_MS || [...this.listeners.values()].includes(true);

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
  watch(listener: Listener, token: string | null): () => void {
    this.listeners.set(listener, this.isOwner(token));
    listener(this.state());
    return () => {
      if (this.listeners.get(listener)) this.usedAt = Date.now();
      this.listeners.delete(listener);
    };
  }
  isIdle = (now: number) => !this.listeners.size && !this.timer && now - this.usedAt > IDLE_MS;
  /** Stops its clock; who watched goes on watching the next one, or is told that there is none. */
  close(next: Head | null) {
    clearInterval(this.timer);
    this.timer = undefined;
    // Those of another owner watch on, but hold it no more.
    const isSame = next?.isOwner(this.owner) ?? false;
    if (next) next.listeners = new Map([...this.listeners].map(([l, owns]) => [l, owns && isSame]));
    for (const listener of this.listeners.keys()) listener(next ? next.state() : null);
  }

  private tell() {
    this.toldAt = performance.now();
    const state = this.state();
    for (const listener of this.listeners.keys()) listener(state);
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

const notOwner = (name: string) =>
  fail(
    'not-owner',
    `${name} belongs to another run or script; it was not moved.`,
    'Use another name, or wait until it is let go.',
  );

/**
 * Sets a head up with a tape, or loads another onto it.
 * @param token of its owner from now on; one of another that is still held is refused
 */
export function loadHead(
  name: string,
  { tape, measured, tapeId }: LoadedTape,
  settings: MachineSettings,
  rate: number,
  token: string,
): Result<MachineState> {
  for (const [other, head] of heads)
    if (head.isIdle(Date.now())) {
      head.close(null);
      heads.delete(other);
    }
  const there = heads.get(name);
  if (there && !there.isOwner(token) && there.isHeld(Date.now())) return notOwner(name);
  if (!there && heads.size >= MOST_HEADS)
    return fail(
      'too-many-heads',
      `${MOST_HEADS} machines are set up already.`,
      'Take one down first (DELETE).',
    );
  const machine = new SimulatedMachine(settings);
  const loaded = machine.load(tape, { measured, tapeId });
  if (!loaded.ok) return loaded;
  const head = new Head(machine, rate, token);
  there?.close(head);
  heads.set(name, head);
  return loaded;
}
/** Every head that is set up. */
export const headStates = (): { head: string; state: MachineState }[] =>
  [...heads].map(([head, h]) => ({ head, state: h.state() }));
/** One head; a problem where there is none of this name. */
export function headState(name: string): Result<MachineState> {
  const head = heads.get(name);
  return head ? ok(head.state()) : unknown(name);
}
/** Does what its owner says. @param token the owner's */
export function commandHead(
  name: string,
  command: MachineCommand,
  token: string | null,
): Result<MachineState> {
  const head = heads.get(name);
  if (!head) return unknown(name);
  return head.isOwner(token) ? head.run(command) : notOwner(name);
}
/** Tells a listener every change. @returns what ends it @param token an owner who watches keeps the head */
export function watchHead(name: string, listener: Listener, token: string | null): Result<() => void> {
  const head = heads.get(name);
  return head ? ok(head.watch(listener, token)) : unknown(name);
}
/** @param token anybody may take down a head that its owner has let go of */
export function removeHead(name: string, token: string | null): Result<null> {
  const head = heads.get(name);
  if (!head) return unknown(name);
  if (!head.isOwner(token) && head.isHeld(Date.now())) return notOwner(name);
  head.close(null);
  heads.delete(name);
  return ok(null);
}
