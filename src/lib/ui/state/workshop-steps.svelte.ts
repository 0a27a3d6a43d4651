import type { Workshop } from '$lib/core/workshop';

type Part = keyof Workshop;
/** A change of the workshop that was stored: what it touched, and how it is undone and made again. */
interface Step {
  parts: readonly Part[];
  back: () => Promise<unknown>;
  again: (() => Promise<unknown>) | null;
}
const MOST = 200;

/** What of a workshop differs, by its lists and figures. */
export const changedParts = (before: Workshop, after: Workshop): Part[] =>
  (Object.keys({ ...before, ...after }) as Part[]).filter(
    (part) => JSON.stringify(before[part]) !== JSON.stringify(after[part]),
  );

/** What was changed of the workshop while this page is open; each place undoes its own part of it. */
class WorkshopSteps {
  private past = $state.raw<readonly Step[]>([]);
  private future = $state.raw<readonly Step[]>([]);

  note(step: Step) {
    if (!step.parts.length) return;
    this.past = [...this.past.slice(1 - MOST), step];
    // What was undone before of the same is overtaken.
    this.future = this.future.filter(({ parts }) => !parts.some((part) => step.parts.includes(part)));
  }
  /** Undo and redo of the parts that a place shows. */
  of(isOwn: (part: Part) => boolean) {
    const lastOf = (steps: readonly Step[]) => steps.findLast(({ parts }) => parts.some(isOwn));
    return {
      canUndo: lastOf(this.past) !== undefined,
      canRedo: lastOf(this.future) !== undefined,
      undo: () => {
        const step = lastOf(this.past);
        if (!step) return;
        this.past = this.past.filter((s) => s !== step);
        if (step.again) this.future = [...this.future, step];
        void step.back();
      },
      redo: () => {
        const step = lastOf(this.future);
        if (!step) return;
        this.future = this.future.filter((s) => s !== step);
        this.past = [...this.past, step];
        void step.again?.();
      },
    };
  }
}
export const workshopSteps = new WorkshopSteps();

const BATCH: readonly Part[] = ['orders', 'hoopings'];
/** What Batch shows of the workshop; all else is the Workshop's. */
export const isBatchPart = (part: Part): boolean => BATCH.includes(part);
