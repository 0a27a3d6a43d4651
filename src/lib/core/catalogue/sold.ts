import * as z from 'zod';
import { MATERIAL_KINDS, MATERIALS, type MaterialKind } from './materials';
import { NOTION_KEYS, NOTIONS, type NotionKey } from './notions';

/**
 * How a thing is sold, and at what price until the shelf or the maker knows better, in the maker's own currency: off a width
 * (a metre of it), in sheets (one), or in packs of so many of its unit (a pack). mm
 */
export interface Sold {
  price: number;
  widthMm?: number;
  sheetMm?: number;
  pack?: number;
}
interface Supply {
  name: string;
  plural: string;
  /** what a pack is counted in */
  unit: 'm' | 'piece';
  pack: number;
  price: number;
}
/** Thread comes on spools and cones, pack: metres on one; needles and bobbins in packs. */
const SUPPLIES = {
  'thread-spool': { name: 'spool of thread', plural: 'spools of thread', unit: 'm', pack: 500, price: 3 },
  'thread-cone': { name: 'cone of thread', plural: 'cones of thread', unit: 'm', pack: 1000, price: 5 },
  'bobbin-thread': {
    name: 'spool of bobbin thread',
    plural: 'spools of bobbin thread',
    unit: 'm',
    pack: 1000,
    price: 5,
  },
  'wound-bobbin': { name: 'prewound bobbin', plural: 'prewound bobbins', unit: 'piece', pack: 12, price: 9 },
  'machine-needle': { name: 'machine needle', plural: 'machine needles', unit: 'piece', pack: 5, price: 4 },
} as const satisfies Record<string, Supply>;
type SupplyKey = keyof typeof SUPPLIES;
const SUPPLY_KEYS = Object.keys(SUPPLIES) as SupplyKey[];
/** Zips are pieces that are bought one by one. */
export type SoldKey = MaterialKind | NotionKey | SupplyKey;

const STABILISER: Sold = { widthMm: 500, price: 3 };
const CLOTH: Partial<Record<MaterialKind, Sold>> = {
  cotton: { widthMm: 1100, price: 10 },
  towelling: { widthMm: 1400, price: 14 },
  batting: { widthMm: 1500, price: 9 },
  felt: { widthMm: 230, sheetMm: 300, price: 0.9 },
  vinyl: { widthMm: 230, sheetMm: 300, price: 1.8 },
};
/** Everything that has a way of being sold: materials, then notions. */
export const SOLD_KEYS = [...new Set<SoldKey>([...MATERIAL_KINDS, ...NOTION_KEYS, ...SUPPLY_KEYS])] as [
  SoldKey,
  ...SoldKey[],
];
const isNotion = (key: SoldKey): key is NotionKey => Object.hasOwn(NOTIONS, key);
const isSupply = (key: SoldKey): key is SupplyKey => Object.hasOwn(SUPPLIES, key);

/** As it is sold until the maker says otherwise. */
export const usuallySold = (key: SoldKey): Sold => {
  if (!isNotion(key) && !isSupply(key)) return CLOTH[key] ?? STABILISER;
  const { pack, price } = isSupply(key) ? SUPPLIES[key] : NOTIONS[key];
  return { pack, price };
};
/** "cotton", "snap caps" */
export const soldName = (key: SoldKey): string =>
  isSupply(key) ? SUPPLIES[key].plural : isNotion(key) ? NOTIONS[key].plural : MATERIALS[key].name;
/** What a pack is counted in; empty for cloth. */
export const soldUnit = (key: SoldKey): string =>
  isSupply(key) ? SUPPLIES[key].unit : isNotion(key) ? NOTIONS[key].unit : '';

/** How the maker buys one thing, where it differs. mm */
export const soldSchema = z.object({
  price: z.number().min(0).max(100_000).optional(),
  widthMm: z.number().min(10).max(5000).optional(),
  sheetMm: z.number().min(10).max(5000).optional(),
  pack: z.number().min(0.01).max(100_000).optional(),
});
/** The maker's own, by what is sold. */
export const ownSoldSchema = z.partialRecord(z.enum(SOLD_KEYS), soldSchema);
export type OwnSold = z.infer<typeof ownSoldSchema>;
/** As it is sold where this maker buys. */
export const soldAs = (key: SoldKey, own: OwnSold = {}): Sold => {
  const usual = usuallySold(key);
  const said = own[key];
  return said
    ? { ...usual, ...Object.fromEntries(Object.entries(said).filter(([, v]) => v !== undefined)) }
    : usual;
};
