import * as z from 'zod';
import { idSchema, uniqueIds } from '../base';

const inField = z.number().min(-3000).max(3000);
/** Items of one build that share a hooping: each is the middle of its design. */
const sharedPartSchema = z.object({
  /** of the build */
  id: idSchema(120),
  places: z
    .array(z.object({ x: inField, y: inField, turnDeg: z.number().min(-360).max(360) }))
    .min(1)
    .max(200),
});
export type SharedPart = z.infer<typeof sharedPartSchema>;
/**
 * Items of several builds in one hoop, on one base: build after build in this order, of each all its items at once. mm from the
 * middle of the field, y up; degrees anticlockwise
 */
export const sharedHoopingSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(80),
  machineId: idSchema(60),
  hoopId: idSchema(60),
  /** between two outlines */
  gapMm: z.number().min(0).max(500),
  parts: uniqueIds(z.array(sharedPartSchema).max(40)),
  /** it is sewn so often for the orders of its builds; 0: it counts for none */
  times: z.number().int().min(0).max(200).default(1),
});
export type SharedHooping = z.infer<typeof sharedHoopingSchema>;
