import { circle, closePath, diamonds, run, satin, star, tatami, TapeMaker, zigzag } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

const O = { x: 0, y: 0 };
const RADIUS = 52;
const EDGE = 47;

/** Picnic coaster: quilted in diamonds, a sun in the middle, matching back, satin edge; the front is trimmed late. */
export function coaster(): Tape {
  return new TapeMaker('COASTER')
    .sew(run(closePath(circle(O, RADIUS)), 2.6))
    .stop()
    .sew(zigzag(closePath(circle(O, RADIUS - 0.4)), 2, 2.4))
    .stop()
    .sew(run(diamonds(circle(O, EDGE - 4), 13), 2.8))
    .stop()
    .sew(...tatami(star(O, 8, 17, 9), 0.4, 3.4, 0.4))
    .stop()
    .sew(run(closePath(circle(O, EDGE)), 2.6))
    .stop()
    .sew(run(closePath(circle(O, EDGE - 0.5)), 2.4))
    .stop()
    .sew(satin(closePath(circle(O, EDGE)), 3.8))
    .done();
}
