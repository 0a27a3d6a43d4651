import { itemAt } from '../base';
import { keepToOneLine } from '../reading';
import { readDesign } from '../techniques';
import type { Numbers } from '../numbers';
import { rolesOf } from './build';
import { reachOf, type DraftRow } from './draft';
import type { DrawnHooping } from './draw';
import type { Recipe } from './recipes';

/** How far a cover reaches past a line with its stitches, at its weakest place on each side: as read from the needle points. mm */
export interface Covered {
  coverId: string;
  overId: string;
  outsideMm: number;
  insideMm: number;
  /** where it is weakest; null: by its figures, the stitches do not tell */
  outsideAt: [number, number] | null;
  insideAt: [number, number] | null;
}

/** What covers what in a hooping, read from its tape as a stranger would; the roles are known. @param rows of the draft */
export function coveredIn(
  { tape, blocks }: Pick<DrawnHooping, 'tape' | 'blocks'>,
  rows: readonly DraftRow[],
  numbers: Numbers,
): Covered[] {
  const reading = readDesign(tape, { trimJumps: numbers['reading.trimJumps'], roles: rolesOf({ blocks }) });
  const rowOf = (block: number) => {
    const own = blocks[block];
    return own?.role ? rows.find(({ id }) => id === itemAt(own.rows, 0)) : undefined;
  };
  return reading.covers.flatMap(({ cover: coverBlock, over: overBlock, ...reach }): Covered[] => {
    const [cover, over] = [rowOf(coverBlock), rowOf(overBlock)];
    if (!cover || !over) return [];
    // What was measured over one line holds for those that keep to it, less what lies between them.
    return reading.blocks.slice(0, coverBlock).flatMap((_, block): Covered[] => {
      const own = rowOf(block);
      if (!own || !keepToOneLine(reading, overBlock, block)) return [];
      const { fromMm, toMm } = reachOf({ ...own.part, offsetMm: own.part.offsetMm - over.part.offsetMm });
      const [outsideMm, insideMm] = [reach.outsideMm - toMm, reach.insideMm + fromMm];
      return [{ ...reach, coverId: cover.id, overId: own.id, outsideMm, insideMm }];
    });
  });
}

/** The line that the raw edge of the laid piece follows: the last that it is trimmed along, or the first that it was cut to. */
export function edgeRowOf({ piece }: Recipe, rows: readonly DraftRow[]): DraftRow | null {
  const on = rows.filter(({ isOn }) => isOn);
  const last = on.findLast(({ part }) => part.kind === 'cover')?.hooping;
  const own = on.filter(({ hooping }) => last === undefined || hooping === last);
  if (piece === 'pre-cut')
    return own.find(({ part }) => part.kind === 'die-line' || part.kind === 'placement') ?? null;
  if (piece === 'opened') return own.find(({ part }) => part.kind === 'cut-line') ?? null;
  return piece ? (own.findLast(({ part }) => part.kind === 'tack') ?? null) : null;
}
/** The edge as its cover has it by figures alone, where the stitches of so narrow a cover are read as something else. */
export function edgeByFigures(recipe: Recipe, rows: readonly DraftRow[]): Covered[] {
  const edge = edgeRowOf(recipe, rows);
  const cover = rows.findLast(({ isOn, part }) => isOn && part.kind === 'cover');
  if (!edge || !cover || cover.hooping !== edge.hooping) return [];
  const [over, own] = [reachOf(edge.part), reachOf(cover.part)];
  const [outsideMm, insideMm] = [own.toMm - over.toMm, over.fromMm - own.fromMm];
  return [{ coverId: cover.id, overId: edge.id, outsideMm, insideMm, outsideAt: null, insideAt: null }];
}
/** Of what was measured, what covers that edge; null: nothing does. */
export const edgeCovered = (
  recipe: Recipe,
  rows: readonly DraftRow[],
  covered: readonly Covered[],
): Covered | null => {
  const edge = edgeRowOf(recipe, rows);
  return covered.findLast(({ overId }) => overId === edge?.id) ?? null;
};
