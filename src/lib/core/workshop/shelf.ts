/** Threads, bobbins and needles on the shelf, and who works. m; times of day as "09:00" */
import * as z from 'zod';
import { idSchema, timestampSchema } from '../base';
import type { Numbers } from '../numbers';
import { bobbinKindSchema, NEEDLE_KINDS, NEEDLE_SIZES } from './equipment';

const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/i);
export const THREAD_KINDS = ['polyester', 'rayon', 'cotton', 'metallic'] as const;
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

export const threadStockSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  colour: colourSchema,
  kind: z.enum(THREAD_KINDS),
  /** the higher the finer */
  weight: z.int().min(8).max(100),
  form: z.enum(['spool', 'cone']),
  /** spools or cones, the begun one with them */
  count: z.int().min(0).max(1000),
  /** on all of them together */
  metres: z.number().min(0).max(1_000_000),
});
/** Bobbins that are wound and wait. */
export const woundBobbinSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  colour: colourSchema,
  kind: bobbinKindSchema,
  count: z.int().min(0).max(1000),
  /** since then runs take from them; missing: nobody has counted since runs do */
  countedAt: timestampSchema.optional(),
});
export const needleStockSchema = z.object({
  id: idSchema(60),
  kind: z.enum(NEEDLE_KINDS),
  size: z.enum(NEEDLE_SIZES),
  count: z.int().min(0).max(10_000),
});
const timeOfDay = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/);
export const personSchema = z.object({
  id: idSchema(60),
  name: z.string().min(1).max(60),
  /** everything, or the table and not the machines */
  does: z.enum(['all', 'table']),
  days: z.array(z.enum(WEEKDAYS)).max(7),
  from: timeOfDay,
  /** before `from`: on the next day */
  to: timeOfDay,
});
export type ThreadStock = z.infer<typeof threadStockSchema>;
export type WoundBobbin = z.infer<typeof woundBobbinSchema>;
export type NeedleStock = z.infer<typeof needleStockSchema>;
export type Person = z.infer<typeof personSchema>;

/** Hours that a person is there in a week. */
export function hoursAWeek({ days, from, to }: Person): number {
  const minutes = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));
  const day = (minutes(to) - minutes(from) + 24 * 60) % (24 * 60);
  return (new Set(days).size * day) / 60;
}

/** The weight that most embroidery thread has, which the table's grams are of. */
const USUAL_WEIGHT = 40;
/** Metres of a thread that weigh a gram: twice as fine, twice as long. */
export const metresAGram = (weight: number, numbers: Numbers): number =>
  (1000 / numbers['thread.gramsPerKm']) * (weight / USUAL_WEIGHT);
