import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import type { Point } from '$lib/core/base';
import {
  bean,
  circle,
  closePath,
  meander,
  rectangle,
  run,
  satin,
  tatami,
  TapeMaker,
  zigzag,
} from '$lib/core/outline';
import { writeTape } from '$lib/core/tape';

/**
 * A tape of about n stitches for measuring: blocks of every texture in the mix of a real design, on a field that grows
 * with n. The same n gives the same bytes.
 */
export function tapeOf(n: number): Uint8Array {
  const random = xoroshiro128plus(n);
  const uniform = () => uniformFloat64(random);
  const maker = new TapeMaker(`BENCH ${n}`);
  const field = 120 * Math.sqrt(n / 10_000);
  let sewn = 0;
  for (let k = 0; sewn < n; k++) {
    const at: Point = { x: (uniform() - 0.5) * field, y: (uniform() - 0.5) * field };
    const size = 30 + 40 * uniform();
    const outline = k % 2 ? closePath(circle(at, size / 2)) : closePath(rectangle(at, size, size * 0.8, 4));
    const paths = [
      () => [run(outline, 2.5)],
      () => [zigzag(outline, 2.5, 2)],
      () => [satin(outline, 3.2)],
      () => tatami(outline.slice(0, -1), 0.4, 3.5, uniform() * 3),
      () => [meander(rectangle(at, size, size), 4, uniform)],
      () => [bean(outline, 2.5)],
    ][k % 6]();
    maker.sew(...paths).stop();
    sewn += paths.reduce((sum, p) => sum + p.length, 0);
  }
  return writeTape(maker.done());
}
