import type { Workshop } from '$lib/core/workshop';
import { UndoSteps } from './undo-steps.svelte';

type Part = keyof Workshop;
/** A change of the workshop that was stored: what it touched, and how it is undone and made again. */
interface Step {
  parts: readonly Part[];
  back: () => Promise<unknown>;
  again: (() => Promise<unknown>) | null;
}

/** What of a workshop differs, by its lists and figures. */
export const changedParts = (before: Workshop, after: Workshop): Part[] =>
  (Object.keys({ ...before, ...after }) as Part[]).filter(
    (part) => JSON.stringify(before[part]) !== JSON.stringify(after[part]),
  );

/** What was changed of the workshop while this page is open; each place undoes its own part of it. */
class WorkshopSteps {
  private readonly steps = new UndoSteps<Step>();

  note(step: Step) {
    // What was undone before of the same is overtaken.
    if (step.parts.length)
      this.steps.note(step, ({ parts }) => parts.some((part) => step.parts.includes(part)));
  }
  /** Undo and redo of the parts that a place shows. */
  of(isPart: (part: Part) => boolean) {
    const isOwn = ({ parts }: Step) => parts.some(isPart);
    return {
      canUndo: this.steps.canUndoOf(isOwn),
      canRedo: this.steps.canRedoOf(isOwn),
      undo: () => void this.steps.back((step) => (step.again ? step : null), isOwn)?.back(),
      redo: () => void this.steps.again((step) => step, isOwn)?.again?.(),
    };
  }
}
export const workshopSteps = new WorkshopSteps();

const BATCH: readonly Part[] = ['orders', 'hoopings'];
/** What Batch shows of the workshop; all else is the Workshop's. */
export const isBatchPart = (part: Part): boolean => BATCH.includes(part);
