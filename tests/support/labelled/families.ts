import type { Path } from '$lib/core/base';
import { circle, closePath, diamonds, rectangle, run, satin, star, zigzag } from '$lib/core/outline';
import type { DesignEdge } from '$lib/core/reading';
import {
  blanketEdge,
  brackets,
  cover,
  cutLine,
  detail,
  diamondQuilt,
  fillOf,
  finalClosed,
  holdBox,
  holdLine,
  inset,
  lineDetail,
  markers,
  motifEdge,
  moved,
  O,
  openOutline,
  placement,
  satinColumns,
  seamLine,
  shape,
  SHAPES,
  stipple,
  tack,
  tackRun,
  tackZigzag,
} from './blocks';
import { byBlade } from './pen';
import type { Dice, Family, LabelledBlock } from './types';

const SIDES: DesignEdge[] = ['left', 'right', 'top', 'bottom'];
const body = (dice: Dice, low: number, high: number): Path =>
  shape(dice.pick(SHAPES), dice.between(low, high), dice.between(low, high));

/** Patch on film: blank, tack-down, design, border. */
const filmPatch: Family = (dice) => {
  const edge = body(dice, 60, 95);
  return [
    placement(edge),
    ...(dice.chance(0.7) ? [tackRun(edge, dice)] : []),
    detail({ x: 0, y: 4 }, 30, dice),
    ...(dice.chance(0.5) ? [lineDetail({ x: 0, y: -12 }, dice)] : []),
    cover(edge, dice),
  ];
};
/** First hooping of a patch: the design, then the line to cut on. */
const cutPatch: Family = (dice) => {
  const edge = body(dice, 60, 90);
  return [fillOf(star(O, 5, 24, 13), dice), lineDetail({ x: 0, y: -18 }, dice), cutLine(edge)];
};
/** Second hooping: the cut patch is pressed into its line and bordered. */
const borderPatch: Family = (dice) => {
  const edge = body(dice, 60, 90);
  return [placement(edge), tackZigzag(edge, dice), cover(edge, dice)];
};
/** Towelling on felt with lettering. */
const pilePatch: Family = (dice) => {
  const edge = body(dice, 70, 100);
  return [placement(edge), tackZigzag(edge, dice), satinColumns(O, dice), cover(edge, dice)];
};
/** Appliqué of one to four pieces, apart or overlapping, with whole, open or corner placement lines. */
const applique: Family = (dice) => {
  const n = dice.whole(1, 4);
  const blocks: LabelledBlock[] = [];
  const apart = dice.chance(0.5) ? 46 : 26;
  for (let k = 0; k < n; k++) {
    const piece = moved(body(dice, 26, 40), (k - (n - 1) / 2) * apart, dice.between(-8, 8));
    const square = dice.chance(0.2);
    const line = square ? moved(rectangle(O, 34, 28), (k - (n - 1) / 2) * apart, 0) : piece;
    blocks.push(square ? brackets(line) : placement(line), tack(line, dice), cover(line, dice));
  }
  if (dice.chance(0.4)) blocks.push(detail({ x: 0, y: 44 }, 24, dice));
  return blocks;
};
/** Lined zip pouch in several lengths: with or without accent and quilting. */
const zipPouch: Family = (dice) => {
  const w = dice.between(70, 95);
  const h = dice.between(48, 64);
  const zipY = h * dice.between(0.45, 0.6);
  const outline = rectangle(O, 2 * w, 2 * h, 6);
  const zip = rectangle({ x: 0, y: zipY }, 2 * w - 12, 18);
  const up = zipY + 5;
  const low = zipY - 5;
  const reach = w - 4;
  const level = (y: number) =>
    [
      { x: -reach, y },
      { x: reach, y },
    ] as const;
  const accent = -h * 0.45;
  return [
    placement(outline, 3),
    tack(outline, dice),
    placement(zip, 3),
    { ...tackRun(zip, dice) },
    seamLine(...level(up)),
    holdBox(-w + 2, up + 0.8, w - 2, h - 2),
    seamLine(...level(low)),
    holdBox(-w + 2, -h + 2, w - 2, low - 0.8),
    ...(dice.chance(0.5) ? [seamLine(...level(accent)), holdBox(-w + 2, -h + 2, w - 2, accent - 0.8)] : []),
    ...(dice.chance(0.6)
      ? [diamondQuilt(rectangle({ x: 0, y: (low + accent) / 2 }, 2 * reach, low - accent), dice)]
      : []),
    ...(dice.chance(0.7) ? [holdLine(...level(low - 1.1)), holdLine(...level(up + 1.1))] : []),
    { ...tackRun(outline, dice) },
    openOutline(2 * w, 2 * h, dice.between(50, 80), 'bottom', dice),
  ];
};
/** Turned item: outline, quilting, marks, a motif, and the last outline with its opening on any side. */
const turned: Family = (dice) => {
  const w = dice.between(90, 170);
  const h = dice.between(90, 170);
  const field = rectangle(O, w, h, Math.min(w, h) * 0.15);
  return [
    placement(field, 3),
    ...(dice.chance(0.7)
      ? [dice.chance(0.6) ? stipple(rectangle(O, w, h), dice) : diamondQuilt(rectangle(O, w, h), dice)]
      : []),
    ...(dice.chance(0.6)
      ? [
          markers(
            [
              { x: -w / 3, y: h / 3 },
              { x: w / 3, y: h / 3 },
            ],
            dice,
          ),
        ]
      : []),
    ...(dice.chance(0.6) ? [detail(O, 36, dice)] : []),
    openOutline(w, h, dice.between(42, 72), dice.pick(SIDES), dice),
  ];
};
/** Felt tab: front, details, marks, and the last line through both sides. */
const feltTab: Family = (dice) => {
  const edge = rectangle(O, dice.between(38, 60), dice.between(64, 90), 12);
  return [
    placement(edge),
    tackRun(inset(edge, 0.3), dice),
    ...(dice.chance(0.7) ? [detail(O, 24, dice)] : []),
    ...(dice.chance(0.6)
      ? [
          markers(
            [
              { x: 0, y: 25 },
              { x: 0, y: -25 },
            ],
            dice,
          ),
        ]
      : []),
    finalClosed(inset(edge, 0.8), dice),
  ];
};
const net = (field: Path, dice: Dice): LabelledBlock => ({
  paths: [run(closePath(field), 2), run(diamonds(inset(field, 0.5), dice.between(3, 4.5)), 2)],
  texture: 'run',
  role: 'lace-underlay',
});
const laceOver = (field: Path, dice: Dice): LabelledBlock => ({
  paths: [
    satin(closePath(inset(field, 1.5)), dice.between(2.4, 3.4), 0.4),
    satin(closePath(inset(field, 9)), 2.2, 0.4),
    ...[0.3, 1.2, 2.1].map((a) =>
      satin(
        [
          { x: -12 * Math.cos(a), y: -12 * Math.sin(a) },
          { x: 12 * Math.cos(a), y: 12 * Math.sin(a) },
        ],
        2,
        0.4,
      ),
    ),
  ],
  texture: 'satin',
  role: 'lace',
});
/** Free-standing lace: a net, then the lace over it. */
const lace: Family = (dice) => {
  const field = body(dice, 50, 80);
  return [
    net(field, dice),
    laceOver(field, dice),
    ...(dice.chance(0.4)
      ? [
          {
            paths: [satin(closePath(circle(O, 14)), 2, 0.4)],
            texture: 'satin' as const,
            role: 'lace' as const,
          },
        ]
      : []),
  ];
};
/** Lace round a piece of cloth. */
const laceWithPiece: Family = (dice) => {
  const piece = circle(O, dice.between(14, 20));
  const field = shape(dice.pick(['circle', 'square', 'hexagon']), 80, 80);
  return [placement(piece), tackRun(piece, dice), { ...net(field, dice) }, laceOver(field, dice)];
};
/** Cutwork: a double line round each window, then satin edges. */
const cutwork: Family = (dice) => {
  const n = dice.whole(2, 4);
  const windows = Array.from({ length: n }, (_, k) =>
    moved(
      shape(dice.pick(['circle', 'shield', 'hexagon']), 26, 30),
      (k % 2) * 40 - 20,
      Math.floor(k / 2) * 42 - 20,
    ),
  );
  const lines = windows.flatMap((w) => [run(closePath(w), 2), run(closePath(inset(w, 1.1)), 2)]);
  return [
    { paths: lines, texture: 'run', role: 'cut-line', alsoRoles: ['tack-down'] },
    {
      paths: windows.map((w) => satin(closePath(inset(w, 0.5)), dice.between(2.6, 3.4), 0.4)),
      texture: 'satin',
      role: 'cover',
    },
    ...(dice.chance(0.5) ? [satinColumns({ x: 0, y: 60 }, dice)] : []),
  ];
};
/** Quilted flat thing: front, quilting or design, then the edge over a matching back. */
const quiltedFlat: Family = (dice) => {
  const outer = body(dice, 90, 120);
  const edge = inset(outer, 4);
  const quilt = dice.chance(0.5);
  return [
    placement(outer),
    tack(outer, dice),
    quilt ? stipple(inset(edge, 2), dice) : detail(O, 44, dice),
    placement(edge),
    { ...tackRun(edge, dice) },
    cover(edge, dice),
  ];
};
/** No hand step at all: fills, columns, lines. */
const plainDesign: Family = (dice) => {
  const blocks = [
    fillOf(body(dice, 40, 70), dice),
    satinColumns({ x: 0, y: 46 }, dice),
    lineDetail({ x: 0, y: -46 }, dice),
  ];
  return dice.chance(0.5) ? [...blocks, fillOf(moved(star(O, 5, 14, 7), 40, 30), dice)] : blocks;
};
/** A cushion front: seam lines and dense motifs; a zigzag over the edge of one piece. */
const raggedEdge: Family = (dice) => {
  const piece = body(dice, 50, 80);
  return [
    placement(piece),
    tackRun(piece, dice),
    { paths: [zigzag(closePath(piece), 3, dice.between(1.1, 1.5))], texture: 'zigzag', role: 'cover' },
    detail({ x: 0, y: 0 }, 26, dice),
  ];
};

