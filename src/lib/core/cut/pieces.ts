/**
 * Cut pieces from the lines that must catch them. mm in and out; every size carries its sum.
 */
import { capital, type Box, type LengthUnit } from '../base';
import { actionOf, MATERIALS, type MaterialKind } from '../catalogue';
import type { Numbers } from '../numbers';
import { OTHER_SEAM, readingFor, type Design, type Score, type ScorePiece, type Step } from '../score';
import { dimension, type Dimension } from './dimension';
import { sizeOf, type FoldLine, type PieceSize } from './sizes';

/** A piece with the size to cut it, and how it lies. mm */
export interface CutPiece {
  id: string;
  name: string;
  purpose: string;
  material: MaterialKind;
  colour: string;
  width: Dimension;
  height: Dimension;
  /** how far its own frame is turned against the hoop, along a slanted seam; the boxes and the fold are in it. Radians */
  turnRad: number;
  /** the sewn area that the piece covers, mm; null for what is hooped */
  covers: Box | null;
  /** where it lies once it is laid and folded, mm; null for what is hooped */
  lies: Box | null;
  /** the rectangle that is cut, opened flat, where it will be sewn, mm; null for what is hooped */
  flat: Box | null;
  fold: FoldLine | null;
  preCut: boolean;
  /** its shape is cut from the wrong side, so its template is a mirror image */
  mirrored: boolean;
  /** by its first wash: it shrinks and is not washed yet, or is */
  prewash: 'first' | 'done' | 'no';
  /** up: a print or nap looks up; threads: either way along them; none */
  arrow: 'up' | 'threads' | 'none';
  /** a quarter, on the stock */
  mayTurn: boolean;
  /** blocks whose lines catch it */
  caughtBy: number[];
  /** fusible and interfacing: the piece that they are cut with and fused to the wrong side of */
  of: string | null;
  /** thickness under a cutter, with what is fused to it, of the budget of one cut */
  ply: number;
  /** one a hooping, however many items are in it */
  perHooping: boolean;
  /** of what is hooped for several builds, how many; null: it is for this build alone */
  times: number | null;
  /** how many lie on top of each other, and at how many places of one tape */
  layers: number;
  copies: number;
  side: 'front' | 'back' | 'base';
  layFace: 'up' | 'down';
}
/** What sizes depend on besides the design. The outer size of the hoop in mm. */
export interface CutContext {
  numbers: Numbers;
  unit: LengthUnit;
  hoop: { outerWidth: number; outerHeight: number; magnetic: boolean };
  /** the item will be washed */
  washed: boolean;
}

/** Cut pieces of a score, each followed by what is fused to it. */
export const cutList = (
  { pieces, steps }: Score,
  design: Pick<Design, 'reading' | 'one'>,
  context: CutContext,
): CutPiece[] =>
  pieces.flatMap((piece) => {
    const lay = layOf(piece.id, steps);
    const around = { numbers: context.numbers, hoop: context.hoop, side: lay.side };
    const measured = sizeOf(piece, readingFor(piece, design), around);
    if (!measured) return [];
    // Copies are cut in one size, unless the maker asked for another.
    const first = pieces.find(
      (p) => p.id === piece.like && p.marginMm === piece.marginMm && p.cutTo === piece.cutTo,
    );
    const alike = first && sizeOf(first, design.one, around);
    const size = alike ? { ...measured, width: alike.width, height: alike.height } : measured;
    const cut = cutPiece(piece, size, lay, context);
    return [cut, ...fusedTo(cut, piece, heldByFusible(piece.id, steps))];
  });

/** How a piece comes to lie: by the step that lays it. */
function layOf(id: string, steps: readonly Step[]): Pick<CutPiece, 'side' | 'layFace'> {
  const lay = steps.find((s) => s.kind === 'hand' && s.pieces.includes(id));
  if (lay?.kind !== 'hand' || actionOf(lay).effect === 'hoop') return { side: 'base', layFace: 'up' };
  return { side: lay.side === 'front' ? 'front' : 'back', layFace: lay.face ?? 'up' };
}
const heldByFusible = (id: string, steps: readonly Step[]) =>
  steps.some(
    (s) => s.kind === 'hand' && (s.heldBy === 'fuse' || s.action === 'fuse') && s.pieces.includes(id),
  );

