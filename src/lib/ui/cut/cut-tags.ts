import type { CutPlan } from '$lib/core/nesting';

/** A straight cut as drawn on its sheet, mm from the left and the upper edge, and the middle of its number. */
export interface DrawnCut {
  number: number;
  level: number;
  x: number;
  y: number;
  /** over the width to the right; else along the length, up */
  across: boolean;
  lengthMm: number;
  tag: { x: number; y: number };
}

/**
 * All cuts of a sheet with their numbers: each where its cut begins, or so far along it that it lies on no other.
 * @param size of a number's square, mm
 */
export function drawnCuts(cuts: CutPlan['cuts'], heightMm: number, size: number): DrawnCut[] {
  const taken: { x: number; y: number }[] = [];
  const isFree = (x: number, y: number) =>
    taken.every((t) => Math.max(Math.abs(t.x - x), Math.abs(t.y - y)) >= size);
  return cuts.flatMap(({ number, level, direction, atMm, stack }) =>
    stack.map((part): DrawnCut => {
      const across = direction === 'across';
      const x = part.xMm + (across ? 0 : atMm);
      const y = heightMm - part.yMm - (across ? atMm : 0);
      const lengthMm = across ? part.widthMm : part.heightMm;
      const at = (far: number) => (across ? { x: x + far, y } : { x, y: y - far });
      let far = size / 2;
      while (far < lengthMm - size / 2 && !isFree(at(far).x, at(far).y)) far += size / 2;
      // On a cut that is covered from end to end it stays where it begins.
      const tag = far < lengthMm - size / 2 ? at(far) : at(Math.min(size, lengthMm) / 2);
      taken.push(tag);
      return { number, level, x, y, across, lengthMm, tag };
    }),
  );
}
