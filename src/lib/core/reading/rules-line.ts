/** Blocks sewn as lines: marks, placements, tack-downs, seams, outlines, quilting. */
import { widthOf, heightOf, shareSpanned, type Box } from '../base';
import {
  covers,
  isBeside,
  isCorners,
  isLine,
  isStraight,
  laterOn,
  lineBox,
  mm,
  percent,
  verdict,
  type RoleRule,
} from './rule-context';

const MARKER_MM = 14;
/** More than this in one figure is decoration, twice round included. */
const MARKER_SEWN_MM = 50;
/** Small crosses and circles that show where something goes. */
export const marker: RoleRule = (c) => {
  const { block, design } = c;
  const figures = block.lines.length;
  if (!isLine(block) || !figures || figures > 16 || block.sewnLengthMm > figures * MARKER_SEWN_MM)
    return null;
  const boxes = block.lines.map(lineBox);
  if (!boxes.every((b) => widthOf(b) <= MARKER_MM && heightOf(b) <= MARKER_MM)) return null;
  // A small piece has small lines too; but those are sewn over again.
  if ((block.follows?.share ?? 0) > 0.6 || laterOn(c).length) return null;
  if (boxes.length === 1 && shareSpanned(block.box, design) > 0.5) return null;
  const largest = Math.max(...boxes.map((b) => Math.max(widthOf(b), heightOf(b))));
  return verdict(
    'marker',
    0.92,
    `${boxes.length === 1 ? 'one tiny figure' : `${boxes.length} tiny figures`}, the largest ${mm(largest)} mm across: a place to find later`,
  );
};

/** The design, and then a light line round it where nothing was laid: it shows where to cut. */
export const cutLine: RoleRule = (c) => {
  const { block, all, design, known } = c;
  if (block.texture !== 'run' || !block.closed || shareSpanned(block.box, design) < 0.7) return null;
  if (all.some((o) => o.index > block.index) || block.index === 0) return null;
  if (known.slice(0, block.index).some((r) => r === 'placement' || r === 'tack-down')) return null;
  return verdict(
    'cut-line',
    0.85,
    'a light closed line round the finished design, and nothing was laid or held before it',
  );
};

/** Where an outline belongs among the last lines, it holds everything together. */
export const finalOutline: RoleRule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || shareSpanned(block.box, design) < 0.8) return null;
  const around = block.closed || block.openings.length > 0;
  const later = all.filter((o) => o.index > block.index);
  if (!around || later.length > 0 || all.length < 2) return null;
  const strong = block.texture !== 'run' || block.openings.length > 0;
  const opening = block.openings[0];
  const gap = opening ? `, leaves ${mm(opening.lengthMm)} mm open on the ${opening.side}` : '';
  return verdict(
    'final-outline',
    strong ? 0.95 : 0.85,
    `the last line, ${block.texture.replace('-', ' ')}, around ${percent(shareSpanned(block.box, design))} of the design${gap}`,
  );
};

/** A line that holds down what was laid inside an earlier one. */
export const tackDown: RoleRule = (c) => {
  const { block, all, known } = c;
  const f = block.follows;
  // What is folded over a seam is held along it and around.
  const before = block.index - 1;
  if (isLine(block) && known[before] === 'seam' && c.follows.share(before, block.index) > 0.6)
    return verdict(
      'tack-down',
      0.92,
      `runs along block ${block.index}'s seam and around one side of it: holds what was folded over`,
    );
  if (!isLine(block)) return null;
  const around = all.find(
    (o) =>
      o.index < block.index &&
      known[o.index] === 'placement' &&
      block.lines[0]?.closed &&
      o.lines[0]?.closed &&
      isBeside(o.box, block.box),
  );
  // Drawn a little inside its placement, and then made larger with its design; one that is itself tacked and covered
  // later places something new.
  const later = laterOn(c);
  const placesAgain = later.some(isLine) && later.some(covers);
  if (around && (!f || f.share < 0.55) && !placesAgain)
    return verdict('tack-down', 0.8, `runs all round just beside block ${around.index + 1}'s placement`);
  if (!f) return null;
  const held = known[f.index] ?? 'decoration';
  // A placement line may be only its corners: then the tack-down runs along all of it, and on between.
  const corners = isCorners(c);
  if (f.share < 0.55 && !corners) return null;
  if (!['placement', 'tack-down', 'seam', 'cover'].includes(held)) return null;
  return verdict(
    'tack-down',
    0.62 + 0.35 * (corners ? 0.85 : f.share),
    `follows block ${f.index + 1}'s ${held} for ${percent(f.share)} within ${mm(Math.max(0.1, f.distanceMm))} mm`,
  );
};

