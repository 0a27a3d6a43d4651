/**
 * What several schemas share: ids, moments that a calendar knows, and lists in which every id is there once. Screens list rows by
 * their ids, and the clock's words fail on a moment that is no date.
 */
import * as z from 'zod';

/** 2200-01-01: far beyond any order, well within what a calendar can name. */
const LAST_MS = 7_258_118_400_000;
/** ms since 1970 */
export const timestampSchema = z.number().min(0).max(LAST_MS);

/**
 * An id from outside. Never the name of something that every object has by itself: things are looked up by ids, and a look-up
 * of `constructor` would find what nobody has put there.
 */
export const idSchema = (most: number) =>
  z
    .string()
    .min(1)
    .max(most)
    .refine((id) => !(id in Object.prototype), 'this word is no id');

/** The least and the most that a figure may be. */
export interface Limits {
  min: number;
  max: number;
}
/** The limits of a figure in a schema: a field on screen takes what the border lets in. */
export const limitsOf = (schema: z.ZodNumber | z.ZodOptional<z.ZodNumber>): Limits => {
  const { def } = schema instanceof z.ZodOptional ? schema.unwrap() : schema;
  const limits = { min: -Infinity, max: Infinity };
  // Zod's own minValue needs the part of it that writes JSON Schemas, which a browser does not load.
  for (const check of def.checks ?? []) {
    if (check instanceof z.core.$ZodCheckGreaterThan) limits.min = Number(check._zod.def.value);
    if (check instanceof z.core.$ZodCheckLessThan) limits.max = Number(check._zod.def.value);
  }
  return limits;
};

/** Whether each of the ids is there only once. */
export const areUnique = (ids: readonly string[]): boolean => new Set(ids).size === ids.length;
/** The same list, refused when two of its items have one id. */
export const uniqueIds = <S extends z.ZodArray<z.ZodType<{ id: string }>>>(list: S) =>
  list.refine((items) => areUnique(items.map((item) => item.id)), 'two have the same id');
