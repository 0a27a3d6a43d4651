import type { Placement } from './types';

/** One straight cut from edge to edge of what is then on the table. */
export interface Cut {
  number: number;
  /** across: along x at a height; down: along y */
  direction: 'across' | 'down';
  /** mm from the lower or left edge of the part that is cut */
  atMm: number;
  /** the part that is cut, mm on the sheet */
  part: { xMm: number; yMm: number; widthMm: number; heightMm: number };
  /** how deep in the order: 0 for the first strips */
  level: number;
}
const EPS = 0.005;

/**
 * The cuts that part a sheet into its pieces, strips first, each measured from the last edge; null when no order of
 * edge-to-edge cuts does it. Pieces at the rim of a part need no cut there.
 */
export function cutsOf(placements: readonly Placement[], widthMm: number, heightMm: number): Cut[] | null {
  const cuts: Cut[] = [];
  const whole = { xMm: 0, yMm: 0, widthMm, heightMm };
  return part(whole, placements, 0) ? cuts.map((c, i) => ({ ...c, number: i + 1 })) : null;

  function part(area: Cut['part'], inside: readonly Placement[], level: number): boolean {
    if (inside.length === 0) return true;
    const [only] = inside;
    const fills =
      inside.length === 1 &&
      Math.abs(only.widthMm - area.widthMm) < EPS &&
      Math.abs(only.heightMm - area.heightMm) < EPS;
    if (fills) return true;
    for (const direction of ['across', 'down'] as const) {
      const along = direction === 'across';
      const start = along ? area.yMm : area.xMm;
      const length = along ? area.heightMm : area.widthMm;
      const from = (p: Placement) => (along ? p.yMm : p.xMm);
      const to = (p: Placement) => from(p) + (along ? p.heightMm : p.widthMm);
      const lines = [...new Set(inside.flatMap((p) => [from(p), to(p)]))]
        .filter((v) => v > start + EPS && v < start + length - EPS)
        .filter((v) => inside.every((p) => to(p) <= v + EPS || from(p) >= v - EPS))
        .sort((a, b) => a - b);
      if (!lines.length) continue;
      // Parallel cuts together, each from the edge the last one left.
      const before = cuts.length;
      let edge = start;
      let ok = true;
      const bands: { area: Cut['part']; inside: Placement[] }[] = [];
      for (const line of [...lines, start + length]) {
        const band = along
          ? { ...area, yMm: edge, heightMm: line - edge }
          : { ...area, xMm: edge, widthMm: line - edge };
        bands.push({
          area: band,
          inside: inside.filter((p) => from(p) >= edge - EPS && to(p) <= line + EPS),
        });
        if (line < start + length - EPS) {
          const rest = along
            ? { ...area, yMm: edge, heightMm: start + length - edge }
            : { ...area, xMm: edge, widthMm: start + length - edge };
          cuts.push({ number: 0, direction, atMm: line - edge, part: rest, level });
        }
        edge = line;
      }
      for (const band of bands) ok &&= part(band.area, band.inside, level + 1);
      if (ok) return true;
      cuts.length = before;
    }
    return false;
  }
}
