/** The time is over: what is being tried is dropped, what was found stands. */
export class OutOfTime extends Error {}
/** Steps between two looks at the clock: some tens of microseconds each time. */
const STEPS = 20_000;

/** Stops loops in their middle: a try with thousands of pieces may take longer than all the time that there is. */
export class Watch {
  private left = STEPS;
  /** since the beginning */
  steps = 0;
  constructor(private readonly mayContinue: () => boolean) {}
  /** Counts steps of a loop. @throws OutOfTime */
  tick(steps = 1): void {
    this.steps += steps;
    this.left -= steps;
    if (this.left > 0) return;
    this.left = STEPS;
    if (!this.mayContinue()) throw new OutOfTime();
  }
}
