import {
  AT_END,
  besideAfter,
  besideBefore,
  bobbinNow,
  isOver,
  itemsIn,
  MOST_REASON,
  MOST_TEXT,
  needleSeconds,
  piecesOfStep,
  runSeconds,
  secondsLeft,
  stepSeconds,
  stepSecondsLeft,
  stitchesOf,
  threadsAhead,
  unjudged,
  waitingFor,
} from '$lib/core/run';
import { stackAt, stackHere } from '$lib/core/score';
import { HeldRun } from './held-run.svelte';
import { newId } from './ids';

/** A run at the machine as its maker sees it: where it stands, its screens, and what is pressed and told. */
export class RunSession extends HeldRun {
  /** what was left behind of the screens of a step */
  private turned = $state({ index: -1, pages: 0 });
  /** the screens of the step under work: what stands beside it has one of its own */
  private readonly pages = $derived(
    [besideBefore(this.step) ?? [], 'step' as const, besideAfter(this.step, this.next) ?? []].flat(),
  );
  private readonly pageAt = $derived(
    this.turned.index === this.state?.index ? Math.min(this.turned.pages, this.pages.length - 1) : 0,
  );
  readonly page = $derived(this.pages[this.pageAt] ?? 'step');
  /** the layers as they lie now: still in the hoop before it is opened, the front up again when it goes back on */
  readonly stack = $derived.by(() => {
    if (!this.run || !this.state) return null;
    const index = this.state.index - (this.page === 'look' ? 1 : 0);
    const stack = stackHere(stackAt(this.run.score, index), this.step);
    return this.page === 'hoop on' ? { ...stack, view: 'front' as const } : stack;
  });
  readonly over = $derived(this.state !== null && isOver(this.state));
  /** paused or interrupted */
  readonly resting = $derived(this.state?.status === 'paused' || this.state?.status === 'interrupted');
  readonly stepSeconds = $derived(this.state ? stepSeconds(this.state, this.now) : 0);
  readonly runSeconds = $derived(this.state ? runSeconds(this.state, this.now) : 0);
  /** of the step under work, as planned, s */
  readonly stepLeft = $derived(this.run && this.state ? stepSecondsLeft(this.run, this.state, this.now) : 0);
  /** since the needle was last started or told to stand somewhere, s */
  readonly needleSeconds = $derived(this.state ? needleSeconds(this.state, this.now) : 0);
  readonly left = $derived(this.run && this.state ? secondsLeft(this.run, this.state, this.now) : 0);
  readonly block = $derived(this.step?.kind === 'needle' ? this.run?.blocks[this.step.block] : undefined);
  /** so often the tape is sewn in this hooping; and the items that come out of it */
  readonly items = $derived(this.run?.items ?? 1);
  readonly itemsOut = $derived(this.run ? itemsIn(this.run) : 1);
  /** of the block under the needle, for all items of the hooping */
  readonly blockStitches = $derived(
    this.run && this.step?.kind === 'needle' ? stitchesOf(this.run, this.step) : 0,
  );
  readonly pieces = $derived(this.run && this.step?.kind === 'hand' ? piecesOfStep(this.run, this.step) : []);
  readonly threads = $derived(this.run && this.state ? threadsAhead(this.run, this.state) : null);
  readonly bobbin = $derived.by(() =>
    this.run && this.state ? bobbinNow(this.run, this.state, this.needs.numbers()) : null,
  );
  /** what dries or cools before this step */
  readonly waiting = $derived(this.run && this.state ? waitingFor(this.run, this.state) : null);

  async forward() {
    if (!this.state || this.over) return;
    if (this.resting) return this.press({ type: 'resumed' });
    if (this.pageAt < this.pages.length - 1) return this.turnTo(this.pageAt + 1);
    const { step, next } = this;
    if (!step) return;
    // Drying is no work: the run rests until the maker goes on.
    const waits = (this.run?.waits[step.id] ?? 0) > 0 && next !== undefined;
    const done = { type: 'done', stepId: step.id, index: this.state.index } as const;
    return this.press(done, ...(waits ? [{ type: 'paused' } as const] : []));
  }
  async skip() {
    if (this.state && this.step && !this.resting)
      return this.press({ type: 'skipped', stepId: this.step.id, index: this.state.index });
  }
  private turnTo(pages: number): undefined {
    this.turned = { index: this.state?.index ?? -1, pages };
  }
  back() {
    if (this.pageAt > 0) return this.turnTo(this.pageAt - 1);
    if (this.state && this.state.index > 0) return this.press({ type: 'back', index: this.state.index - 1 });
  }
  togglePause() {
    return this.press({ type: this.resting ? 'resumed' : 'paused' });
  }
  readonly stepId = $derived(this.step?.id ?? AT_END);
  changeThread(name: string, colour: string) {
    if (name.trim())
      return this.add({
        type: 'thread-changed',
        stepId: this.stepId,
        name: name.trim().slice(0, 120),
        colour,
      });
  }
  /** A typed stitch number, as one of the block under work. */
  stitchOf(typed: number | null): number {
    return Math.min(this.blockStitches, Math.max(0, Math.round(typed ?? 0)));
  }
  freshBobbin() {
    return this.add({ type: 'bobbin-changed', stepId: this.stepId, stitch: this.stitch, ranOut: false });
  }
  note(text: string) {
    if (text.trim())
      return this.add({ type: 'note', stepId: this.stepId, text: text.trim().slice(0, MOST_TEXT) });
  }
  photo(bytes: Uint8Array, type: string) {
    const photoId = newId();
    const photo = { id: photoId, runId: this.run?.id ?? '', type, bytes };
    return this.addAll([{ type: 'photo', stepId: this.stepId, photoId }], { photo });
  }
  giveUp(reason: string) {
    return this.add({ type: 'given-up', reason: reason.slice(0, MOST_REASON) });
  }
  /** items of the hooping that nobody has judged, from 0 */
  readonly unjudged = $derived(this.state ? unjudged(this.state, this.itemsOut) : []);
  /** What was not judged yet came out well. */
  allGood() {
    return this.addAll(
      this.unjudged.map((n) => ({ type: 'item' as const, n, result: 'good' as const, reason: '' })),
    );
  }
  /** Closes the run; never before each item is judged. */
  async finish(): Promise<boolean> {
    return this.unjudged.length === 0 && this.press({ type: 'finished' });
  }
  /** A run that was closed too early goes on where it was. */
  reopen() {
    return this.press({ type: 'reopened' });
  }
}
