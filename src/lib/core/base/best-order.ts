import { itemAt } from './item-at';

/**
 * The pairs of two rows that are worth the most together, in the order of both: for each of the first row its place in the
 * second, or null. @param worth of a pair; none where it is not above 0
 */
export function bestOrder(n: number, m: number, worth: (i: number, j: number) => number): (number | null)[] {
  const best = Array.from({ length: n + 1 }, () => new Float64Array(m + 1));
  const worths = Array.from({ length: n }, (_, i) => Float64Array.from({ length: m }, (_, j) => worth(i, j)));
  const at = (i: number, j: number) => itemAt(itemAt(best, i), j);
  const together = (i: number, j: number) => {
    const own = itemAt(itemAt(worths, i), j);
    return own > 0 ? own + at(i + 1, j + 1) : 0;
  };
  for (let i = n - 1; i >= 0; i--)
    for (let j = m - 1; j >= 0; j--)
      itemAt(best, i)[j] = Math.max(together(i, j), at(i + 1, j), at(i, j + 1));
  const map = new Array<number | null>(n).fill(null);
  for (let i = 0, j = 0; i < n && j < m;) {
    if (together(i, j) > 0 && at(i, j) === together(i, j)) map[i++] = j++;
    else if (at(i, j) === at(i + 1, j)) i++;
    else j++;
  }
  return map;
}
