import type { Box, Path, Point } from '../base';

/** Which turns a shape may take: as it lies, end for end, by quarters, or any. */
export type MayTurn = 'none' | 'half' | 'quarter' | 'any';
/** Straight columns and rows; rows or columns shifted against each other; each as it fits; whichever holds most. */
type Way = 'grid' | 'staggered' | 'free' | 'best';

/** One kind of thing to be sewn. mm, y up */
export interface ArrangeShape {
  id: string;
  /** a simple polygon, anticlockwise, about the shape's own origin; of a circle, one that lies round it */
  outline: Path;
  /** of a circle */
  diameterMm: number | null;
  /** null: as many as fit, which is asked of one shape alone */
  quantity: number | null;
  mayTurn: MayTurn;
}
/** What is to be arranged, mm. The field's middle is 0, 0; everything keeps off its edge by the inset. */
export interface ArrangeTask {
  field: { widthMm: number; heightMm: number; oval?: boolean };
  insetMm: number;
  /** between two shapes, by true distance */
  gapMm: number;
  shapes: ArrangeShape[];
  way: Way;
}

/** A shape that lies: turned about its own origin, which is then moved to x, y. Degrees anticlockwise, mm */
export interface Place {
  shapeId: string;
  xMm: number;
  yMm: number;
  turnDeg: number;
}
/**
 * What is typed into a machine: column i, row j stands at i · pitchX + (j odd) · shiftX, j · pitchY + (i odd) · shiftY. mm
 */
export interface Lattice {
  across: number;
  down: number;
  pitchXMm: number;
  pitchYMm: number;
  shiftXMm: number;
  shiftYMm: number;
}
/** Where everything lies. mm */
export interface Arrangement {
  placements: Place[];
  unplaced: { shapeId: string; quantity: number }[];
  /** null: the places are no lattice */
  grid: Lattice | null;
  /** round all that is placed; all 0 where nothing is */
  traceBox: Box;
  /** no way can hold more of all shapes together */
  upperBound: number;
  way: Exclude<Way, 'best'>;
  /** why nothing fits */
  because?: string;
}

/** A shape in one of its turns, about its own origin. */
export interface Turned {
  shape: ArrangeShape;
  deg: number;
  /** of a circle it lies round it */
  path: Path;
  /** of a circle, mm */
  radius: number | null;
  box: Box;
}
/** A turned shape with its origin at a point: inside, while it is looked for. */
export interface Put {
  turned: Turned;
  at: Point;
}
/** Of several kinds, which one it is. */
export interface MixedPut extends Put {
  shapeId: string;
}
