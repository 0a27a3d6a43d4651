import { boxOf, type Box } from '../base';
import { STITCH, type Tape } from './types';

/** What the needle reaches: the box of all stitches, 0.1 mm; null without one. */
export function stitchBox(tape: Tape): Box | null {
  const box = boxOf(stitchesOf(tape));
  return box.minX <= box.maxX ? box : null;
}
function* stitchesOf({ x, y, kind }: Tape) {
  for (let i = 0; i < kind.length; i++) if (kind[i] === STITCH) yield { x: x[i], y: y[i] };
}
