import { FreeTime } from './free';
import type { PlannedTask } from './planned';
import { merged, NEXT_TO_NOTHING, type ScheduleTask } from './task';

/** Nobody, or nothing. */
const NONE = -1;
/** Plain rows of figures: a week is gone through thousands of times. */
const figures = (tasks: readonly PlannedTask[], of: (task: PlannedTask) => number) =>
  Float64Array.from(tasks, of);
/** Lists one behind the other: the n-th is `all` from `from[n]` to before `from[n + 1]`. */
interface Lists {
  all: Int32Array;
  from: Int32Array;
}
function listsOf(lists: readonly (readonly number[])[]): Lists {
  const from = new Int32Array(lists.length + 1);
  lists.forEach((list, n) => (from[n + 1] = (from[n] as number) + list.length));
  return { all: Int32Array.from(lists.flat()), from };
}

/**
 * Weeks as they may come. Everybody does what is planned for them in its order; where that cannot be done yet and something else is
 * overdue, that: a late hooping does not hold up the whole day. What begins fits into the shift as it is planned; it may take longer then.
 */
export class Weeks {
  /** of the last week: when each task was over */
  readonly ends: Float64Array;
  private readonly planned: Float64Array;
  private readonly seconds: Float64Array;
  private readonly sigma: Float64Array;
  private readonly mean: Float64Array;
  private readonly fromS: Float64Array;
  private readonly needsHands: Uint8Array;
  private readonly isAtHead: Uint8Array;
  private readonly isMinded: Uint8Array;
  private readonly isTableOnly: readonly boolean[];
  /** tasks that wait for one, so many tasks that one waits for, and what is planned for a person */
  private readonly next: Lists;
  private readonly waitsFor: Int32Array;
  private readonly own: Lists;
  private readonly shiftFrom: Float64Array[];
  private readonly shiftTo: Float64Array[];
  private readonly present: FreeTime;
  // Of the week that is gone through.
  private readonly left: Int32Array;
  private readonly readyAt: Float64Array;
  private readonly isBegun: Uint8Array;
  /** for hands, nothing holds them up: in the order in which they are planned */
  private ready: number[] = [];
  /** what may begin later, and what is under way; the soonest last */
  private later: number[] = [];
  private running: number[] = [];
  private finish = 0;
  private normal: () => number = () => 0;

  /** @param tasks in the order in which they are planned to begin */
  constructor(task: ScheduleTask, tasks: readonly PlannedTask[]) {
    const many = tasks.length;
    this.ends = new Float64Array(many);
    this.planned = figures(tasks, (t) => t.planned);
    this.seconds = figures(tasks, (t) => t.seconds);
    this.sigma = figures(tasks, (t) => t.sigma);
    this.mean = figures(tasks, (t) => t.mean);
    this.fromS = figures(tasks, (t) => t.fromS);
    this.needsHands = Uint8Array.from(tasks, (t) => Number(t.person >= 0));
    this.isAtHead = Uint8Array.from(tasks, (t) => Number(t.atHead));
    this.isMinded = Uint8Array.from(tasks, (t) => Number(t.isMinded));
    this.isTableOnly = task.people.map((p) => p.isTableOnly === true);
    const next = tasks.map((): number[] => []);
    tasks.forEach(({ after }, n) => after.forEach((k) => next[k]?.push(n)));
    this.next = listsOf(next);
    this.waitsFor = Int32Array.from(tasks, ({ after }) => after.length);
    this.own = listsOf(
      task.people.map((_, p) => tasks.flatMap(({ person }, n) => (person === p ? [n] : []))),
    );
    const shifts = task.people.map((p) => merged(p.shifts));
    this.shiftFrom = shifts.map((all) => Float64Array.from(all, ({ fromS }) => fromS));
    this.shiftTo = shifts.map((all) => Float64Array.from(all, ({ toS }) => toS));
    this.present = FreeTime.of(merged(task.people.flatMap((p) => p.shifts)));
    this.left = new Int32Array(many);
    this.readyAt = new Float64Array(many);
    this.isBegun = new Uint8Array(many);
  }

