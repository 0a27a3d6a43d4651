/**
 * How things are sold, what that costs, and what to ask for in the shop. mm; prices in the maker's own currency.
 */
import type { Layout, LayoutStock } from '../nesting';
import { MATERIALS, NOTIONS, soldAs, type MaterialKind, type NotionKey, type OwnSold } from '../catalogue';
import { capital, count, formatNumber, roundUpToGrid, type LengthUnit } from '../base';
import { onShelfAs, type ThreadNeed } from '../thread';
import { BOBBIN_KINDS, type BobbinKind, type StockItem, type ThreadStock } from '../workshop';
import { formatNotion, type NotionNeed } from './notions';

const ENOUGH_MM = 200_000;
const MOST_SHEETS = 2000;
const MM_PER_M = 1000;

/** Price of a mm² as the shelf's own stock of it was bought; free offcuts tell nothing. */
function shelfPrice(material: MaterialKind, stock: readonly StockItem[]): number | null {
  const paid = stock.filter((s) => s.material === material && s.cost > 0);
  const area = paid.reduce((sum, s) => sum + s.widthMm * s.heightMm, 0);
  return area > 0 ? paid.reduce((sum, s) => sum + s.cost, 0) / area : null;
}

/** What would have to be bought for pieces that no stock holds, as it is sold, at the price the shelf or the table knows. */
export function shopStock(
  material: MaterialKind,
  stock: readonly StockItem[] = [],
  own: OwnSold = {},
): LayoutStock {
  const { widthMm = 0, sheetMm, price } = soldAs(material, own);
  const known = shelfPrice(material, stock);
  const heightMm = sheetMm ?? ENOUGH_MM;
  const table = sheetMm ? price : (price * heightMm) / MM_PER_M;
  return {
    id: 'buy',
    widthMm,
    heightMm,
    quantity: sheetMm ? MOST_SHEETS : 1,
    roll: !sheetMm,
    cost: known === null ? table : known * widthMm * heightMm,
  };
}

/** Off a width, cloth is sold by the tenth of a metre or the eighth of a yard, mm. */
const SOLD_BY: Record<LengthUnit, number> = { mm: 100, inch: 114.3 };

/** The least that is sold of a material: a sheet, or the shortest cut off a width. mm² */
export const leastSoldMm2 = ({ widthMm, heightMm, roll }: LayoutStock, unit: LengthUnit): number =>
  widthMm * (roll ? SOLD_BY[unit] : heightMm);

/** Where in a shop things of a list stand together, in the order of the list. */
export const AISLES = [
  'Cloth',
  'Stabiliser and batting',
  'Thread',
  'Small parts',
  'To hold and glue',
  'Machine',
] as const;
type Aisle = (typeof AISLES)[number];
const GLUED: readonly NotionKey[] = ['paper tape', 'spray adhesive', 'glue stick', 'fusible tape'];

/** One line of a shopping list. Cost in the maker's own currency. */
export interface Purchase {
  name: string;
  aisle: Aisle;
  /** "0.4 m off the width", "3 sheets of felt", "1 pack of 50" */
  amount: string;
  /** what is used of it: "31 snap caps" */
  needs: string;
  cost: number;
  /** where pieces are larger than anything sold */
  impossible: boolean;
  /** of a thread, and of cloth that is seen */
  colour?: string;
}

/** What must be bought of a material for a layout on shopStock: whole sheets, or a length as it is sold. mm */
export type Bought = { cost: number; areaMm2: number } & ({ sheets: number } | { lengthMm: number });
/** null: pieces are larger than anything sold. */
export function boughtFor(layout: Layout, shop: LayoutStock, unit: LengthUnit): Bought | null {
  const many = layout.sheets.length;
  if (layout.unplaced.length || !many) return null;
  const price = shop.cost ?? 0;
  if (!shop.roll) return { cost: many * price, areaMm2: many * shop.widthMm * shop.heightMm, sheets: many };
  const lengthMm = roundUpToGrid(layout.rollLengthMm, SOLD_BY[unit]);
  return { cost: (price * lengthMm) / shop.heightMm, areaMm2: shop.widthMm * lengthMm, lengthMm };
}
/** What to buy for a layout on shopStock. */
export function purchaseOf(
  name: string,
  material: MaterialKind,
  layout: Layout,
  shop: LayoutStock,
  unit: LengthUnit,
  colour?: string,
): Purchase {
  const { seen } = MATERIALS[material];
  const same = {
    name,
    aisle: seen ? ('Cloth' as const) : ('Stabiliser and batting' as const),
    ...(seen && colour ? { colour } : {}),
  };
  const bought = boughtFor(layout, shop, unit);
  const many = (quantities: readonly number[]) =>
    count(
      quantities.reduce((a, b) => a + b, 0),
      'piece',
    );
  if (!bought)
    return {
      ...same,
      amount: 'a larger piece than is sold',
      needs: many(layout.unplaced.map((u) => u.quantity)),
      cost: 0,
      impossible: true,
    };
  return {
    ...same,
    amount: amountOf(bought, material, unit),
    needs: many(layout.sheets.map((s) => s.placements.length)),
    cost: bought.cost,
    impossible: false,
  };
}
function amountOf(bought: Bought, material: MaterialKind, unit: LengthUnit): string {
  const { name } = MATERIALS[material];
  if ('sheets' in bought) return count(bought.sheets, `sheet of ${name}`, `sheets of ${name}`);
  const { lengthMm } = bought;
  return unit === 'mm'
    ? `${(lengthMm / MM_PER_M).toFixed(1)} m off the width`
    : `${Math.round(lengthMm / SOLD_BY.inch)}/8 yd off the width`;
}

