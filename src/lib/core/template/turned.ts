import type { Path, Point } from '../base';
import type { CutPiece } from '../cut';

/** The drawing of a piece for a template. mm, from the lower left corner of its rectangle. */
export interface PieceShape {
  name: string;
  widthMm: number;
  heightMm: number;
  /** outer contours */
  outlines: Path[];
  /** where it is folded, and the lines that will catch it */
  folds: [Point, Point][];
  catches: Path[];
  arrow: CutPiece['arrow'];
  mirrored: boolean;
  /** true: cut to the outline; false: a rectangle that is trimmed after stitching */
  preCut: boolean;
}

/** Cut from the wrong side, left and right change over; of such a shape, back to how its piece lies. */
export function mirrorIf(shape: PieceShape): PieceShape {
  if (!shape.mirrored) return shape;
  const flip = (p: Point) => ({ x: shape.widthMm - p.x, y: p.y });
  return {
    ...shape,
    outlines: shape.outlines.map((path) => path.map(flip).reverse()),
    folds: shape.folds.map(([a, b]) => [flip(a), flip(b)]),
    catches: shape.catches.map((path) => path.map(flip)),
  };
}

/** A shape a quarter turned to the left, as a layout may lay it. */
export function quarterTurned(shape: PieceShape): PieceShape {
  const turn = (p: Point) => ({ x: shape.heightMm - p.y, y: p.x });
  return {
    ...shape,
    widthMm: shape.heightMm,
    heightMm: shape.widthMm,
    outlines: shape.outlines.map((path) => path.map(turn)),
    folds: shape.folds.map(([a, b]) => [turn(a), turn(b)]),
    catches: shape.catches.map((path) => path.map(turn)),
  };
}
