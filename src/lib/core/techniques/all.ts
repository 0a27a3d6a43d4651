import { applique } from './applique';
import { asRead } from './as-read';
import { cutwork } from './cutwork';
import { feltTab } from './felt-tab';
import { freeLace } from './lace';
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

/** All techniques. To add one: a file with a Technique, and a line here. */
export const TECHNIQUES: readonly Technique[] = [
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
