/**
 * What a workshop is. mm. The Zod schemas are the one source of the types; they are used wherever a
 * workshop comes from outside.
 */
import * as z from 'zod';
import { MATERIAL_KINDS, ownSoldSchema } from '../catalogue';
import { idSchema, timestampSchema, uniqueIds } from '../base';
import { NUMBER_IDS, numbersWith } from '../numbers';
import { hoopName, hoopSchema, machineSchema } from './equipment';
import { orderSchema } from './orders';
import { sharedHoopingSchema } from './together';
import { needleStockSchema, personSchema, threadStockSchema, woundBobbinSchema } from './shelf';

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
const NO_USUAL = { machineId: null, hoopId: null };
/** The maker's machines, hoops, people, shelf, orders and figures, and the hoopings that several builds share. */
export const workshopSchema = z.object({
  name: z.string().max(120),
  unit: z.enum(['mm', 'inch']),
  machines: uniqueIds(z.array(machineSchema).min(1).max(50)),
  hoops: uniqueIds(z.array(hoopSchema).min(1).max(200)),
  /** what is used unless something else is asked for; null, or gone: the first */
  usual: z.object({ machineId: idSchema(60).nullable(), hoopId: idSchema(60).nullable() }).default(NO_USUAL),
  people: uniqueIds(z.array(personSchema).max(100)).default([]),
  threads: uniqueIds(z.array(threadStockSchema).max(5000)).default([]),
  bobbins: uniqueIds(z.array(woundBobbinSchema).max(500)).default([]),
  needles: uniqueIds(z.array(needleStockSchema).max(200)).default([]),
  stock: uniqueIds(z.array(stockSchema).max(2000)).default([]),
  /** what is planned to be sewn in one hooping, of several builds */
  hoopings: uniqueIds(z.array(sharedHoopingSchema).max(200)).default([]),
  /** what is wanted by whom and when */
  orders: uniqueIds(z.array(orderSchema).max(500)).default([]),
  /** a needle may sew on where nobody is at work */
  runsAlone: z.boolean().default(false),
  /** how things are sold where the maker buys, where it differs from the table */
  sold: ownSoldSchema.default({}),
  /** its three letters; null: amounts without a sign */
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/)
    .nullable()
    .default(null),
  /** of delivery and payment, as they stand on a quote */
  terms: z.string().max(3000).default(''),
  /** newest first */
  corrections: uniqueIds(z.array(correctionSchema).max(50)).default([]),
  numbers: z.partialRecord(z.enum(NUMBER_IDS), z.number()),
});
export type Workshop = z.infer<typeof workshopSchema>;

/** A new workroom: one machine with the three hoops that most makers have. */
export const newWorkshop = (): Workshop =>
  workshopSchema.parse({
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
    numbers: {},
  });