/** Whole packs of a notion, and what they cost. need: of all orders together. Zips are told with their length. */
export function purchaseOfNotion(
  need: NotionNeed,
  length: (mm: number) => string,
  own: OwnSold = {},
): Purchase {
  const { unit, name, plural } = NOTIONS[need.notion];
  const { pack = 1, price } = soldAs(need.notion, own);
  const packs = Math.ceil(need.amount / pack - 1e-9);
  const each = unit === 'piece' ? plural : `${unit} ${plural}`;
  return {
    aisle: GLUED.includes(need.notion) ? 'To hold and glue' : 'Small parts',
    name: need.lengthMm ? `${capital(name)}, at least ${length(need.lengthMm)}` : capital(plural),
    amount:
      pack === 1
        ? `${packs} ${packs === 1 && unit === 'piece' ? name : each}`
        : `${count(packs, 'pack')} of ${pack}${unit === 'piece' ? '' : ` ${unit}`}`,
    needs: formatNotion(need.notion, need.amount),
    cost: packs * price,
    impossible: false,
  };
}

/** Spools or cones of what the shelf does not hold of a thread, as the shelf has it; null: it holds enough. m */
export function purchaseOfThread(
  need: ThreadNeed,
  shelf: readonly ThreadStock[],
  own: OwnSold = {},
): Purchase | null {
  const stock = onShelfAs(need, shelf);
  const has = stock.reduce((sum, { metres }) => sum + metres, 0);
  if (has >= need.metres) return null;
  const key = `thread-${stock[0]?.form ?? 'spool'}` as const;
  const { pack = 1, price } = soldAs(key, own);
  const many = Math.ceil((need.metres - has) / pack - 1e-9);
  return {
    aisle: 'Thread',
    name: `Thread, ${need.name}`,
    amount: `${count(many, stock[0]?.form ?? 'spool')} of ${formatNumber(pack)} m`,
    needs: `${Math.ceil(need.metres)} m${has ? `, ${Math.floor(has)} m on the shelf` : ''}`,
    cost: many * price,
    impossible: false,
    colour: need.colour,
  };
}

/** Bobbins by the kind that a machine takes: thread to wind them from, or full ones in packs. @param metres on all of them */
export function purchaseOfBobbins(
  { kind, count: many, metres }: { kind: BobbinKind; count: number; metres: number },
  own: OwnSold = {},
): Purchase {
  const isWound = kind === 'self-wound';
  const { pack = 1, price } = soldAs(isWound ? 'bobbin-thread' : 'wound-bobbin', own);
  const packs = Math.ceil((isWound ? metres : many) / pack - 1e-9);
  return {
    aisle: 'Thread',
    name: isWound ? 'Bobbin thread' : `Bobbins, ${BOBBIN_KINDS[kind].name}`,
    amount: isWound
      ? `${count(packs, 'spool')} of ${formatNumber(pack)} m`
      : `${count(packs, 'pack')} of ${pack}`,
    needs: `${count(many, 'bobbin')} beyond what is wound${isWound ? `, ${Math.ceil(metres)} m` : ''}`,
    cost: packs * price,
    impossible: false,
  };
}

/** Machine needles for so many hours of sewing, in whole packs; null: one needle lasts that long. @param lasts hours */
export function purchaseOfNeedles(needleSeconds: number, lasts: number, own: OwnSold = {}): Purchase | null {
  const needles = Math.ceil(needleSeconds / SECONDS_AN_HOUR / lasts - 1e-9);
  if (needles < 2) return null;
  const { pack = 1, price } = soldAs('machine-needle', own);
  const packs = Math.ceil(needles / pack);
  return {
    aisle: 'Machine',
    name: 'Machine needles',
    amount: `${count(packs, 'pack')} of ${pack}`,
    needs: `${needles} needles, one after ${lasts} hours each`,
    cost: packs * price,
    impossible: false,
  };
}
const SECONDS_AN_HOUR = 3600;
