/**
 * Techniques as data: the pattern of needle blocks, what hands do between them, and the pieces that takes.
 * To add one: a file with a Technique, and a line in TECHNIQUES.
 */
import { ODDS, type Reading } from '../reading';
import { applique } from './applique';
import { asRead } from './as-read';
import { cutwork } from './cutwork';
import { feltTab } from './felt-tab';
import { freeLace } from './lace';
import { matchTechnique, type Match } from './match';
import { filmPatch } from './film-patch';
import { pilePatch } from './pile-patch';
import { stitchThenCut } from './stitch-then-cut';
import { flipFold } from './flip-fold';
import { looseElement } from './loose-element';
import { panel } from './panel';
import { piecedStrips } from './pieced-strips';
import { plain } from './plain';
import { pocket } from './pocket';
import { reverseApplique } from './reverse-applique';
import { patchBorder, patchDesign } from './patch-two-hoopings';
import { quiltedFlat } from './quilted-flat';
import { towelTopper } from './towel-topper';
import { turnedItem } from './turned';
import type { Technique } from './types';
import { zipPouch } from './zip-pouch';

const TECHNIQUES: readonly Technique[] = [
  zipPouch,
  applique,
  filmPatch,
  pilePatch,
  stitchThenCut,
  patchDesign,
  patchBorder,
  feltTab,
  turnedItem,
  quiltedFlat,
  towelTopper,
  freeLace,
  cutwork,
  flipFold,
  pocket,
  piecedStrips,
  reverseApplique,
  looseElement,
  plain,
  panel,
  asRead,
];

/** The technique of a build; one that is not known (any more) is read step by step as it stands on the tape. */
export const techniqueById = (id: string): Technique => TECHNIQUES.find((t) => t.id === id) ?? asRead;

/** A technique that is asked for stands behind a plain one that fits less well by up to this. */
const PLAIN_FIRST = 0.2;
const rank = ({ technique, fit }: Match) => fit - (technique.isAsked ? PLAIN_FIRST : 0);
/** All techniques laid onto a reading, best first; of those that fit about as well the plain ones. */
export const rankTechniques = (reading: Reading): Match[] =>
  TECHNIQUES.map((t) => matchTechnique(t, reading)).sort((a, b) => rank(b) - rank(a));

/**
 * How far apart the fits of two techniques stand for odds: with shares of exp(24 · fit) the right technique of 240 designs by
 * two other hands is likeliest, and of nine of these the best two are closer than three to one, the right one among them.
 */
const FIT_SPREAD = 24;
/** The best technique and the other that it may be, where their odds are closer than those from which on it is said as a fact. */
export function techniqueQuestion([best, ...others]: readonly Match[]): [Match, Match] | null {
  if (!best) return null;
  const isClose = (m: Match) => (best.fit - m.fit) * FIT_SPREAD < Math.log(ODDS);
  const other = others.find((m) => m.technique.isAsked && isClose(m)) ?? others[0];
  return other && isClose(other) ? [best, other] : null;
}

export {
  WHOLE_SHARE,
  choicesOf,
  copiesIn,
  isMet,
  fitReason,
  itemsInTape,
  matchTechnique,
  type Match,
} from './match';
export { HOLDS, isHold, type HoldKey } from './choices';
export { schoolsOf, inSchools, openChoice, type Schools } from './schools';
export {
  type Face,
  type HandTemplate,
  type HoopAdvice,
  type PieceTag,
  type PieceTemplate,
  type Side,
  type SizeRule,
  type Technique,
  type Use,
} from './types';
