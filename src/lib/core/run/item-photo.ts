import type { Step } from '../score';
import type { RunState } from './state';

/** The last photo of what a run made: of a run that is finished, taken after its last stitch; null: none was. */
export function itemPhoto(
  { score }: { score: { steps: readonly Pick<Step, 'id' | 'kind'>[] } },
  { status, photos }: Pick<RunState, 'status' | 'photos'>,
): { at: number; photoId: string } | null {
  if (status !== 'finished') return null;
  const lastSewn = score.steps.findLastIndex((s) => s.kind === 'needle');
  // What belongs to no step was taken at the end.
  const isAfter = (stepId: string) => {
    const at = score.steps.findIndex((s) => s.id === stepId);
    return at < 0 || at > lastSewn;
  };
  return photos.findLast(({ stepId }) => isAfter(stepId)) ?? null;
}
