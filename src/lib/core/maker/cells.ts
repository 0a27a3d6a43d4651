/** Cells further from the middle than this meet those of the next row. */
const ROW = 1 << 20;
/** One number for a cell of a grid: by it a map finds what lies there. */
export const keyOf = (x: number, y: number): number => x * ROW + y;
