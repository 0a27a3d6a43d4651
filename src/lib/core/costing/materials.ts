import {
  capital,
  count,
  formatNumber,
  inSmallest,
  itemAt,
  lengthsIn,
  percent,
  type LengthUnit,
} from '../base';
import { MATERIALS, NOTIONS, soldAs, type SoldKey } from '../catalogue';
import type { Numbers } from '../numbers';
import {
  boughtFor,
  formatNotion,
  gatherNotions,
  gatherPieces,
  leastSoldMm2,
  shopStock,
  type CutDemand,
  type CutGroup,
} from '../cut';
import type { Layout } from '../nesting';
import { onShelfAs } from '../thread';
import type { StockItem, Workshop } from '../workshop';

/** A stuff that goes into an order. Amounts of all that is sewn, in `unit`; cost of a unit in smallest units, a fraction mostly. */
export interface MaterialUse {
  label: string;
  unit: string;
  amount: number;
  costPerUnit: number;
  /** that must be bought for it; null: it is not bought for an order */
  bought: number | null;
  because: string;
}
/** How prices are known. */
export type Prices = Pick<Workshop, 'stock' | 'sold' | 'currency' | 'threads' | 'unit'>;
/** What is used of a cloth by a whole order, mm². */
export interface UsedGroup extends CutGroup {
  usedMm2: number;
}
const MM2_PER_M2 = 1e6;
/** In a m². */
export const SQUARE_FEET = 10.763_910_4;

/** Cloths that an order is cut from, with what is used of each. */
export const usedGroups = (demands: readonly CutDemand[], stock: readonly StockItem[]): UsedGroup[] =>
  gatherPieces(demands, stock, 1).map((group) => ({
    ...group,
    usedMm2: group.pieces.reduce((sum, p) => sum + p.quantity * p.widthMm * p.heightMm, 0),
  }));
/**
 * How much more of each cloth an order buys than goes into its items, as a factor. @param layouts of its cloths on shopStock, by key; one
 * that holds pieces larger than anything sold tells nothing
 */
export function offcutShares(
  groups: readonly UsedGroup[],
  layouts: Readonly<Record<string, Layout>>,
  { stock, sold, unit }: Prices,
): Record<string, number> {
  return Object.fromEntries(
    groups.flatMap(({ key, material, usedMm2 }) => {
      const layout = layouts[key];
      const bought = layout && boughtFor(layout, shopStock(material, stock, sold), unit);
      return bought ? [[key, bought.areaMm2 / usedMm2]] : [];
    }),
  );
}
/**
 * What goes into the items of a line, and what must be bought. @param shares of offcutShares; null: not laid out yet
 * @param isWhole the shares are of just so many; else what is bought is rounded up as it is sold
 */
export function materialsOf(
  demand: CutDemand,
  prices: Prices,
  shares: Readonly<Record<string, number>> | null,
  isWhole: boolean,
): MaterialUse[] {
  const { stock, sold, currency, unit } = prices;
  const groups = usedGroups([demand], stock);
  const area = groups.map(({ key, material, usedMm2, pieces }): MaterialUse => {
    const shop = shopStock(material, stock, sold);
    const costPerUnit = (inSmallest(shop.cost ?? 0, currency) / (shop.widthMm * shop.heightMm)) * MM2_PER_M2;
    const share = shares?.[key];
    const leastMm2 = leastSoldMm2(shop, unit);
    const whole = (mm2: number) => (isWhole ? mm2 : Math.ceil(mm2 / leastMm2 - 1e-9) * leastMm2);
    const bought = share === undefined ? null : whole(usedMm2 * share) / MM2_PER_M2;
    const many = pieces.reduce((sum, p) => sum + p.quantity, 0);
    const isOneOfSome = groups.filter((g) => g.material === material).length > 1;
    const { name } = MATERIALS[material];
    return {
      label: capital(isOneOfSome ? `${name}, as ${itemAt(pieces, 0).name.toLowerCase()}` : name),
      unit: 'm²',
      amount: usedMm2 / MM2_PER_M2,
      costPerUnit,
      bought,
      because: [
        `${areaWords(usedMm2, unit)} in ${count(many, 'piece')}`,
        ...(bought === null ? [] : [`${areaWords(bought * MM2_PER_M2, unit)} must be bought for it`]),
      ].join('; '),
    };
  });
  const notions = gatherNotions([demand]).map(({ notion, amount, lengthMm }): MaterialUse => {
    const { pack = 1, price } = soldAs(notion, sold);
    const packs = Math.ceil(amount / pack - 1e-9);
    const { unit: counted, plural } = NOTIONS[notion];
    return {
      label: `${capital(plural)}${lengthMm ? lengthsIn(`, ${Math.ceil(lengthMm)} mm`, unit) : ''}`,
      unit: counted,
      amount,
      costPerUnit: inSmallest(price, currency) / pack,
      bought: packs * pack,
      because: `${formatNotion(notion, amount)}${pack === 1 ? '' : `, ${count(packs, 'pack')} of ${formatNumber(pack)}`}`,
    };
  });
  return [...area, ...notions];
}
/** "0.42 m²", or in square feet where the maker thinks in inches. */
const areaWords = (mm2: number, unit: LengthUnit): string =>
  unit === 'mm'
    ? `${(mm2 / MM2_PER_M2).toFixed(2)} m²`
    : `${((mm2 / MM2_PER_M2) * SQUARE_FEET).toFixed(1)} sq ft`;

/** Metres of thread of a design, and what a metre of them costs on average, smallest units. */
export function threadOf(
  { threads }: Pick<CutDemand, 'threads'>,
  { threads: shelf, sold, currency }: Prices,
): { metres: number; costPerM: number } {
  let [metres, cost] = [0, 0];
  for (const need of threads) {
    const key = `thread-${onShelfAs(need, shelf)[0]?.form ?? 'spool'}` as const;
    metres += need.metres;
    cost += need.metres * costOfOne(key, { sold, currency });
  }
  return { metres, costPerM: metres ? cost / metres : 0 };
}
/** Of one of what is in a pack, smallest units. */
function costOfOne(key: SoldKey, { sold, currency }: Pick<Prices, 'sold' | 'currency'>): number {
  const { pack = 1, price } = soldAs(key, sold);
  return inSmallest(price, currency) / pack;
}
/** What a needle wears off while it runs so long: it is changed after the hours that the table says. */
export function needlesOf(seconds: number, numbers: Numbers, prices: Prices): MaterialUse {
  const hours = numbers['stitch.needleHours'];
  const amount = seconds / 3600 / hours;
  return {
    label: 'Needles',
    unit: 'piece',
    amount,
    costPerUnit: costOfOne('machine-needle', prices),
    bought: null,
    because: `${percent(amount)} of a needle, which sews ${formatNumber(hours)} h`,
  };
}