function cutPiece(
  piece: ScorePiece,
  size: PieceSize,
  lay: Pick<CutPiece, 'side' | 'layFace'>,
  { numbers, unit, washed }: CutContext,
): CutPiece {
  const grid = numbers[unit === 'mm' ? 'cut.gridMm' : 'cut.gridInch'];
  const width = dimension(size.width, grid);
  const height = dimension(size.height, grid);
  const material = MATERIALS[piece.material];
  const directional = piece.traits.includes('directional') || piece.traits.includes('pile');
  return {
    id: piece.id,
    name: piece.name,
    purpose: piece.purpose,
    material: piece.material,
    colour: piece.colour,
    width,
    height,
    turnRad: size.turnRad,
    covers: size.covers,
    lies: size.lies,
    flat: size.flat && upTo(size.flat, size.fold, width.cutMm, height.cutMm),
    fold: size.fold,
    preCut: size.preCut,
    mirrored: size.preCut && piece.fusible !== 'none',
    prewash: !material.shrinks ? 'no' : piece.prewashed ? 'done' : washed ? 'first' : 'no',
    arrow: directional ? 'up' : material.woven ? 'threads' : 'none',
    mayTurn: piece.mayTurn ?? !directional,
    caughtBy: [
      ...new Set(Object.entries(piece.blocks).flatMap(([slot, b]) => (slot === OTHER_SEAM ? [] : b))),
    ].sort((a, b) => a - b),
    of: null,
    ply:
      material.ply +
      (piece.fusible === 'none' ? 0 : MATERIALS[`fusible-${piece.fusible}`].ply) +
      (piece.interfacing ? MATERIALS.interfacing.ply : 0),
    perHooping: piece.size.rule === 'hoop' || piece.size.rule === 'float',
    times: null,
    layers: piece.layers,
    copies: piece.copies,
    ...lay,
  };
}

/** The rectangle as it is cut, up to the grid: what the grid adds goes where there is no fold, else to both sides. */
function upTo(flat: Box, fold: FoldLine | null, width: number, height: number): Box {
  const [dx, dy] = [width - (flat.maxX - flat.minX), height - (flat.maxY - flat.minY)];
  const level = fold && fold.from[1] === fold.to[1];
  const side = (min: number, max: number, at: number | null, more: number): [number, number] =>
    at === null
      ? [min - more / 2, max + more / 2]
      : at - min < max - at
        ? [min, max + more]
        : [min - more, max];
  const [minX, maxX] = side(flat.minX, flat.maxX, fold && !level ? fold.from[0] : null, dx);
  const [minY, maxY] = side(flat.minY, flat.maxY, fold && level ? fold.from[1] : null, dy);
  return { minX, minY, maxX, maxY };
}

/** What goes on the wrong side of a piece is cut with it, in the same size. */
function fusedTo(cut: CutPiece, piece: ScorePiece, heldBy: boolean): CutPiece[] {
  const fusible = piece.fusible !== 'none' ? piece.fusible : heldBy ? 'light' : null;
  const kinds: MaterialKind[] = [
    ...(piece.interfacing ? (['interfacing'] as const) : []),
    ...(fusible ? ([`fusible-${fusible}`] as const) : []),
  ];
  if (kinds.length && fusible) cut.mirrored = cut.preCut;
  return kinds.map((material) => ({
    ...cut,
    id: `${cut.id}+${material}`,
    name: `${capital(MATERIALS[material].name)}, ${cut.name.toLowerCase()}`,
    purpose: `fused to the wrong side of ${cut.name.toLowerCase()}`,
    material,
    colour: MATERIALS[material].colour,
    prewash: 'no',
    arrow: 'none',
    mayTurn: true,
    of: cut.id,
    ply: MATERIALS[material].ply,
  }));
}
