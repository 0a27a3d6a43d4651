import { apartBy } from '../arrange';
import { areaOf, boxOf, itemAt, type Box, type Path } from '../base';
import { intoInset, type HoopField } from '../hoop';
import { shared } from '../outline';

/** An item where it lies, the made thing that it is sewn on, and what is laid for it. mm */
export interface LyingItem {
  path: Path;
  /** of the thing; null: it is sewn on the base */
  cloth: Path | null;
  /** as large as they are cut */
  pieces: readonly { name: string; path: Path }[];
}
/** Something in the way: of the inset, of another item, or another's cloth or a piece of it over what is sewn. */
export interface Clash {
  kind: 'outside' | 'near' | 'over' | 'cloth' | 'piece';
  /** by their place in the list: what lies badly, and what it lies against */
  item: number;
  other: number | null;
  /** by so much too near the frame; so far apart; 0 where one lies over the other. mm */
  mm: number;
  /** where they lie over each other */
  at: Path[];
  /** of a piece, what it is called */
  piece?: string;
}

/** Less is rounding, mm; and what lies over another by less than that, mm². */
const EXACT = 0.1;
const areFarther = (a: Box, b: Box, mm: number) =>
  Math.max(b.minX - a.maxX, a.minX - b.maxX, b.minY - a.maxY, a.minY - b.maxY) >= mm;

/** All that is in the way: each pair once. @param gapMm wanted between two outlines */
export function clashesOf(
  items: readonly LyingItem[],
  field: Pick<HoopField, 'width' | 'height' | 'inset' | 'oval'>,
  gapMm: number,
): Clash[] {
  const boxes = items.map(({ path }) => boxOf(path));
  const clashes: Clash[] = [];
  for (const [i, { path, cloth, pieces }] of items.entries()) {
    const over = intoInset(path, field);
    if (over > EXACT) clashes.push({ kind: 'outside', item: i, other: null, mm: over, at: [] });
    for (const [k, other] of items.entries()) {
      const at = cloth && k !== i ? overlap(cloth, other.path) : [];
      if (at.length) clashes.push({ kind: 'cloth', item: i, other: k, mm: 0, at });
      const reaching = k === i ? undefined : pieces.find((p) => overlap(p.path, other.path).length);
      if (reaching) clashes.push({ kind: 'piece', item: i, other: k, mm: 0, at: [], piece: reaching.name });
      if (k <= i || areFarther(itemAt(boxes, i), itemAt(boxes, k), gapMm - EXACT)) continue;
      const mm = apartBy({ path, radius: null }, { path: other.path, radius: null });
      if (mm > 0 && mm < gapMm - EXACT) clashes.push({ kind: 'near', item: i, other: k, mm, at: [] });
      if (mm > 0) continue;
      const both = overlap(path, other.path);
      // Two that only touch are too near.
      clashes.push({ kind: both.length ? 'over' : 'near', item: i, other: k, mm: 0, at: both });
    }
  }
  return clashes.filter(({ kind, mm }) => kind !== 'near' || mm < gapMm - EXACT);
}
const overlap = (a: Path, b: Path): Path[] => shared(a, b).filter((path) => Math.abs(areaOf(path)) > EXACT);
