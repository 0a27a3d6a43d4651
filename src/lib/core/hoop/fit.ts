import { beyondOval, boxOf, heightOf, middleOf, turnedPath, widthOf, type Path, type Point } from '../base';
import { hullOf } from '../outline';
import type { ArrangeShape } from '../arrange';

/** How a design goes into a hoop. */
export interface HoopFit {
  /** turned so against the hoop as it is told; degrees anticlockwise */
  turnDeg: number;
  /** from the outline to the field's nearest edge; below the inset it does not fit, below 0 it does not go in at all. mm */
  clearMm: number;
  fits: boolean;
}

/** Angles that are tried when neither of the plain ones fits. */
const DEGREES = Array.from({ length: 179 }, (_, i) => i + 1);

/** As it lies, a quarter turned, or else at the angle that leaves most room. mm */
export function fitIn(
  outline: Path,
  field: { widthMm: number; heightMm: number; oval?: boolean },
  inset: number,
): HoopFit {
  const hull = hullOf(outline);
  const at = (turnDeg: number): HoopFit => {
    const turned = turnedPath(hull, turnDeg);
    const box = boxOf(turned);
    const clearMm = field.oval
      ? -beyondMost(turned, middleOf(box), field)
      : Math.min(field.widthMm - widthOf(box), field.heightMm - heightOf(box)) / 2;
    return { turnDeg, clearMm, fits: clearMm >= inset - 1e-6 };
  };
  const plain = [at(0), at(90)].find((fit) => fit.fits);
  return plain ?? DEGREES.map(at).reduce((a, b) => (b.clearMm > a.clearMm + 1e-9 ? b : a), at(0));
}

/** How far an outline about a middle reaches beyond an oval. mm */
const beyondMost = (path: Path, { x, y }: Point, field: { widthMm: number; heightMm: number }): number =>
  Math.max(...path.map((p) => beyondOval({ x: p.x - x, y: p.y - y }, field.widthMm, field.heightMm)));

/** Radii of an outline that differ by no more are those of a circle, mm. */
const ROUND_ENOUGH = 0.5;
/** An outline as it is arranged: a circle where it is as good as one. mm */
export function shapeOfItem(outline: Path): Pick<ArrangeShape, 'outline' | 'diameterMm'> {
  const radii = outline.map(({ x, y }) => Math.hypot(x, y));
  const [least, most] = [Math.min(...radii), Math.max(...radii)];
  return { outline, diameterMm: most - least <= ROUND_ENOUGH && outline.length > 8 ? 2 * most : null };
}