/** A straight line over much of the design, onto which an edge is sewn and folded. */
export const seam: RoleRule = (c) => {
  const { block, all, design } = c;
  if (!isLine(block) || !isStraight(block) || block.index === 0) return null;
  const length = block.lines[0].lengthMm;
  if (length < 0.4 * Math.max(widthOf(design), heightOf(design))) return null;
  // What is folded over a seam is tacked next, on one side of it.
  const next = all[block.index + 1];
  const folds = next && isLine(next) && !isStraight(next) && c.follows.share(block.index, next.index) > 0.5;
  return verdict(
    'seam',
    folds ? 0.93 : 0.75,
    `a straight line of ${mm(length)} mm${folds ? ', and the next block runs along it and around one side' : ''}`,
  );
};

/** Open lines this many times as long as their own edge fill a field. */
const MANY_LINES = 1.6;
/** Wide one way and not thin the other. */
const fillsField = (b: Box, design: Box) =>
  shareSpanned(b, design) > 0.22 &&
  Math.max(widthOf(b) / widthOf(design), heightOf(b) / heightOf(design)) > 0.6;
/** Lines that fill a field and hold its layers together. */
export const quilting: RoleRule = ({ block, design }) => {
  if (!(block.texture === 'meander' || isLine(block)) || !fillsField(block.box, design)) return null;
  const around = 2 * (widthOf(block.box) + heightOf(block.box));
  const sewn =
    block.texture === 'meander' ? block.sewnLengthMm : block.lines.reduce((sum, l) => sum + l.lengthMm, 0);
  const ways = sewn / around;
  if (ways < (block.texture === 'meander' ? 1 : MANY_LINES)) return null;
  return verdict(
    'quilting',
    block.texture === 'meander' ? 0.95 : 0.9,
    `${block.texture === 'meander' ? 'a wandering line' : 'open lines'} over ${percent(shareSpanned(block.box, design))} of the design, ${ways.toFixed(1)} times its edge long`,
  );
};

/** A light line that shows where to lay what a later block goes over. */
export const placement: RoleRule = (c) => {
  const { block } = c;
  if (!['run', 'double-run'].includes(block.texture)) return null;
  const later = laterOn(c);
  if (later.length) {
    const share = c.follows.share(block.index, later[0].index);
    return verdict(
      'placement',
      0.66 + 0.3 * share,
      `a light ${block.texture.replace('-', ' ')} that block ${later[0].index + 1} goes over again (${percent(share)})`,
    );
  }
  if (block.index === 0 && (block.closed || block.openings.length) && c.all.length > 1)
    return verdict('placement', 0.7, 'the first line, a light closed run before anything is laid');
  return null;
};

/** What is meant to be seen, and whatever no other rule knows. */
export const decoration: RoleRule = ({ block }) => {
  // A line sewn twice or thrice is meant to be seen; a light one may be anything.
  const sure = ['fill', 'satin', 'mixed'].includes(block.texture)
    ? 0.88
    : ['bean', 'double-run'].includes(block.texture)
      ? 0.78
      : 0.6;
  return verdict(
    'decoration',
    sure,
    `${block.texture.replace('-', ' ')} that neither places, holds nor hides a piece`,
  );
};
