import { isOver } from '$lib/core/run';
import { attempt, type Store, type StoredRun } from '$lib/store';
import { known, type KnownRun } from './known-run';
import { showProblem } from './notices';
import { orFault } from './or-fault';

/** Read before the first screen, and at a time after it. */
const RECENT_RUNS = 40;
const AT_A_TIME = 50;

/** The runs of a workroom, the newest first: those of late are read at once, the others when they are asked for. */
export class RunLog {
  /** @param tellDamaged what the store has set aside while it was read */
  constructor(
    private readonly store: Store['log'],
    private readonly tellDamaged: () => void,
  ) {}

  all = $state.raw<KnownRun[]>([]);
  /** ids of runs that are not read yet */
  private older = $state.raw<string[]>([]);
  readonly olderCount = $derived(this.older.length);
  isReading = $state(false);
  readonly open = $derived(this.all.filter((r) => r.state.status !== 'ready' && !isOver(r.state)));

  /** Those of late; what is shown is put in place with what else was read. */
  async readRecent(): Promise<() => void> {
    const { runs, older } = await this.store.recent(RECENT_RUNS);
    return () => {
      this.all = this.sound(runs);
      this.older = older;
    };
  }
  /** A run whose events come to nothing is set aside, not the log with it. */
  private sound(stored: readonly StoredRun[]): KnownRun[] {
    return stored.flatMap((s) => orFault([], `The run of ${s.run.buildName}`, () => [known(s)]));
  }

  /**
   * A log of years must not hold up the first screen, nor the needle: it is read in parts, when it is asked for, and only
   * for as long. What cannot be read is told, and can be asked for again.
   */
  readAll(signal: AbortSignal): Promise<void> {
    // One after the other: who comes back to the log at once finds the last part being read.
    this.reading = this.reading.then(() => this.readOlder(signal));
    return this.reading;
  }
  private reading = Promise.resolve();
  private async readOlder(signal: AbortSignal) {
    const found: KnownRun[] = [];
    this.isReading = true;
    while (this.older.length && !signal.aborted) {
      await new Promise((next) => setTimeout(next));
      const ids = this.older.slice(0, AT_A_TIME);
      const part = await attempt(() => this.store.many(ids));
      if (!part.ok) {
        showProblem(part.problem);
        break;
      }
      found.push(...this.sound(part.value));
      this.older = this.older.filter((id) => !ids.includes(id));
    }
    this.isReading = false;
    if (!found.length) return;
    const isThere = ({ run }: KnownRun) => this.all.some((r) => r.run.id === run.id);
    const all = [...this.all, ...found.filter((r) => !isThere(r))];
    this.all = all.sort((a, b) => b.run.createdAt - a.run.createdAt);
    this.tellDamaged();
  }

  /** What another tab has stored of a run. */
  async hear(id: string) {
    const stored = await this.store.run(id);
    for (const run of this.sound(stored ? [stored] : [])) this.note(run);
  }
  /** Called after each stored event, of this tab or another, so that Bench and Log agree with it. */
  note(now: KnownRun) {
    const others = this.all.filter((r) => r.run.id !== now.run.id);
    const at = others.findIndex((r) => r.run.createdAt < now.run.createdAt);
    this.all = others.toSpliced(at < 0 ? others.length : at, 0, now);
    this.older = this.older.filter((id) => id !== now.run.id);
  }
}
