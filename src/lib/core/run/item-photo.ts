import type { Step } from '../score';
import type { RunState } from './state';

interface Photo {
  /** ms since 1970 */
  at: number;
  photoId: string;
}
type Made = readonly [run: Parameters<typeof itemPhoto>[0], state: Parameters<typeof itemPhoto>[1]];

/** Of several runs the photo that was taken last of what they made; null: none was. */
export const lastItemPhoto = (runs: readonly Made[]): Photo | null =>
  runs
    .flatMap(([run, state]) => itemPhoto(run, state) ?? [])
    .reduce<Photo | null>((last, photo) => (last && last.at > photo.at ? last : photo), null);

/** The last photo of what a run made: of a run that is finished, taken after its last stitch; null: none was. */
function itemPhoto(
  { score }: { score: { steps: readonly Pick<Step, 'id' | 'kind'>[] } },
  { status, photos }: Pick<RunState, 'status' | 'photos'>,
): Photo | null {
  if (status !== 'finished') return null;
  const lastSewn = score.steps.findLastIndex((s) => s.kind === 'needle');
  // What belongs to no step was taken at the end.
  const isAfter = (stepId: string) => {
    const at = score.steps.findIndex((s) => s.id === stepId);
    return at < 0 || at > lastSewn;
  };
  return photos.findLast(({ stepId }) => isAfter(stepId)) ?? null;
}
