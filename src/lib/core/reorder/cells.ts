import { itemAt } from '../base';
import { JUMP, STITCH, STOP, type Block, type Tape } from '../tape';

/** Side of a cell of the ground, 0.1 mm. */
const CELL = 5;
/** Farther apart than this along a stitch no cell is stepped over, 0.1 mm. */
const STEP = 2;

/** Where thread lies, in cells of 0.5 mm: a cell's number is the same for all blocks of a tape. */
export interface Ground {
  across: number;
  /** cells of what is sewn between two records of a tape that lies as the first does */
  cellsOf: (tape: Tape, sewn: Block) => Set<number>;
}

/** The cells of a tape, and of any other that sews the same blocks. */
export function groundOf(tape: Tape): Ground {
  let [minX, minY, maxX] = [0, 0, 0];
  for (let i = 0; i < tape.kind.length; i++) {
    minX = Math.min(minX, itemAt(tape.x, i));
    minY = Math.min(minY, itemAt(tape.y, i));
    maxX = Math.max(maxX, itemAt(tape.x, i));
  }
  // A rim of cells round all, so that a neighbour never lies on the other side.
  const across = Math.floor((maxX - minX) / CELL) + 3;
  const cellAt = (x: number, y: number) =>
    (Math.floor((y - minY) / CELL) + 1) * across + Math.floor((x - minX) / CELL) + 1;
  const cellsOf = ({ x: xs, y: ys, kind }: Tape, { from, to }: Block): Set<number> => {
    const cells = new Set<number>();
    let isDown = false;
    for (let i = from; i < to; i++) {
      if (kind[i] === JUMP || kind[i] === STOP) isDown = false;
      if (kind[i] !== STITCH) continue;
      const [x, y] = [itemAt(xs, i), itemAt(ys, i)];
      const [fromX, fromY] = isDown ? [itemAt(xs, i - 1), itemAt(ys, i - 1)] : [x, y];
      const steps = Math.max(1, Math.ceil(Math.hypot(x - fromX, y - fromY) / STEP));
      for (let k = 0; k <= steps; k++)
        cells.add(cellAt(fromX + ((x - fromX) * k) / steps, fromY + ((y - fromY) * k) / steps));
      isDown = true;
    }
    return cells;
  };
  return { across, cellsOf };
}

/**
 * Blocks that lie on or against each other, the earlier first: where one ends less than a cell from the other their edges meet,
 * and which of them is on top is seen.
 */
export function touching({ across }: Ground, cells: readonly ReadonlySet<number>[]): [number, number][] {
  const near = [-across - 1, -across, -across + 1, -1, 0, 1, across - 1, across, across + 1];
  const lying = new Map<number, number[]>();
  const pairs: [number, number][] = [];
  cells.forEach((own, later) => {
    const met = new Set<number>();
    for (const cell of own)
      for (const by of near) for (const earlier of lying.get(cell + by) ?? []) met.add(earlier);
    for (const earlier of met) pairs.push([earlier, later]);
    for (const cell of own) {
      const here = lying.get(cell);
      if (here) here.push(later);
      else lying.set(cell, [later]);
    }
  });
  return pairs;
}

/** Of each cell that thread lies in, which is on top of those that are sewn one after the other. */
export function topOf(sewn: readonly { name: number; cells: ReadonlySet<number> }[]): Map<number, number> {
  const top = new Map<number, number>();
  for (const { name, cells } of sewn) for (const cell of cells) top.set(cell, name);
  return top;
}