  /** @param normal numbers of the normal law  @returns when all is done, s */
  goThrough(normal: () => number): number {
    this.normal = normal;
    this.left.set(this.waitsFor);
    this.readyAt.set(this.fromS);
    this.isBegun.fill(0);
    [this.ready, this.later, this.running, this.finish] = [[], [], [], 0];
    const people = this.shiftFrom.length;
    const [freeAt, shiftAt, at] = [new Float64Array(people), new Int32Array(people), new Int32Array(people)];
    let clock = 0;
    for (let n = 0; n < this.left.length; n++) if (this.left[n] === 0) this.release(n, clock);
    for (;;) {
      let soonest = Infinity;
      for (let p = 0; p < people && this.ready.length; p++) {
        const [from, to] = [this.shiftFrom[p] as Float64Array, this.shiftTo[p] as Float64Array];
        let shift = shiftAt[p] as number;
        while (shift < to.length && (to[shift] as number) <= clock + NEXT_TO_NOTHING) shift++;
        shiftAt[p] = shift;
        if (shift === to.length) continue;
        const free = Math.max(freeAt[p] as number, from[shift] as number);
        if (free > clock + NEXT_TO_NOTHING) {
          soonest = Math.min(soonest, free);
          continue;
        }
        const n = this.choice(p, at, clock, to[shift] as number);
        if (n === NONE) {
          soonest = Math.min(soonest, this.firstPlannedAfter(clock), from[shift + 1] ?? Infinity);
          continue;
        }
        this.ready.splice(this.ready.indexOf(n), 1);
        freeAt[p] = this.begin(n, clock);
        soonest = Math.min(soonest, freeAt[p] as number);
      }
      const done = this.running.at(-1);
      const late = this.later.at(-1);
      const endS = done === undefined ? Infinity : (this.ends[done] as number);
      const readyS = late === undefined ? Infinity : (this.readyAt[late] as number);
      if (soonest === Infinity && endS === Infinity && readyS === Infinity) {
        // No shift has room for what is left: past the last one it is done whenever, too late anyway.
        const n = this.ready.shift();
        if (n === undefined) return this.finish;
        this.begin(n, Math.max(clock, this.readyAt[n] as number));
      } else if (done !== undefined && endS <= soonest && endS <= readyS) {
        clock = Math.max(clock, endS);
        this.running.pop();
        this.over(done, endS, clock);
      } else if (late !== undefined && readyS <= soonest) {
        clock = Math.max(clock, readyS);
        this.later.pop();
        this.release(late, clock);
      } else clock = soonest;
    }
  }
  /** @returns when it is over */
  private begin(n: number, startS: number): number {
    const spread = this.sigma[n] as number;
    const seconds = spread
      ? Math.exp((this.mean[n] as number) + spread * this.normal())
      : (this.seconds[n] as number);
    const endS = startS + seconds;
    this.isBegun[n] = 1;
    this.ends[n] = endS;
    if (endS > this.finish) this.finish = endS;
    put(this.running, n, this.ends);
    return endS;
  }
  private over(done: number, endS: number, clock: number) {
    const { all, from } = this.next;
    for (let k = from[done] as number; k < (from[done + 1] as number); k++) {
      const n = all[k] as number;
      if ((this.readyAt[n] as number) < endS) this.readyAt[n] = endS;
      if (--(this.left[n] as number) === 0) this.release(n, clock);
    }
  }
  /** Nothing holds it up any more. */
  private release(n: number, clock: number) {
    const from = this.readyAt[n] as number;
    if (!this.needsHands[n]) {
      const found = this.isMinded[n] ? this.present.find(from, this.seconds[n] as number) : from;
      this.begin(n, found < Infinity ? found : from);
    } else if (from > clock + NEXT_TO_NOTHING) put(this.later, n, this.readyAt);
    else {
      let place = this.ready.length;
      while (place > 0 && (this.ready[place - 1] as number) > n) place--;
      this.ready.splice(place, 0, n);
    }
  }
  /** What somebody who is free takes up. */
  private choice(p: number, at: Int32Array, clock: number, endS: number): number {
    const { all, from } = this.own;
    const room = endS - clock + NEXT_TO_NOTHING;
    let own = (from[p] as number) + (at[p] as number);
    const end = from[p + 1] as number;
    while (own < end && this.isBegun[all[own] as number]) own++;
    at[p] = own - (from[p] as number);
    const first = own < end ? (all[own] as number) : NONE;
    if (first !== NONE && this.left[first] === 0 && (this.readyAt[first] as number) <= clock + NEXT_TO_NOTHING && (this.seconds[first] as number) <= room) return first; // prettier-ignore
    for (const n of this.ready) {
      if ((this.planned[n] as number) > clock - NEXT_TO_NOTHING) break;
      if (!(this.isTableOnly[p] && this.isAtHead[n]) && (this.seconds[n] as number) <= room) return n;
    }
    return NONE;
  }
  /** When something of what may begin is overdue. */
  private firstPlannedAfter(clock: number): number {
    for (const n of this.ready) {
      const overdue = (this.planned[n] as number) + 2 * NEXT_TO_NOTHING;
      if (overdue > clock + NEXT_TO_NOTHING) return overdue;
    }
    return Infinity;
  }
}
/** Into a list whose soonest stands last. */
function put(list: number[], n: number, when: Float64Array) {
  let place = list.length;
  while (place > 0 && (when[list[place - 1] as number] as number) < (when[n] as number)) place--;
  list.splice(place, 0, n);
}
