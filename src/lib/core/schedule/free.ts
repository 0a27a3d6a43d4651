import { NEXT_TO_NOTHING, type Shift } from './task';

/** Free time of somebody: stretches that do not touch, in their order. */
export class FreeTime {
  private constructor(
    private readonly from: number[],
    private readonly to: number[],
  ) {}
  static of(shifts: readonly Shift[]): FreeTime {
    return new FreeTime(
      shifts.map(({ fromS }) => fromS),
      shifts.map(({ toS }) => toS),
    );
  }
  copy(): FreeTime {
    return new FreeTime(this.from.slice(), this.to.slice());
  }
  /** The stretch that ends after a moment, or the number of stretches. */
  private at(time: number): number {
    let [low, high] = [0, this.to.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.to[middle] as number) <= time) low = middle + 1;
      else high = middle;
    }
    return low;
  }
  /** The first moment from `time` on with so many seconds free; Infinity: there is none. */
  find(time: number, seconds: number): number {
    for (let n = this.at(time); n < this.to.length; n++) {
      const start = Math.max(this.from[n] as number, time);
      if (start + seconds <= (this.to[n] as number) + NEXT_TO_NOTHING) return start;
    }
    return Infinity;
  }
  /** Takes what was found. */
  take(start: number, seconds: number): void {
    if (seconds <= 0) return;
    const n = this.at(start);
    const end = start + seconds;
    const [from, to] = [this.from[n], this.to[n]];
    if (from === undefined || to === undefined) return;
    const [before, after] = [start - from > NEXT_TO_NOTHING, to - end > NEXT_TO_NOTHING];
    if (before && after) {
      this.from.splice(n, 1, from, end);
      this.to.splice(n, 1, start, to);
    } else if (before) this.to[n] = start;
    else if (after) this.from[n] = end;
    else {
      this.from.splice(n, 1);
      this.to.splice(n, 1);
    }
  }
  /** The last moment from `from` on at which so many seconds are free that end by `until`; -Infinity: there is none. */
  findLast(from: number, until: number, seconds: number): number {
    for (let n = Math.min(this.at(until), this.to.length - 1); n >= 0; n--) {
      if ((this.to[n] as number) < from) break;
      const start = Math.min(this.to[n] as number, until) - seconds;
      if (start >= Math.max(this.from[n] as number, from) - NEXT_TO_NOTHING) return start;
    }
    return -Infinity;
  }
  /** Gives back what was taken. */
  give(start: number, seconds: number): void {
    if (seconds <= 0) return;
    const end = start + seconds;
    let n = 0;
    while (n < this.to.length && (this.to[n] as number) < start - NEXT_TO_NOTHING) n++;
    let [from, to, many] = [start, end, 0];
    while (n + many < this.from.length && (this.from[n + many] as number) <= end + NEXT_TO_NOTHING) {
      from = Math.min(from, this.from[n + many] as number);
      to = Math.max(to, this.to[n + many] as number);
      many++;
    }
    this.from.splice(n, many, from);
    this.to.splice(n, many, to);
  }
  /** How much of it lies before a moment. */
  before(time: number): number {
    let sum = 0;
    for (let n = 0; n < this.from.length && (this.from[n] as number) < time; n++)
      sum += Math.min(this.to[n] as number, time) - (this.from[n] as number);
    return sum;
  }
}
