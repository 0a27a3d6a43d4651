import { lineKey, type Batch, type BatchSureness, type LineProgress } from '../batch';
import type { CustomerOrder } from '../workshop';
import type { LineCosts } from './types';

/** A line as a customer reads it. Money in smallest units. */
interface QuoteLine {
  id: string;
  name: string;
  quantity: number;
  names: string[];
  priceEach: number;
  total: number;
}
/** An offer for an order. */
export interface Quote {
  lines: QuoteLine[];
  total: number;
}
/** @param costs by the id of a line; a line that cannot be worked out and has no agreed price is left out */
export function quoteOf(
  order: CustomerOrder,
  costs: Readonly<Record<string, LineCosts>>,
  nameOf: (buildId: string) => string,
): Quote {
  const lines = order.lines.flatMap((line): QuoteLine[] => {
    const priceEach = line.priceEach ?? costs[line.id]?.sheets[order.pricing.school].unitPrice;
    if (priceEach === undefined) return [];
    const { id, quantity, names } = line;
    return [{ id, name: nameOf(line.buildId), quantity, names, priceEach, total: priceEach * quantity }];
  });
  return { lines, total: lines.reduce((sum, { total }) => sum + total, 0) };
}
/**
 * The hour by which all that is still to be made of an order is done in nine weeks of ten, ms since 1970; null: nothing is, or the plan
 * does not know all of it. @param progress lines of the workroom
 */
export function safeDelivery(
  { id }: CustomerOrder,
  progress: readonly LineProgress[],
  { duties, now }: Batch,
  sureness: BatchSureness,
): number | null {
  const open = progress.filter((l) => l.order.id === id && l.state !== 'done');
  const last = open.reduce((most, line) => {
    const at = duties.findIndex((d) => d.line === lineKey(line));
    return Math.max(most, sureness.duties[at]?.p90S ?? Infinity);
  }, 0);
  if (!open.length || !Number.isFinite(last)) return null;
  return Math.ceil((now + 1000 * last) / HOUR_MS) * HOUR_MS;
}
const HOUR_MS = 3_600_000;
