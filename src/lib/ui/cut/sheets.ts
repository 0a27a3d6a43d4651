import { isRoll } from '$lib/core/cut';
import { alikeSheets, cutSheet, type CutPlan, type LayoutSheet } from '$lib/core/nesting';
import type { StockItem } from '$lib/core/workshop';
import type { LaidGroup } from '../state/cut-layouts.svelte';

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
