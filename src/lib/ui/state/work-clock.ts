/** A tick that comes this late means that the device slept; hidden pages are woken once a minute. ms */
const ASLEEP_MS = 100_000;
/** A clock may drift this far from the time awake before it counts as a jump, ms. */
const JUMP_MS = 30_000;

/** The time of work on a device that may sleep, and whose clock may jump. ms */
export class WorkClock {
  /** clock of the time awake at the last event, and at the last tick */
  marked = 0;
  ticked = 0;
  /** the device's clock at the last tick */
  private wall = 0;

  /** An event happened. @param at on the clock of the time awake */
  mark(at = performance.now()) {
    this.marked = at;
    this.tick();
  }
  /** @returns work since the last event */
  tick(): number {
    this.ticked = performance.now();
    this.wall = Date.now();
    return this.ticked - this.marked;
  }
  /** work from the last event to the last tick */
  get worked(): number {
    return this.ticked - this.marked;
  }
  /** how long the device slept since the last tick, or how far its clock jumped; 0: neither */
  get slept(): number {
    const awake = performance.now() - this.ticked;
    const passed = Date.now() - this.wall;
    return Math.max(awake > ASLEEP_MS ? awake : 0, Math.abs(passed - awake) > JUMP_MS ? passed : 0);
  }
}
