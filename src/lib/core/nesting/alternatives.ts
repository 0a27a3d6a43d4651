import { usedShare } from './summary';
import type { Layout, LayoutPiece, LayoutStock } from './types';

/** One way of cutting the same pieces, to be laid out and compared. */
export interface Alternative {
  key: string;
  label: string;
  pieces: LayoutPiece[];
  stock: LayoutStock[];
  /** pieces were a quarter turned before they were laid out */
  turned: boolean;
}
const MOST_STOCKS = 6;
const SHELF = 'shelf';

/**
 * The ways worth comparing: the whole shelf, each stock by itself, and off a roll all pieces as they lie or all a
 * quarter turned. @param name what a stock is called
 */
export function alternativesOf(
  pieces: readonly LayoutPiece[],
  stock: readonly LayoutStock[],
  name: (id: string) => string,
): Alternative[] {
  const turn = (p: LayoutPiece): LayoutPiece => ({
    ...p,
    widthMm: p.heightMm,
    heightMm: p.widthMm,
    mayTurn: false,
  });
  const mayTurn = pieces.every((p) => p.mayTurn) && pieces.some((p) => p.widthMm !== p.heightMm);
  const single = stock.slice(0, MOST_STOCKS).flatMap((s): Alternative[] => {
    const base = { pieces: [...pieces], stock: [s], turned: false };
    const own = { ...base, key: s.id, label: name(s.id) };
    if (!s.roll || !mayTurn) return [own];
    return [
      own,
      {
        ...base,
        key: `${s.id} as`,
        label: `${name(s.id)}, all along it`,
        pieces: pieces.map((p) => ({ ...p, mayTurn: false })),
      },
      {
        ...base,
        key: `${s.id} across`,
        label: `${name(s.id)}, all across it`,
        pieces: pieces.map(turn),
        turned: true,
      },
    ];
  });
  const shelf = {
    key: SHELF,
    label: 'From the whole shelf',
    pieces: [...pieces],
    stock: [...stock],
    turned: false,
  };
  return stock.length > 1 ? [shelf, ...single] : single;
}

/** An alternative's layout as one of the pieces themselves: what was turned beforehand is told as turned. */
export const asGiven = ({ turned }: Pick<Alternative, 'turned'>, layout: Layout): Layout =>
  turned
    ? {
        ...layout,
        sheets: layout.sheets.map((s) => ({
          ...s,
          placements: s.placements.map((p) => ({ ...p, turned: !p.turned })),
        })),
      }
    : layout;

/** One way of laying out beside others. Waste in mm² of what is cut off. */
export interface Compared {
  key: string;
  label: string;
  layout: Layout;
  left: number;
  wasteMm2: number;
}
/** Wastes that differ by less are the same, mm². */
const SAME_WASTE = 1;
/**
 * Best first: fewest pieces left over, then cost, then waste. Ways that leave more pieces over than need be are no ways, nor is one
 * that comes to what another does, or the whole shelf where one stock of it alone does better.
 */
export function compareLayouts(
  answers: readonly { alternative: Alternative; layout: Layout }[],
  stock: readonly LayoutStock[],
): Compared[] {
  const ranked = rankedLayouts(answers, stock);
  const [best] = ranked;
  return ranked.filter((way, i) => {
    const isSame = (other: Compared) =>
      usedOf(other) === usedOf(way) &&
      other.layout.cost === way.layout.cost &&
      Math.abs(other.wasteMm2 - way.wasteMm2) < SAME_WASTE;
    return way.left === best?.left && (way.key !== SHELF || i === 0) && !ranked.slice(0, i).some(isSame);
  });
}
/** What a layout takes, by stock. */
const usedOf = ({ layout }: Compared): string => JSON.stringify(layout.sheets.map((s) => s.stockId).sort());
function rankedLayouts(
  answers: readonly { alternative: Alternative; layout: Layout }[],
  stock: readonly LayoutStock[],
): Compared[] {
  return answers
    .map(({ alternative: { key, label }, layout }) => {
      const share = usedShare(layout, stock);
      return {
        key,
        label,
        layout,
        left: layout.unplaced.reduce((sum, u) => sum + u.quantity, 0),
        wasteMm2: share ? layout.usedAreaMm2 * (1 / share - 1) : 0,
      };
    })
    .sort((a, b) => a.left - b.left || a.layout.cost - b.layout.cost || a.wasteMm2 - b.wasteMm2);
}
