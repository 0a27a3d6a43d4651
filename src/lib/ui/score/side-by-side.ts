import { itemAt } from '$lib/core/base';
import type { CutPiece } from '$lib/core/cut';
import type { Layer } from '$lib/core/score';

/** Where pieces lie along a section through the hoop, by piece: mm from its lower, or left, edge to the other. */
export interface Section {
  axis: 'x' | 'y';
  spans: Readonly<Record<string, readonly [from: number, to: number]>>;
  from: number;
  to: number;
}
/** Pieces that lap by less, of the narrower one, lie side by side: a zip's edge under its cloth is no layer of its own place. */
const LAP = 0.12;
type Lies = Pick<CutPiece, 'id' | 'lies' | 'copies'>;

const lap = ([a, b]: readonly [number, number], [c, d]: readonly [number, number]) =>
  (Math.min(b, d) - Math.max(a, c)) / Math.min(b - a, d - c);
/** Whether two pieces lie over each other at all. */
const meet = (a: readonly [number, number], b: readonly [number, number]) => lap(a, b) > LAP;

/** The section along which pieces lie side by side; null where all lie over each other, and any section shows the same. */
export function sectionOf(pieces: readonly Lies[]): Section | null {
  const lying = pieces.filter((p) => p.lies && p.copies === 1);
  const along = (axis: Section['axis']): Section & { pairs: number } => {
    const spans = Object.fromEntries(
      lying.flatMap(({ id, lies }) =>
        lies
          ? [
              [
                id,
                axis === 'x' ? ([lies.minX, lies.maxX] as const) : ([lies.minY, lies.maxY] as const),
              ] as const,
            ]
          : [],
      ),
    );
    const all = Object.values(spans);
    const pairs = all.reduce((sum, a, i) => sum + all.slice(i + 1).filter((b) => !meet(a, b)).length, 0);
    return {
      axis,
      spans,
      pairs,
      from: Math.min(...all.map(([a]) => a)),
      to: Math.max(...all.map(([, b]) => b)),
    };
  };
  const best = [along('y'), along('x')].reduce((a, b) => (b.pairs > a.pairs ? b : a));
  return best.pairs ? best : null;
}

/**
 * In which row each layer lies, from the base outwards: 0 is the base, 1 and up its front, −1 and down its back. What lies side by side
 * with all of a row lies in that row. @param layers front to back
 */
export function rowsOf(layers: readonly Layer[], section: Section | null): number[] {
  const rows = layers.map(() => 0);
  const lay = (order: readonly number[], step: 1 | -1) => {
    order.forEach((i, n) => {
      const span = section?.spans[itemAt(layers, i).pieceId];
      const under = order.slice(0, n).filter((k) => {
        const other = section?.spans[itemAt(layers, k).pieceId];
        return !span || !other || meet(span, other);
      });
      rows[i] = step + under.reduce((most, k) => (step > 0 ? Math.max(most, itemAt(rows, k)) : Math.min(most, itemAt(rows, k))), 0); // prettier-ignore
    });
  };
  const on = (side: Layer['side']) => layers.flatMap((l, i) => (l.side === side ? [i] : []));
  lay(on('front').reverse(), 1);
  lay(on('back'), -1);
  return rows;
}
