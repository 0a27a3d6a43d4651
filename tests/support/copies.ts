import type { Path } from '$lib/core/base';
import { bean, circle, closePath, offset, rectangle, run, satin, TapeMaker, zigzag } from '$lib/core/outline';
import type { Tape } from '$lib/core/tape';

/** A tape of blocks, each of these paths. */
export const sewn = (...blocks: Path[][]): Tape => {
  const maker = new TapeMaker('TEST');
  blocks.forEach((paths, i) => (i ? maker.stop() : maker).sew(...paths));
  return maker.done();
};
export const round = (x: number, y: number, r = 14) => closePath(circle({ x, y }, r));
/** A felt tab of 30 × 50: front line, tack-down a millimetre inside, a bar, last line. */
export const tab = (x: number): Path[][] => {
  const outline = rectangle({ x, y: 0 }, 30, 50, 6);
  const bar = [
    { x: x - 5, y: 0 },
    { x: x + 5, y: 0 },
  ];
  return [
    [run(closePath(outline), 2.5)],
    [run(closePath(offset(outline, -1)[0]), 2.5)],
    [satin(bar, 3, 0.4)],
    [bean(closePath(outline), 2.5)],
  ];
};
export const twinTabs = (apart: number): Tape => sewn(...tab(-apart / 2), ...tab(apart / 2));
/** Small patches, each block sewing all of them. */
export const minis = (places: readonly [number, number][]) =>
  sewn(
    places.map(([x, y]) => run(round(x, y), 2.5)),
    places.map(([x, y]) => zigzag(round(x, y), 2, 1.8)),
    places.map(([x, y]) => satin(round(x, y), 3, 0.4)),
  );
