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
  /** ms since 1970: in nine weeks of ten all is done by then; null: no plan says so, or some of it is unknown */
  safeAt: number | null;
}
/** @param costs by the id of a line; a line that cannot be worked out and has no agreed price is left out */
export function quoteOf(
  order: CustomerOrder,
  costs: Readonly<Record<string, LineCosts>>,
  nameOf: (buildId: string) => string,
  planned: {
    batch: Batch | null;
    sureness: BatchSureness | null;
    progress: readonly LineProgress[];
  },
): Quote {
  const lines = order.lines.flatMap((line): QuoteLine[] => {
    const priceEach = line.priceEach ?? costs[line.id]?.sheets[order.pricing.school].unitPrice;
    if (priceEach === undefined) return [];
    const { id, quantity, names } = line;
    return [{ id, name: nameOf(line.buildId), quantity, names, priceEach, total: priceEach * quantity }];
  });
  return {
    lines,
    total: lines.reduce((sum, { total }) => sum + total, 0),
    safeAt: safeAt(order, planned),
  };
}
/** The hour by which all that is still to be made is done in nine weeks of ten. */
function safeAt(
  order: CustomerOrder,
  { batch, sureness, progress }: Parameters<typeof quoteOf>[3],
): number | null {
  const open = progress.filter((l) => l.order.id === order.id && l.state !== 'done');
  if (!batch || !sureness || !open.length) return null;
  const ends = open.map((line) => {
    const at = batch.duties.findIndex((d) => d.line === lineKey(line));
    return sureness.duties[at]?.p90S;
  });
  const last = ends.reduce<number>((most, s) => Math.max(most, s ?? Infinity), 0);
  return Number.isFinite(last) ? Math.ceil((batch.now + 1000 * last) / HOUR_MS) * HOUR_MS : null;
}
const HOUR_MS = 3_600_000;
