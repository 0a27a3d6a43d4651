import type { Build } from '../build';
import type { Layout, LayoutPiece, LayoutStock } from '../layout';
import { count, roundUpToGrid, type LengthUnit } from '../units';
import { MATERIALS, type MaterialKind } from '../materials';
import type { OrderPlan } from '../batch';
import type { ScorePiece } from '../score';
import type { StockItem } from '../workshop';
import type { CutPiece } from './pieces';

/** What one build asks for. */
export interface CutDemand {
  build: Pick<Build, 'id' | 'name'>;
  pieces: readonly CutPiece[];
  scorePieces: readonly ScorePiece[];
  order: Pick<OrderPlan, 'load' | 'hoopings'>;
}
/** Pieces of several builds that come from the same stuff. */
export interface CutGroup {
  key: string;
  material: MaterialKind;
  colour: string;
  /** "Cotton, as upper front" */
  name: string;
  pieces: (LayoutPiece & { name: string; buildName: string })[];
  stock: StockItem[];
}

/** Of these any colour will do: they are not seen. */
const UNSEEN: readonly MaterialKind[] = [
  'batting',
  'film',
  'tear-away',
  'cut-away',
  'sticky',
  'mesh',
  'topping',
];
/** Bought by the piece. */
const COUNTED: readonly MaterialKind[] = ['zip'];

/** All pieces of several builds by what they are cut from: material, and where it is seen, its colour. */
export function gatherPieces(demands: readonly CutDemand[], stock: readonly StockItem[]): CutGroup[] {
  const groups = new Map<string, CutGroup>();
  for (const { build, pieces, scorePieces, order } of demands)
    for (const piece of pieces) {
      const own = scorePieces.find((p) => p.id === piece.id);
      // What is there already, cut, is not cut again.
      if (own?.own) continue;
      const unseen = UNSEEN.includes(piece.material);
      const key = unseen ? piece.material : `${piece.material} ${piece.colour.toLowerCase()}`;
      const group = groups.get(key) ?? {
        key,
        material: piece.material,
        colour: piece.colour,
        name: capital(
          unseen
            ? MATERIALS[piece.material].name
            : `${MATERIALS[piece.material].name}, as ${piece.name.toLowerCase()}`,
        ),
        pieces: [],
        stock: stock.filter(
          (s) =>
            s.material === piece.material &&
            (unseen || s.colour.toLowerCase() === piece.colour.toLowerCase()),
        ),
      };
      groups.set(key, group);
      const directed =
        (own?.traits.includes('directional') ?? false) || group.stock.some((s) => s.directional);
      group.pieces.push({
        id: `${build.id}:${piece.id}`,
        name: piece.name,
        buildName: build.name,
        widthMm: piece.width.cutMm,
        heightMm: piece.height.cutMm,
        quantity: (piece.perHooping ? order.hoopings : order.load) * piece.layers,
        mayTurn: !directed,
      });
    }
  return [...groups.values()].filter((g) => !COUNTED.includes(g.material));
}

const capital = (text: string) => text[0].toUpperCase() + text.slice(1);

/** What is bought by the piece: zips and the like. */
export const countedPieces = (
  demands: readonly CutDemand[],
): { name: string; buildName: string; quantity: number; sizeMm: number }[] =>
  demands.flatMap(({ build, pieces, order }) =>
    pieces
      .filter((p) => COUNTED.includes(p.material))
      .map((p) => ({
        name: p.name,
        buildName: build.name,
        quantity: order.load * p.layers,
        sizeMm: Math.max(p.width.cutMm, p.height.cutMm),
      })),
  );

/** Stock as the layout takes it. A roll or bolt gives off only the length that is used. */
export const asLayoutStock = (stock: readonly StockItem[]): LayoutStock[] =>
  stock.map(({ id, widthMm, heightMm, quantity, cost, form }) => ({
    id,
    widthMm,
    heightMm,
    quantity,
    cost,
    roll: form === 'roll' || form === 'bolt',
  }));

/** How a material is sold: off a width, or in sheets. mm. */
const SOLD: Partial<Record<MaterialKind, { widthMm: number; sheetMm?: number }>> = {
  cotton: { widthMm: 1100 },
  towelling: { widthMm: 1400 },
  batting: { widthMm: 1500 },
  felt: { widthMm: 230, sheetMm: 300 },
  vinyl: { widthMm: 230, sheetMm: 300 },
};
const STABILISER_MM = 500;
const ENOUGH_MM = 200_000;

/** What would have to be bought for pieces that no stock holds, as it is sold. */
export function shopStock(material: MaterialKind): LayoutStock {
  const sold = SOLD[material] ?? { widthMm: STABILISER_MM };
  return sold.sheetMm
    ? { id: 'buy', widthMm: sold.widthMm, heightMm: sold.sheetMm, quantity: 2000, roll: false }
    : { id: 'buy', widthMm: sold.widthMm, heightMm: ENOUGH_MM, quantity: 1, roll: true };
}

/** Off a width, cloth is sold by the tenth of a metre or the eighth of a yard, mm. */
const SOLD_BY: Record<LengthUnit, number> = { mm: 100, inch: 114.3 };
const MM_PER_M = 1000;

/** What to ask for in the shop for a layout on shopStock: "0.4 m off the width", "3 sheets of felt". */
export function amountToBuy(material: MaterialKind, layout: Layout, unit: LengthUnit): string {
  if (!layout.sheets.length) return 'a larger piece than is sold';
  if (!layout.rollLengthMm)
    return count(
      layout.sheets.length,
      `sheet of ${MATERIALS[material].name}`,
      `sheets of ${MATERIALS[material].name}`,
    );
  const length = roundUpToGrid(layout.rollLengthMm, SOLD_BY[unit]);
  return unit === 'mm'
    ? `${(length / MM_PER_M).toFixed(1)} m off the width`
    : `${Math.round(length / SOLD_BY.inch)}/8 yd off the width`;
}
