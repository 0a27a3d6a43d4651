import { capital } from '../base';
import { needOf, type OrderPlan } from '../order';
import type { Build } from '../build';
import type { LayoutPiece, LayoutStock } from '../nesting';
import { MATERIALS, type MaterialKind } from '../catalogue';
import type { ScorePiece } from '../score';
import type { ThreadNeed } from '../thread';
import type { StockItem } from '../workshop';
import { orderedNotions, summed, type NotionNeed } from './notions';
import type { CutPiece } from './pieces';

/** What one build asks for. */
export interface CutDemand {
  build: Pick<Build, 'id' | 'name'>;
  pieces: readonly CutPiece[];
  scorePieces: readonly ScorePiece[];
  notions: readonly NotionNeed[];
  /** of one design, m */
  threads: readonly ThreadNeed[];
  order: Pick<OrderPlan, 'designs' | 'hoopings' | 'inHooping' | 'load' | 'spare' | 'inTape'> &
    // Nobody is asked for needles where only cloth is counted.
    Partial<Pick<OrderPlan, 'needleSeconds'>>;
}
/** A cut piece as one kind of a layout, with whose it is. */
export interface GroupPiece extends LayoutPiece {
  name: string;
  buildId: string;
  buildName: string;
  cut: CutPiece;
}
/** Pieces of several builds that come from the same stuff. */
export interface CutGroup {
  key: string;
  material: MaterialKind;
  colour: string;
  /** "Cotton, as upper front of Line-winder pouch" */
  name: string;
  pieces: GroupPiece[];
  stock: StockItem[];
  /** how many layers one cut goes through */
  plies: number;
}

/** All pieces of several builds by what they are cut from: material, and where it is seen, its colour. */
export function gatherPieces(
  demands: readonly CutDemand[],
  stock: readonly StockItem[],
  /** thickness that one cut goes through, in layers of cotton */
  budget: number,
  /** pieces that lie cut already, by id */
  already: Readonly<Record<string, number>> = {},
): CutGroup[] {
  const groups = new Map<string, CutGroup>();
  for (const { build, pieces, scorePieces, order } of demands)
    for (const piece of pieces) {
      // What is there already, cut, is not cut again; zips are bought by the piece.
      const own = scorePieces.find((p) => p.id === (piece.of ?? piece.id))?.own;
      if (own || piece.material === 'zip') continue;
      const { seen, name } = MATERIALS[piece.material];
      const key = seen ? `${piece.material} ${piece.colour.toLowerCase()}` : piece.material;
      const group = groups.get(key) ?? {
        key,
        material: piece.material,
        colour: piece.colour,
        name: capital(seen ? `${name}, as ${piece.name.toLowerCase()} of ${build.name}` : name),
        pieces: [],
        stock: stock.filter(
          (s) =>
            s.material === piece.material && (!seen || s.colour.toLowerCase() === piece.colour.toLowerCase()),
        ),
        plies: 1,
      };
      const id = `${build.id}:${piece.id}`;
      const needed = needOf(piece, order);
      const quantity = Math.max(0, needed - (already[id] ?? 0));
      if (!quantity) continue;
      groups.set(key, group);
      group.pieces.push({
        id,
        name: piece.name,
        buildId: build.id,
        buildName: build.name,
        cut: piece,
        widthMm: piece.width.cutMm,
        heightMm: piece.height.cutMm,
        quantity,
        mayTurn: piece.mayTurn && !group.stock.some((s) => s.directional),
      });
    }
  const all = [...groups.values()];
  for (const group of all) {
    const thickest = Math.max(...group.pieces.map((p) => p.cut.ply));
    group.plies = Math.max(1, Math.floor(budget / thickest));
  }
  return all;
}

/** What all orders together take beside their pieces. */
export const gatherNotions = (demands: readonly CutDemand[]): NotionNeed[] =>
  summed(
    demands.flatMap(({ build, notions, order }) =>
      orderedNotions(notions, order).map((n) => ({ ...n, because: build.name, afterwards: false })),
    ),
  );

/** Stock as the layout takes it. A roll or bolt gives off only the length that is used. */
export const asLayoutStock = (stock: readonly StockItem[]): LayoutStock[] =>
  stock.map(({ id, widthMm, heightMm, quantity, cost, form }) => ({
    id,
    widthMm,
    heightMm,
    quantity,
    cost,
    roll: isRoll(form),
  }));
/** Whether stock is cut off a length. */
export const isRoll = (form: StockItem['form']): boolean => form === 'roll' || form === 'bolt';

/** Why a piece lies on no stock at all, and what would make it fit. */
export interface TooLarge {
  piece: GroupPiece;
  nearest: StockItem;
  /** how much is missing, mm */
  shortMm: number;
  /** it would fit the other way, if it might be turned */
  turnHelps: boolean;
  /** the margin that would let it fit, mm; null when not even none would */
  marginMm: number | null;
}

/** Pieces larger than any of their stock, with the stock that comes nearest. */
export const tooLarge = ({ pieces, stock }: Pick<CutGroup, 'pieces' | 'stock'>): TooLarge[] =>
  pieces.flatMap((piece) => {
    if (!stock.length) return [];
    const lack = (s: StockItem, turned: boolean) => {
      const [w, h] = turned ? [piece.heightMm, piece.widthMm] : [piece.widthMm, piece.heightMm];
      return Math.max(0, w - s.widthMm, h - s.heightMm);
    };
    const least = (s: StockItem) => Math.min(lack(s, false), piece.mayTurn ? lack(s, true) : Infinity);
    const nearest = stock.reduce((a, b) => (least(b) < least(a) ? b : a));
    const shortMm = least(nearest);
    if (shortMm <= 0) return [];
    const margins = [...piece.cut.width.terms, ...piece.cut.height.terms].filter((t) =>
      t.label.endsWith('margin'),
    );
    const least1 = margins.length ? Math.min(...margins.map((t) => t.mm)) : 0;
    const margin = least1 - shortMm / 2;
    return [
      {
        piece,
        nearest,
        shortMm,
        turnHelps: !piece.mayTurn && stock.some((s) => lack(s, true) <= 0),
        marginMm: margin >= 0 && margins.length ? Math.floor(margin) : null,
      },
    ];
  });