/** Pre-cut pieces: held by a run, edged by blanket stitch or small motifs. */
const openEdges: Family = (dice) => {
  const n = dice.whole(1, 3);
  const edge = dice.chance(0.6) ? blanketEdge : motifEdge;
  const blocks: LabelledBlock[] = [];
  for (let k = 0; k < n; k++) {
    const piece = moved(body(dice, 34, 50), (k - (n - 1) / 2) * 58, dice.between(-6, 6));
    blocks.push(placement(piece), tackRun(piece, dice), edge(inset(piece, dice.between(0, 0.5)), dice));
  }
  return blocks;
};
/** A mat whose edge is a blanket stitch, over quilting. */
const blanketMat: Family = (dice) => {
  const outer = body(dice, 80, 110);
  return [placement(outer), tackRun(outer, dice), stipple(outer, dice), blanketEdge(outer, dice)];
};

/** Cutwork by cutting needles: one light line round each window, a block of chops for each blade, then satin edges. */
const bladedCutwork: Family = (dice) => {
  const windows = Array.from({ length: dice.whole(1, 3) }, (_, k) =>
    moved(shape(dice.pick(['circle', 'square', 'hexagon', 'shield']), 24, 28), k * 38, 0),
  );
  const angles = dice.pick([
    [0, Math.PI / 4, Math.PI / 2, (3 * Math.PI) / 4],
    [0, Math.PI / 2],
  ]);
  const step = dice.between(1, 1.6);
  const cuts = windows.map((w) => byBlade(inset(w, 0.8), angles, step));
  return [
    ...(dice.chance(0.75)
      ? [
          {
            paths: windows.map((w) => run(closePath(w), 2)),
            texture: 'run' as const,
            role: 'tack-down' as const,
            alsoRoles: ['cut-line' as const],
          },
        ]
      : []),
    ...angles.flatMap((_, k): LabelledBlock[] => {
      const paths = cuts.flatMap((c) => c[k]);
      return paths.length ? [{ paths, role: 'cut-line' }] : [];
    }),
    { paths: windows.map((w) => satin(closePath(w), 3, 0.4)), texture: 'satin', role: 'cover' },
  ];
};

/** How the designs of a family are made, where one technique is meant; of what no tape can tell, the plainest. */
export const MADE_AS: Record<string, string | undefined> = {
  filmPatch: 'film-patch',
  pilePatch: 'film-patch',
  cutPatch: 'patch-design',
  borderPatch: 'applique',
  applique: 'applique',
  raggedEdge: 'applique',
  openEdges: 'applique',
  blanketMat: 'applique',
  zipPouch: 'zip-pouch',
  turned: 'turned-item',
  feltTab: 'felt-tab',
  lace: 'free-lace',
  laceWithPiece: 'free-lace',
  cutwork: 'cutwork',
  quiltedFlat: 'quilted-flat',
  plainDesign: 'plain',
  bladedCutwork: 'cutwork',
};
export const FAMILIES: Record<string, Family> = {
  filmPatch,
  cutPatch,
  borderPatch,
  pilePatch,
  applique,
  zipPouch,
  turned,
  feltTab,
  lace,
  laceWithPiece,
  cutwork,
  quiltedFlat,
  plainDesign,
  raggedEdge,
  openEdges,
  blanketMat,
  bladedCutwork,
};
