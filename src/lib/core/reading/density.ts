import { STITCH, type Block, type Tape } from '../tape';
import type { Box } from '../base';

/** Needle points a cm² on a grid of 2 mm, y up. */
export interface DensityMap {
  minX: number;
  minY: number;
  cellMm: number;
  columns: number;
  rows: number;
  /** row by row from the lower left */
  perCm2: Float32Array;
}
/** What is sewn of a tape: its blocks, and the box that they reach, mm. */
export interface SewnArea {
  extents: Box;
  blocks: readonly Block[];
}
const CELL_MM = 2;
/** A cell's own count jumps with where the grid happens to lie: its neighbours weigh in. */
const OWN = 0.5;

/** How densely a design is sewn, over all blocks. */
export function densityMap(tape: Tape, { extents: e, blocks }: SewnArea): DensityMap {
  const columns = Math.max(1, Math.ceil((e.maxX - e.minX) / CELL_MM) + 1);
  const rows = Math.max(1, Math.ceil((e.maxY - e.minY) / CELL_MM) + 1);
  const counts = new Float32Array(columns * rows);
  for (const { from, to } of blocks)
    for (let i = from; i < to; i++) {
      if (tape.kind[i] !== STITCH) continue;
      const c = Math.floor((tape.x[i] / 10 - e.minX) / CELL_MM);
      const r = Math.floor((tape.y[i] / 10 - e.minY) / CELL_MM);
      if (c >= 0 && c < columns && r >= 0 && r < rows) counts[r * columns + c]++;
    }
  const perCm2 = new Float32Array(columns * rows);
  const toCm2 = (10 / CELL_MM) ** 2;
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const at = r * columns + c;
      const own = counts[at];
      const sides = (c > 0 ? 1 : 0) + (c < columns - 1 ? 1 : 0) + (r > 0 ? 1 : 0) + (r < rows - 1 ? 1 : 0);
      const sum =
        (c > 0 ? counts[at - 1] : 0) +
        (c < columns - 1 ? counts[at + 1] : 0) +
        (r > 0 ? counts[at - columns] : 0) +
        (r < rows - 1 ? counts[at + columns] : 0);
      // An edge cell that is half empty must not hide how dense its filled half is.
      perCm2[at] = Math.max(OWN * own + (1 - OWN) * (sides ? sum / sides : own), own * OWN) * toCm2;
    }
  return { minX: e.minX, minY: e.minY, cellMm: CELL_MM, columns, rows, perCm2 };
}

/** Patches of neighbouring cells above a density: middle, mm, and the densest cell in each. */
export function denseSpots(map: DensityMap, above: number): { x: number; y: number; perCm2: number }[] {
  const { columns, rows, perCm2, cellMm } = map;
  const seen = new Uint8Array(perCm2.length);
  const spots: { x: number; y: number; perCm2: number }[] = [];
  for (let start = 0; start < perCm2.length; start++) {
    if (seen[start] || perCm2[start] <= above) continue;
    const queue = [start];
    seen[start] = 1;
    let [n, x, y, most] = [0, 0, 0, 0];
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      const [c, r] = [at % columns, Math.floor(at / columns)];
      n++;
      x += c;
      y += r;
      most = Math.max(most, perCm2[at]);
      for (const [nc, nr] of [
        [c + 1, r],
        [c - 1, r],
        [c, r + 1],
        [c, r - 1],
      ] as const) {
        const k = nr * columns + nc;
        if (nc < 0 || nc >= columns || nr < 0 || nr >= rows || seen[k] || perCm2[k] <= above) continue;
        seen[k] = 1;
        queue.push(k);
      }
    }
    spots.push({ x: map.minX + (x / n + 0.5) * cellMm, y: map.minY + (y / n + 0.5) * cellMm, perCm2: most });
  }
  return spots.sort((a, b) => b.perCm2 - a.perCm2);
}
