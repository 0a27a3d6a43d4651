/**
 * Techniques as data: the pattern of needle blocks, what hands do between them, and the pieces that takes; and how a tape
 * is read by them.
 */
import type { TechniquePattern } from '../grammar';
import { MOST_SURE, ODDS, type Reading } from '../reading';
import { TECHNIQUES } from './all';
import { asRead } from './as-read';
import { matchTechnique, type Match } from './match';
import type { Technique } from './types';

/** The patterns that there are, for a reader who knows no techniques. */
export const PATTERNS: readonly TechniquePattern[] = TECHNIQUES;
/** The technique of a build; one that is not known (any more) is read step by step as it stands on the tape. */
export const techniqueById = (id: string): Technique => TECHNIQUES.find((t) => t.id === id) ?? asRead;

/** A technique laid onto a reading, and its share of all ways to read it, 0-1. */
export interface RankedTechnique extends Match {
  share: number;
}
/** All techniques laid onto a reading, the likeliest first; but one that no tape can tell stands behind the likeliest other. */
export function rankTechniques(reading: Reading): RankedTechnique[] {
  const ranked = reading.techniques.map(({ id, share }): RankedTechnique => ({
    ...matchTechnique(techniqueById(id), reading),
    share: Math.min(MOST_SURE, share),
  }));
  const plain = ranked.find((m) => !m.technique.isAsked);
  return plain ? [plain, ...ranked.filter((m) => m !== plain)] : ranked;
}

/** Smaller shares say nothing. */
const LEAST_TOLD = 0.01;
/** Whether a share is worth a word. */
export const isToldShare = ({ share }: RankedTechnique): boolean => share >= LEAST_TOLD;

/** One that no tape can tell is asked for sooner: its share is little more than how often it is made. */
const ODDS_OF_ASKED = 4;
/** The best technique and the other that it may be, where their odds are closer than those from which on it is said as a fact. */
export function techniqueQuestion([best, ...others]: readonly RankedTechnique[]):
  [RankedTechnique, RankedTechnique] | null {
  if (!best) return null;
  const isClose = (m: RankedTechnique) => best.share < (m.technique.isAsked ? ODDS_OF_ASKED : ODDS) * m.share;
  const other = others.find((m) => m.technique.isAsked && isClose(m)) ?? others[0];
  return other && isClose(other) ? [best, other] : null;
}

export { choicesOf, copiesIn, isMet, fitReason, itemsInTape, matchTechnique, type Match } from './match';
export { readDesign } from './read';
export { readSheet } from './read-sheet';
export { WHOLE_SHARE } from '../grammar';
export { HOLDS, isHold, type HoldKey } from './choices';
export { schoolsOf, inSchools, openChoice, type Schools } from './schools';
export {
  type Face,
  type Choice,
  type HandTemplate,
  type HoopAdvice,
  type PieceTag,
  type PieceTemplate,
  type Side,
  type SizeRule,
  type Technique,
  type Use,
} from './types';
