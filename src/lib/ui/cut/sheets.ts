import { isRoll } from '$lib/core/cut';
import { alikeSheets, cutSheet, type CutPlan, type LayoutSheet } from '$lib/core/nesting';
import type { PieceShape } from '$lib/core/template';
import { pieceShape } from '$lib/core/template';
import type { StockItem } from '$lib/core/workshop';
import { cutting, type LaidGroup } from '../state/cutting.svelte';
import { workroom } from '../state/workroom.svelte';

/** One sheet of a layout, or several that are cut alike, ready to be drawn and cut. */
export interface ShownSheet {
  key: string;
  sheet: LayoutSheet;
  item: StockItem;
  roll: boolean;
  /** of what is cut, mm: of a roll what is used */
  heightMm: number;
  count: number;
  /** sheets that lie on top of each other under the ruler, and how many times that is done */
  atOnce: number;
  goes: number;
  plan: CutPlan | null;
}

/** Long sheets and rolls are drawn with their length from left to right. */
export const isLying = (widthMm: number, heightMm: number): boolean => heightMm > 1.6 * widthMm;

/** Sheets of a layout in the order in which they are cut. */
export const sheetsOf = ({ id, group, layout }: LaidGroup, edgeToEdge: boolean): ShownSheet[] =>
  alikeSheets(layout?.sheets ?? []).flatMap(({ sheet, count }, i) => {
    const item = group.stock.find((s) => s.id === sheet.stockId);
    if (!item) return [];
    const roll = isRoll(item.form);
    const heightMm = roll ? sheet.usedHeightMm : item.heightMm;
    const goes = Math.ceil(count / group.plies);
    const atOnce = Math.ceil(count / goes);
    const plies = Math.max(1, Math.floor(group.plies / atOnce));
    const plan = edgeToEdge ? cutSheet(sheet.placements, item.widthMm, heightMm, plies) : null;
    return [{ key: `${id}:${i}`, sheet, item, roll, heightMm, count, atOnce, goes, plan }];
  });

/** The outline of a piece that is cut to its shape; null for rectangles. */
export function shapeOf(pieceId: string): PieceShape | null {
  const shape = anyShape(pieceId);
  return shape?.preCut ? shape : null;
}
/** The drawing of a piece of a layout, rectangles too; null when its build is no longer among the plans. */
export function anyShape(pieceId: string): PieceShape | null {
  const split = pieceId.indexOf(':');
  const found = cutting.plans.find(({ build }) => build.id === pieceId.slice(0, split));
  const piece = found?.plan.cut.pieces.find((p) => p.id === pieceId.slice(split + 1));
  return found && piece ? pieceShape(piece, found.plan.design.reading, workroom.numbers) : null;
}
