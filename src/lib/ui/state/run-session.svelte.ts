import { reduceRun, runSeconds, stepSeconds, type RunEvent } from '$lib/core/run';
import { stackAt } from '$lib/core/score';
import { attempt } from '$lib/store';
import { showProblem } from './notices';
import { stepIds, workroom, type KnownRun } from './workroom.svelte';

/** An event before it has its time. */
type Bare<E> = E extends RunEvent ? Omit<E, 'at'> : never;

/** One run at the machine. Each event is stored before the screen moves on; reopening reads them back. */
export class RunSession {
  private known = $state.raw<KnownRun | null>(null);
  missing = $state(false);
  /** ms since 1970, ticking */
  now = $state(Date.now());
  private busy = false;

  readonly run = $derived(this.known?.run ?? null);
  readonly state = $derived(this.known?.state ?? null);
  readonly steps = $derived(this.run?.score.steps ?? []);
  readonly step = $derived(this.state ? this.steps[this.state.index] : undefined);
  readonly next = $derived(this.state ? this.steps[this.state.index + 1] : undefined);
  readonly over = $derived(this.state?.status === 'finished' || this.state?.status === 'given-up');
  readonly stack = $derived(this.run && this.state ? stackAt(this.run.score, this.state.index) : null);
  readonly stepSeconds = $derived(this.state ? stepSeconds(this.state, this.now) : 0);
  readonly runSeconds = $derived(this.state ? runSeconds(this.state, this.now) : 0);
  readonly planned = $derived((this.step && this.run?.planned[this.step.id]) ?? 0);
  readonly left = $derived(
    this.state
      ? this.steps.slice(this.state.index).reduce((sum, s) => sum + (this.run?.planned[s.id] ?? 0), 0)
      : 0,
  );

  async load(id: string) {
    const stored = await workroom.store.run(id);
    if (!stored) this.missing = true;
    else this.known = { ...stored, state: reduceRun(stored.events, stepIds(stored)) };
  }
  tick() {
    this.now = Date.now();
  }

  private async add(bare: Bare<RunEvent>) {
    const known = this.known;
    // A second press while the first is being stored is a slip, not a step.
    if (!known || this.busy) return;
    this.busy = true;
    const event = { ...bare, at: Date.now() } as RunEvent;
    const stored = await attempt(() => workroom.store.addEvent(known.run.id, known.events.length, event));
    this.busy = false;
    if (!stored.ok) return showProblem(stored.problem);
    const events = [...known.events, event];
    this.now = event.at;
    this.known = { run: known.run, events, state: reduceRun(events, stepIds(known)) };
    workroom.noteRun(this.known);
  }
  async forward() {
    if (!this.state || this.over) return;
    if (this.state.status === 'paused') return this.add({ type: 'resumed' });
    if (this.step) await this.add({ type: 'done', stepId: this.step.id, index: this.state.index });
    if (this.state && this.state.index >= this.steps.length) await this.add({ type: 'finished' });
  }
  back() {
    if (this.state && this.state.index > 0) return this.add({ type: 'back', index: this.state.index - 1 });
  }
  note(text: string) {
    if (text.trim())
      return this.add({ type: 'note', stepId: this.step?.id ?? 'end', text: text.trim().slice(0, 4000) });
  }
  togglePause() {
    return this.add({ type: this.state?.status === 'paused' ? 'resumed' : 'paused' });
  }
  giveUp(reason: string) {
    return this.add({ type: 'given-up', reason: reason.slice(0, 400) });
  }
}
