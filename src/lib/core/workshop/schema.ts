/**
 * What a workshop is. mm and stitches per minute. The Zod schemas are the one source of the types; they are used wherever a
 * workshop comes from outside.
 */
import * as z from 'zod';
import { MATERIAL_KINDS, ownSoldSchema } from '../catalogue';
import { idSchema, timestampSchema, uniqueIds } from '../base';
import { NUMBER_IDS, numbersWith } from '../numbers';

export const machineSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  kind: z.enum(['one-needle', 'multi-needle']),
  needles: z.int().min(1).max(30),
  heads: z.int().min(1).max(50),
  /** set speed, stitches per minute */
  speed: z.number().min(100).max(2000),
  /** learned from the log: its real speed as a share of the set one, and seconds of each start; null: not yet */
  speedShare: z.number().min(0.1).max(3).nullable().default(null),
  startSeconds: z.number().min(0).max(60).nullable().default(null),
});
export const hoopSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  /** stitch field, mm */
  widthMm: z.number().min(20).max(3000),
  heightMm: z.number().min(20).max(3000),
  magnetic: z.boolean(),
  machineId: idSchema(60),
});
/** How stock lies on the shelf. */
export const STOCK_FORMS = ['roll', 'bolt', 'fat quarter', 'sheet', 'offcut'] as const;
/** A piece of stock on the shelf, or several alike. mm */
export const stockSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(80),
  material: z.enum(MATERIAL_KINDS),
  form: z.enum(STOCK_FORMS),
  colour: z.string().regex(/^#[0-9a-f]{6}$/i),
  /** width, and the length that is left, mm */
  widthMm: z.number().min(10).max(5000),
  heightMm: z.number().min(10).max(200_000),
  quantity: z.int().min(1).max(10_000),
  /** a print or nap that pieces must not be turned against */
  directional: z.boolean(),
  prewashed: z.boolean(),
  /** of one, or of the whole length that is left */
  cost: z.number().min(0).max(100_000),
});
export type StockItem = z.infer<typeof stockSchema>;
/** Figures that were taken from the log, with what they were before; null: as the table said. */
const correctionSchema = z.object({
  id: idSchema(60),
  at: timestampSchema,
  changes: z
    .array(
      z.object({
        key: z.string().max(120),
        label: z.string().max(200),
        from: z.number().nullable(),
        to: z.number(),
      }),
    )
    .max(500),
});
export type Correction = z.infer<typeof correctionSchema>;
/** The maker's machines, hoops, shelf and figures. */
export const workshopSchema = z.object({
  name: z.string().max(120),
  unit: z.enum(['mm', 'inch']),
  machines: uniqueIds(z.array(machineSchema).min(1).max(50)),
  hoops: uniqueIds(z.array(hoopSchema).min(1).max(200)),
  stock: uniqueIds(z.array(stockSchema).max(2000)).default([]),
  /** how things are sold where the maker buys, where it differs from the table */
  sold: ownSoldSchema.default({}),
  /** newest first */
  corrections: uniqueIds(z.array(correctionSchema).max(50)).default([]),
  numbers: z.partialRecord(z.enum(NUMBER_IDS), z.number()),
});
export type Machine = z.infer<typeof machineSchema>;
export type Hoop = z.infer<typeof hoopSchema>;
export type Workshop = z.infer<typeof workshopSchema>;

/** What a hoop is called as long as nobody has named it. mm */
export const hoopName = (widthMm: number, heightMm: number): string =>
  `${round(widthMm)} × ${round(heightMm)}`;
const round = (mm: number) => Math.round(mm * 10) / 10;
/** A new workroom: one machine with the three hoops that most makers have. */
export const newWorkshop = (): Workshop => ({
  name: 'My workroom',
  unit: 'mm',
  machines: [
    {
      id: 'machine-1',
      name: 'My machine',
      kind: 'one-needle',
      needles: 1,
      heads: 1,
      speed: numbersWith()['stitch.speedHome'],
      speedShare: null,
      startSeconds: null,
    },
  ],
  hoops: (
    [
      [100, 100],
      [130, 180],
      [160, 260],
    ] as const
  ).map(([widthMm, heightMm]) => ({
    id: `hoop-${widthMm}x${heightMm}`,
    name: hoopName(widthMm, heightMm),
    widthMm,
    heightMm,
    magnetic: false,
    machineId: 'machine-1',
  })),
  stock: [],
  sold: {},
  corrections: [],
  numbers: {},
});
