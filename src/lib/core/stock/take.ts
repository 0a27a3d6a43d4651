import { cutSheet, type Layout, type SheetPart } from '../nesting';
import { hasTrait, type MaterialKind } from '../catalogue';
import type { StockItem } from '../workshop';
import { LEAST_LENGTH_MM, type StockChange } from './movement';

/** A size that something of the maker's could use, mm. */
export interface UsefulSize {
  widthMm: number;
  heightMm: number;
}

/**
 * Worth keeping: some piece could be cut from it, some hoop hooped with it; or, where nothing is known, not a mere strip.
 * @param uses what pieces and hoops ask for, mm  @param leastMm short side that is kept whatever asks for it
 */
export const isUseful = (
  { widthMm, heightMm }: UsefulSize,
  uses: readonly UsefulSize[],
  leastMm: number,
): boolean =>
  uses.length
    ? uses.some(
        (u) =>
          (u.widthMm <= widthMm && u.heightMm <= heightMm) ||
          (u.heightMm <= widthMm && u.widthMm <= heightMm),
      )
    : Math.min(widthMm, heightMm) >= leastMm;

/** What a material could still be used for: pieces of all builds, and for stabilisers what the hoops take. mm */
export const usesOf = (
  material: MaterialKind,
  pieces: readonly (UsefulSize & { material: MaterialKind })[],
  hoops: readonly UsefulSize[],
): UsefulSize[] => [
  ...pieces.filter((p) => p.material === material),
  ...(hasTrait(material, 'stabiliser') ? hoops : []),
];

/** What of the rests is kept. @see isWorthKeeping */
export interface TakeOptions {
  edgeToEdge: boolean;
  uses: readonly UsefulSize[];
  leastMm: number;
  newId: () => string;
}
/**
 * What taking a layout into use does to the shelf: sheets and lengths leave it, rests worth keeping go onto it as offcuts.
 * Lengths in mm.
 */
export function takeLayout(
  layout: Layout,
  stock: readonly StockItem[],
  { edgeToEdge, uses, leastMm, newId }: TakeOptions,
): StockChange[] {
  const changes: StockChange[] = [];
  for (const sheet of layout.sheets) {
    const item = stock.find((s) => s.id === sheet.stockId);
    if (!item) continue;
    const off = item.form === 'roll' || item.form === 'bolt';
    // Of several rolls alike one is begun, and lies on the shelf by itself from then on.
    const begun = off && item.quantity > 1;
    if (begun) begin(item, sheet.usedHeightMm);
    const same = changes.find((c) => c.item.id === item.id);
    // A sliver is nothing any more: it goes with the last length.
    const isLast = item.heightMm - sheet.usedHeightMm < LEAST_LENGTH_MM;
    const amount = off && !begun ? -(isLast ? item.heightMm : sheet.usedHeightMm) : -1;
    if (same) same.amount += amount;
    else changes.push({ item, by: off && !begun ? 'length' : 'count', amount });
    const height = off ? sheet.usedHeightMm : item.heightMm;
    const rests = edgeToEdge
      ? (cutSheet(sheet.placements, item.widthMm, height)?.rests ?? [])
      : topRest(sheet.usedHeightMm, item.widthMm, height);
    for (const rest of rests.filter((r) => isUseful(r, uses, leastMm))) keep(rest, item);
  }
  return changes;

  function begin(item: StockItem, usedMm: number) {
    const heightMm = item.heightMm - usedMm;
    if (heightMm < LEAST_LENGTH_MM) return;
    const cost = (item.cost * heightMm) / item.heightMm;
    changes.push({ item: { ...item, id: newId(), quantity: 1, heightMm, cost }, by: 'count', amount: 1 });
  }
  function keep(rest: SheetPart, item: StockItem) {
    const [widthMm, heightMm] = [floorMm(rest.widthMm), floorMm(rest.heightMm)];
    const same = changes.find(
      (c) =>
        c.amount > 0 &&
        c.item.widthMm === widthMm &&
        c.item.heightMm === heightMm &&
        c.item.material === item.material &&
        c.item.colour === item.colour,
    );
    if (same) same.amount++;
    else
      changes.push({
        item: {
          ...item,
          id: newId(),
          name: offcutName(item.name),
          form: 'offcut',
          widthMm,
          heightMm,
          quantity: 1,
          // It was paid for with what was cut from it.
          cost: 0,
        },
        by: 'count',
        amount: 1,
      });
  }
}
/** Nested freely, only what lies beyond all pieces is a rectangle for sure. */
const topRest = (used: number, widthMm: number, heightMm: number): SheetPart[] =>
  heightMm > used ? [{ xMm: 0, yMm: used, widthMm, heightMm: heightMm - used }] : [];
const floorMm = (mm: number) => Math.floor(mm + 0.01);
const offcutName = (name: string) => (name.endsWith(', offcut') ? name : `${name.slice(0, 70)}, offcut`);
