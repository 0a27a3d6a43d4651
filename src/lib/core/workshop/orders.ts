import * as z from 'zod';
import { idSchema, timestampSchema, uniqueIds } from '../base';

/** Good items of one build; more are no order of a workroom but a factory's. */
export const orderQuantitySchema = z.int().min(1).max(100_000);
const orderLineSchema = z.object({
  id: idSchema(60),
  buildId: idSchema(120),
  quantity: orderQuantitySchema,
  /** day and hour by the maker's clock, as 2026-12-09T09:00; null: whenever */
  due: z.iso.datetime({ local: true, precision: -1 }).regex(/\d$/).nullable().default(null),
  /** of personalised items, in the order in which they are sewn */
  names: z.array(z.string().min(1).max(60)).max(2000).default([]),
  /** of an item, as it was agreed, in the smallest unit of the currency; null: as it is worked out */
  priceEach: z.int().min(0).max(1_000_000_000_000).nullable().default(null),
});
/** How an order is priced. */
const pricingSchema = z.object({
  /** hours that are charged: those that are in the item, or those that it took */
  school: z.enum(['byWork', 'byTime']),
  /** what goes into the items, or what must be bought for them */
  materials: z.enum(['used', 'bought']),
  /** as planned, or as the log says */
  hours: z.enum(['planned', 'logged']),
  /** 0-1; null: as Workshop has it */
  shareSaved: z.number().min(0).max(1).nullable(),
});
export type Pricing = z.infer<typeof pricingSchema>;
const AS_USUAL: Pricing = { school: 'byWork', materials: 'used', hours: 'planned', shareSaved: null };
/** So many good items of one build by a day and hour. */
export type OrderLine = z.infer<typeof orderLineSchema>;
/** What somebody wants, line by line. What is done of it is told by the log. */
export const orderSchema = z.object({
  id: idSchema(60),
  /** empty: for the shelf */
  customer: z.string().max(120),
  notes: z.string().max(5000).default(''),
  lines: uniqueIds(z.array(orderLineSchema).max(100)),
  pricing: pricingSchema.default(AS_USUAL),
  /** runs that were begun before are not for it */
  createdAt: timestampSchema,
  /** put away since; null: it is planned for */
  closedAt: timestampSchema.nullable().default(null),
});
export type CustomerOrder = z.infer<typeof orderSchema>;

/** A line of nothing but what is wanted, and an order with no line yet. @param at ms since 1970 */
export const newLine = (
  line: Pick<OrderLine, 'id' | 'buildId' | 'quantity'> & Partial<OrderLine>,
): OrderLine => orderLineSchema.parse(line);
export const newOrder = (id: string, at: number): CustomerOrder =>
  orderSchema.parse({ id, customer: '', lines: [], createdAt: at });
