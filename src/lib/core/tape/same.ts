import { JUMP, STITCH, type Tape } from './types';

/**
 * Whether two tapes sew the same: the needle goes down at the same points in the same order, measured from its first, and
 * stops between the same of them. The label, and how the arm gets from one point to the next, are left out.
 */
export function isSewnAlike(a: Tape, b: Tape): boolean {
  const [from, to] = [start(a), start(b)];
  let [i, k] = [from, to];
  while (i < a.kind.length && k < b.kind.length) {
    if (a.kind[i] !== b.kind[k]) return false;
    const isApart = a.x[i] - a.x[from] !== b.x[k] - b.x[to] || a.y[i] - a.y[from] !== b.y[k] - b.y[to];
    if (a.kind[i] === STITCH && isApart) return false;
    i = next(a, i + 1);
    k = next(b, k + 1);
  }
  return i >= a.kind.length && k >= b.kind.length;
}
const start = (tape: Tape): number => next(tape, 0);
function next({ kind }: Tape, from: number): number {
  let i = from;
  while (kind[i] === JUMP) i++;
  return i;
}
