const MOST = 200;

/** What was before each change, and what was taken back: whole values, as of one small thing. */
export class History<T> {
  private past = $state.raw<T[]>([]);
  private future = $state.raw<T[]>([]);

  get canUndo(): boolean {
    return this.past.length > 0;
  }
  get canRedo(): boolean {
    return this.future.length > 0;
  }
  /** It is changed from this. */
  note(now: T) {
    this.past = [...this.past.slice(1 - MOST), now];
    this.future = [];
  }
  /** What it was before the last change; null: there was none. */
  back(now: T): T | null {
    const last = this.past.at(-1) ?? null;
    if (last !== null) [this.past, this.future] = [this.past.slice(0, -1), [...this.future, now]];
    return last;
  }
  /** What was taken back last; null: nothing was. */
  again(now: T): T | null {
    const next = this.future.at(-1) ?? null;
    if (next !== null) [this.future, this.past] = [this.future.slice(0, -1), [...this.past, now]];
    return next;
  }
}
