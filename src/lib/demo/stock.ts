import type { StockItem } from '$lib/core/workshop';

const item = (
  name: string,
  material: StockItem['material'],
  form: StockItem['form'],
  colour: string,
  widthMm: number,
  heightMm: number,
  quantity: number,
  cost: number,
  more: Partial<StockItem> = {},
): StockItem => ({
  id: name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-'),
  name,
  material,
  form,
  colour,
  widthMm,
  heightMm,
  quantity,
  cost,
  directional: false,
  prewashed: false,
  ...more,
});

/** The shelf of Tern & Tide: rolls in two widths partly used, fat quarters, felt, a bolt end with a wave print, offcuts. */
export const demoStock: StockItem[] = [
  item('Tear-away, narrow roll', 'tear-away', 'roll', '#e8e4d8', 250, 7400, 1, 9),
  item('Tear-away, wide roll', 'tear-away', 'roll', '#e8e4d8', 500, 3100, 1, 8),
  item('Wash-away mesh, wide roll', 'mesh', 'roll', '#dfe7e4', 500, 5200, 1, 19),
  item('Heavy film, roll', 'film', 'roll', '#cfdfe2', 500, 4600, 1, 22),
  item('Sticky wash-away, roll', 'sticky', 'roll', '#e7e2cf', 500, 2400, 1, 18),
  item('Batting, bolt end', 'batting', 'bolt', '#efe9dc', 1500, 1800, 1, 14),
  item('Batting offcut', 'batting', 'offcut', '#efe9dc', 420, 260, 1, 0),
  item('Kite blue, bolt end', 'cotton', 'bolt', '#4f7390', 1100, 1400, 1, 11, { prewashed: true }),
  item('Coral fat quarter', 'cotton', 'fat quarter', '#d9644a', 550, 450, 2, 3, { prewashed: true }),
  item('Straw fat quarter', 'cotton', 'fat quarter', '#e3d3a6', 550, 450, 2, 3),
  item('Wave print, bolt end', 'cotton', 'bolt', '#7fa3b5', 1100, 620, 1, 6, { directional: true }),
  item('Napkin linen', 'cotton', 'bolt', '#c9b79a', 1400, 900, 1, 15, { prewashed: true }),
  item('Slate felt sheets', 'felt', 'sheet', '#8fa3b5', 300, 230, 20, 0.8),
  item('Harbour felt sheets', 'felt', 'sheet', '#3d6a86', 300, 230, 5, 0.8),
  item('Smooth vinyl', 'vinyl', 'sheet', '#6d8f86', 300, 230, 4, 1.6),
  item('Grip vinyl', 'vinyl', 'sheet', '#3a3f44', 300, 230, 3, 1.9),
  item('Gorse yellow offcut', 'cotton', 'offcut', '#e0b02c', 380, 240, 1, 0),
];
