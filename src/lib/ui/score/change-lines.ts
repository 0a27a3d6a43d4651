import { count } from '$lib/core/base';
import type { ScoreChanges } from '$lib/core/score';

/** Titles that are named before the rest is only counted. */
const MOST = 4;
const some = (titles: string[]) =>
  `${titles.slice(0, MOST).join(', ')}${titles.length > MOST ? ` and ${titles.length - MOST} more` : ''}`;
/** What a choice does to a score, a sentence each. */
export const changeLines = ({ added, removed, reworded, pieces }: ScoreChanges): string[] =>
  [
    added.length && `${count(added.length, 'step')} new: ${some(added)}`,
    removed.length && `${count(removed.length, 'step')} gone: ${some(removed)}`,
    reworded.length && `${count(reworded.length, 'step')} reworded: ${some(reworded)}`,
    pieces.length && `${count(pieces.length, 'piece')} of another size or stuff: ${some(pieces)}`,
  ].filter((l) => typeof l === 'string');
