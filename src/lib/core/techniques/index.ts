/**
 * Techniques as data: the pattern of needle blocks, what hands do between them, and the pieces that takes.
 * To add one: a file with a Technique, and a line in TECHNIQUES.
 */
import type { Reading } from '../reading';
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
import { panel } from './panel';
import { piecedStrips } from './pieced-strips';
import { plain } from './plain';
import { pocket } from './pocket';
import { reverseApplique } from './reverse-applique';
import { patchBorder, patchDesign } from './patch-two-hoopings';
import { quiltedFlat } from './quilted-flat';
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
  freeLace,
  cutwork,
  flipFold,
  pocket,
  piecedStrips,
  reverseApplique,
  plain,
  panel,
  asRead,
];

/** The technique of a build; one that is not known (any more) is read step by step as it stands on the tape. */
export const techniqueById = (id: string): Technique => TECHNIQUES.find((t) => t.id === id) ?? asRead;

/** All techniques laid onto a reading, best first. */
export const rankTechniques = (reading: Reading): Match[] =>
  TECHNIQUES.map((t) => matchTechnique(t, reading)).sort((a, b) => b.fit - a.fit);

export { WHOLE_SHARE, copiesIn, fitReason, itemsInTape, matchTechnique, type Match } from './match';
export { HOLDS, isHold, type HoldKey } from './choices';
export { schoolsOf, inSchools, type Schools } from './schools';
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
