import { itemAt } from '../base';
import type { Placement } from './types';

/** A part of a sheet, mm from its lower left corner. */
export interface SheetPart {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}
/** One straight cut from edge to edge of what is then under the ruler. */
interface Cut {
  number: number;
  /** across: along x at a height; down: along y */
  direction: 'across' | 'down';
  /** mm from the lower or left edge of the part that is cut */
  atMm: number;
  /** the part that is cut, mm on the sheet; of a stack the first */
  part: SheetPart;
  /** parts that are all alike and are cut in one stack with it, the first included */
  stack: SheetPart[];
  /** how deep in the order: 0 for the first strips */
  level: number;
}
/** How one sheet is cut up, in order. */
export interface CutPlan {
  cuts: Cut[];
  /** what is left between and beside the pieces, mm on the sheet */
  rests: SheetPart[];
}
const EPS = 0.005;

/** Parts that are cut alike: where the first lies, what is in it, and how far the others lie from it. */
interface Stack {
  area: SheetPart;
  inside: readonly Placement[];
  others: { dx: number; dy: number }[];
}

/**
 * The cuts that part a sheet into its pieces, strips first, each measured from the last edge; null when no order of
 * edge-to-edge cuts does it. Strips and blocks that are alike are stacked and cut once, as many as `plies` allows.
 * Pieces at the rim of a part need no cut there.
 * @param plies how many layers one cut goes through
 */
export function cutSheet(
  placements: readonly Placement[],
  widthMm: number,
  heightMm: number,
  plies = 1,
): CutPlan | null {
  const cuts: Cut[] = [];
  const rests: SheetPart[] = [];
  const whole = { xMm: 0, yMm: 0, widthMm, heightMm };
  if (!part({ area: whole, inside: placements, others: [] }, 0)) return null;
  return { cuts: cuts.map((c, i) => ({ ...c, number: i + 1 })), rests };

  function part({ area, inside, others }: Stack, level: number): boolean {
    if (inside.length === 0) {
      for (const { dx, dy } of [{ dx: 0, dy: 0 }, ...others]) rests.push(moved(area, dx, dy));
      return true;
    }
    const [only] = inside;
    const fills =
      inside.length === 1 &&
      Math.abs(only.widthMm - area.widthMm) < EPS &&
      Math.abs(only.heightMm - area.heightMm) < EPS;
    if (fills) return true;
    for (const direction of ['across', 'down'] as const) {
      const lines = through(area, inside, direction);
      if (!lines.length) continue;
      // Parallel cuts together, each from the edge the last one left.
      const [cutsBefore, restsBefore] = [cuts.length, rests.length];
      const along = direction === 'across';
      const start = along ? area.yMm : area.xMm;
      const length = along ? area.heightMm : area.widthMm;
      const bands: Stack[] = [];
      const within = between(lines, inside, direction);
      let edge = start;
      for (const [i, line] of [...lines, start + length].entries()) {
        bands.push({ area: slice(area, direction, edge, line), inside: itemAt(within, i), others });
        if (line < start + length - EPS) {
          const rest = slice(area, direction, edge, start + length);
          cuts.push({
            number: 0,
            direction,
            atMm: line - edge,
            part: rest,
            stack: [rest, ...others.map(({ dx, dy }) => moved(rest, dx, dy))],
            level,
          });
        }
        edge = line;
      }
      if (stacked(bands, plies).every((band) => part(band, level + 1))) return true;
      cuts.length = cutsBefore;
      rests.length = restsBefore;
    }
    return false;
  }
}

const fromOf = (p: Placement, direction: Cut['direction']) => (direction === 'across' ? p.yMm : p.xMm);
const toOf = (p: Placement, direction: Cut['direction']) =>
  direction === 'across' ? p.yMm + p.heightMm : p.xMm + p.widthMm;

/** Where a cut can run through a part without meeting a piece. */
function through(area: SheetPart, inside: readonly Placement[], direction: Cut['direction']): number[] {
  const along = direction === 'across';
  const start = along ? area.yMm : area.xMm;
  const length = along ? area.heightMm : area.widthMm;
  // In the order of their first edges, with how far all up to each one reach.
  const spans = inside
    .map((p) => ({ from: fromOf(p, direction), to: toOf(p, direction) }))
    .sort((a, b) => a.from - b.from);
  let reach = -Infinity;
  const reaches = spans.map(({ to }) => (reach = Math.max(reach, to)));
  const lines = spans
    .flatMap(({ from, to }) => [from, to])
    .filter((v) => v > start + EPS && v < start + length - EPS)
    .sort((a, b) => a - b);
  let begun = 0;
  const free = lines.filter((v) => {
    while (begun < spans.length && itemAt(spans, begun).from < v - EPS) begun++;
    return begun === 0 || itemAt(reaches, begun - 1) <= v + EPS;
  });
  return free.filter((v, i) => i === 0 || v - itemAt(free, i - 1) > EPS);
}
/** The pieces before the first of some cuts, between the first and the second, and so on. */
function between(
  lines: readonly number[],
  inside: readonly Placement[],
  direction: Cut['direction'],
): Placement[][] {
  const bands: Placement[][] = Array.from({ length: lines.length + 1 }, () => []);
  const middle = (p: Placement) => (fromOf(p, direction) + toOf(p, direction)) / 2;
  let band = 0;
  for (const piece of [...inside].sort((a, b) => middle(a) - middle(b))) {
    while (band < lines.length && itemAt(lines, band) < middle(piece)) band++;
    itemAt(bands, band).push(piece);
  }
  return bands;
}
const slice = (area: SheetPart, direction: Cut['direction'], from: number, to: number): SheetPart =>
  direction === 'across'
    ? { ...area, yMm: from, heightMm: to - from }
    : { ...area, xMm: from, widthMm: to - from };
const moved = (area: SheetPart, dx: number, dy: number): SheetPart => ({
  ...area,
  xMm: area.xMm + dx,
  yMm: area.yMm + dy,
});
/** Bands that hold the same pieces in the same places lie on top of each other for their next cuts. */
function stacked(bands: readonly Stack[], plies: number): Stack[] {
  const stacks: Stack[] = [];
  // Of those that are alike only the last has room: all that came before are as high as it may be.
  const last = new Map<string, Stack>();
  for (const band of bands) {
    const { area, inside, others } = band;
    const at = (v: number) => v.toFixed(2);
    const key =
      [area.widthMm, area.heightMm].map(at).join() +
      inside
        .map((p) => [p.xMm - area.xMm, p.yMm - area.yMm, p.widthMm, p.heightMm].map(at).join())
        .sort()
        .join(';');
    const under = last.get(key);
    if (!under || !inside.length || under.others.length + 1 + others.length + 1 > plies) {
      const stack = { ...band };
      stacks.push(stack);
      last.set(key, stack);
    } else {
      const by = { dx: area.xMm - under.area.xMm, dy: area.yMm - under.area.yMm };
      under.others = [
        ...under.others,
        by,
        ...others.map(({ dx, dy }) => ({ dx: by.dx + dx, dy: by.dy + dy })),
      ];
    }
  }
  return stacks;
}
