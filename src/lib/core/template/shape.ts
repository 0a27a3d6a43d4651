/**
 * The outline of a piece as it is cut: its rectangle, or its pre-cut shape from the line that places it. mm, y up, from
 * the lower left corner of the piece.
 */
import { inFrame, type CutPiece } from '../cut';
import { mirrorIf, type PieceShape } from './turned';
import { areaOf, boxOf, type Box, type Path, type Point } from '../base';
import type { Numbers } from '../numbers';
import { closePath, offset } from '../outline';
import { linePath, type Line } from '../reading';
import { readingFor, type Design } from '../score';

/** The drawing of a piece as it is cut; what is hooped is a plain rectangle. */
export function pieceShape(
  piece: CutPiece,
  design: Pick<Design, 'reading' | 'one'>,
  numbers: Numbers,
): PieceShape {
  const { blocks } = readingFor(piece, design);
  const lines = piece.caughtBy.flatMap((b) => blocks[b]?.lines ?? []);
  const dashed = piece.caughtBy.flatMap((b) => blocks[b]?.dashed ?? []);
  const contour = piece.preCut ? largestClosed([...lines, ...dashed]) : null;
  const [width, height] = [piece.width.cutMm, piece.height.cutMm];
  const base = { name: piece.name, arrow: piece.arrow, mirrored: piece.mirrored };
  if (contour) {
    const by = numbers['cut.preCutOffset'];
    const outlines = by === 0 ? [contour] : offset(contour, by, 'round');
    const box = boxOf(outlines.flat());
    const to = (p: Point) => ({ x: p.x - box.minX, y: p.y - box.minY });
    return mirrorIf({
      ...base,
      widthMm: box.maxX - box.minX,
      heightMm: box.maxY - box.minY,
      outlines: outlines.map((path) => path.map(to)),
      folds: [],
      catches: [],
      preCut: true,
    });
  }
  const flat: Box = piece.flat ?? { minX: 0, minY: 0, maxX: width, maxY: height };
  const to = (p: Point) => ({ x: p.x - flat.minX, y: p.y - flat.minY });
  const point = ([x, y]: [number, number]) => to({ x, y });
  return mirrorIf({
    ...base,
    widthMm: width,
    heightMm: height,
    outlines: [
      [
        { x: 0, y: 0 },
        { x: width, y: 0 },
        { x: width, y: height },
        { x: 0, y: height },
      ],
    ],
    folds: piece.fold ? [[point(piece.fold.from), point(piece.fold.to)]] : [],
    catches: piece.flat ? lines.map((l) => inFrame(pathOf(l), piece.turnRad).map(to)) : [],
    preCut: false,
  });
}

const pathOf = (line: Line): Path => (line.closed ? closePath(linePath(line)) : linePath(line));
/** Of a piece's closed lines the one that encloses most. */
function largestClosed(lines: readonly Line[]): Path | null {
  const closed = lines
    .filter((l) => l.closed)
    .map(linePath)
    .map((path) => ({ path, area: Math.abs(areaOf(path)) }))
    .sort((a, b) => b.area - a.area);
  return closed.at(0)?.path ?? null;
}
/** Outlines that something is cut to, as they are drawn. @param rings mm, holes among them */
export function outlineShape(rings: readonly Path[], name: string, mirrored: boolean): PieceShape {
  const box = boxOf(rings.flat());
  return mirrorIf({
    name,
    widthMm: box.maxX - box.minX,
    heightMm: box.maxY - box.minY,
    outlines: rings.map((ring) => ring.map((p) => ({ x: p.x - box.minX, y: p.y - box.minY }))),
    folds: [],
    catches: [],
    arrow: 'none',
    mirrored,
    preCut: true,
  });
}
