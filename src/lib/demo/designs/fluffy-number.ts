import type { Path } from '$lib/core/base';
import { arc, closePath, rectangle, run, satin, TapeMaker, zigzag } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

const O = { x: 0, y: 0 };
/** A 5 in one stroke. */
const five: Path = [
  { x: 13, y: 24 },
  { x: -10, y: 24 },
  { x: -12, y: 5 },
  ...arc({ x: -1, y: -8 }, 15, Math.PI * 0.72, -Math.PI * 0.78),
];

/** Fluffy number: towelling on felt, the number sewn through a topping, satin edge. */
export function fluffyNumber(): Tape {
  const edge = rectangle(O, 62, 80, 16);
  return new TapeMaker('FLUFFY FIVE')
    .sew(run(closePath(edge), 2.6))
    .stop()
    .sew(zigzag(closePath(edge), 2.2, 2.2))
    .stop()
    .sew(run(five, 2.2), satin(five, 5.4))
    .stop()
    .sew(satin(closePath(edge), 4))
    .done();
}
