import * as z from 'zod';

/** POST /api/price takes this: money in the smallest unit of the currency, rates for an hour; seconds and metres of one item. */
const name = z.string().min(1).max(120);
/** Items of an order; more are none. */
const quantity = z.int().min(1).max(1_000_000);
const amount = z.number().min(0).max(1_000_000);
const money = z.number().min(0).max(1_000_000_000);
const seconds = z.number().min(0).max(100_000_000);
const share = z.number().min(0).max(1);

const material = z.object({
  label: name,
  amount,
  unit: z.string().max(20),
  costPerUnit: money,
  bought: z.number().min(0).max(1_000_000_000).optional(),
});
export const priceRequestSchema = z
  .object({
    quantity,
    loads: z.int().min(1).max(10_000_000),
    materials: z.array(material).max(200),
    threadM: amount,
    threadCostPerM: money,
    stitches: z.int().min(1).max(1_000_000_000).nullable().default(null),
    machineSeconds: seconds,
    machineRate: money,
    handSeconds: seconds,
    handRate: money,
    overhead: share,
    margin: share.lt(1),
    setupSeconds: seconds,
    breaks: z.array(quantity).max(100).default([]),
    shareSaved: share,
    oneHeadSeconds: seconds.nullable().default(null),
  })
  .refine(({ loads, quantity }) => loads >= quantity, {
    path: ['loads'],
    error: 'fewer are sewn than are wanted',
  });
const school = z.object({ unitPrice: z.int(), because: z.string() });
/** POST /api/price answers this: money in the smallest unit. */
export const priceAnswerSchema = z.object({
  unitCost: z.int(),
  unitPrice: z.int(),
  totalPrice: z.int(),
  perThousandStitches: z.int().nullable(),
  lines: z.array(z.object({ label: z.string(), amount: z.number(), cost: z.int() })),
  schools: z.object({ byWork: school, byTime: school }),
  breakpoints: z.array(
    z.object({
      quantity: z.int(),
      unitCost: z.int(),
      unitPriceByWork: z.int(),
      unitPriceByTime: z.int(),
    }),
  ),
});
