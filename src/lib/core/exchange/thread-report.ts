import * as z from 'zod';
import { idSchema, uniqueIds } from '../base';

const id = idSchema(200);
const name = z.string().min(1).max(200);
/** Beyond this it is no design. */
const MOST_BLOCKS = 400;
const MOST_SEWN = 2000;
const MOST_ON_NEEDLES = 150;

/** POST /api/stop-order takes this. */
export const stopOrderRequestSchema = z
  .object({
    blocks: uniqueIds(
      z
        .array(z.object({ id, thread: name, seconds: z.number().min(0).max(1e6).optional() }))
        .min(1)
        .max(MOST_BLOCKS),
    ),
    /** ids: the first before the second */
    before: z
      .array(z.tuple([id, id]))
      .max(20_000)
      .default([]),
    /** the thread that is on the machine */
    start: name.nullable().default(null),
    needles: z.int().min(1).max(100).optional(),
    refillSeconds: z.number().min(0).max(1e6).optional(),
  })
  .refine(({ blocks, needles }) => needles === undefined || blocks.length <= MOST_ON_NEEDLES, {
    path: ['blocks'],
    message: `with needles at most ${MOST_ON_NEEDLES} blocks`,
  });
/** POST /api/stop-order answers this. */
export const stopOrderAnswerSchema = z.object({
  order: z.array(z.string()),
  changes: z.int(),
  naive: z.int(),
  optimal: z.boolean(),
  lowerBound: z.int(),
  needles: z.array(z.object({ needle: z.int(), thread: z.string() })).nullable(),
  rethreads: z.int(),
  computeSeconds: z.number(),
});

const metres = z.number().min(0).max(1e6);
/** POST /api/bobbins takes this: metres. */
export const bobbinsRequestSchema = z.object({
  blocks: uniqueIds(
    z
      .array(z.object({ id, bobbinM: metres, bobbin: name, mayJoin: z.boolean() }))
      .min(1)
      .max(MOST_SEWN),
  ),
  capacityM: z.record(name, metres),
  keepM: metres.default(0),
  leftM: metres.nullable().default(null),
});
/** POST /api/bobbins answers this: metres. */
export const bobbinsAnswerSchema = z.object({
  wind: z.array(z.object({ bobbin: z.string(), count: z.int() })),
  swaps: z.array(z.object({ beforeBlock: z.string(), because: z.string() })),
  joins: z.array(z.object({ block: z.string(), afterM: z.number(), because: z.string() })),
  possible: z.boolean(),
});
