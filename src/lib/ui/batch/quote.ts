import { formatMoney } from '$lib/core/base';
import type { Quote } from '$lib/core/costing';
import type { QuoteSheet } from '$lib/core/pdf';
import type { CustomerOrder, Workshop } from '$lib/core/workshop';
import { dayWords, orderName } from './words';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
/** A quote in words, as it is shown, printed and written as PDF. @param safeAt of safeDelivery  @param now ms */
export const quoteSheet = (
  order: CustomerOrder,
  quote: Quote,
  safeAt: number | null,
  { name, currency, terms }: Pick<Workshop, 'name' | 'currency' | 'terms'>,
  now: number,
): QuoteSheet => ({
  workroom: name,
  customer: orderName(order),
  date: day.format(now),
  lines: quote.lines.map(({ name: what, names, quantity, priceEach, total }) => ({
    name: names.length ? `${what}: ${names.join(', ')}` : what,
    quantity: String(quantity),
    each: formatMoney(priceEach, currency),
    total: formatMoney(total, currency),
  })),
  total: formatMoney(quote.total, currency),
  delivery: safeAt === null ? '' : `Ready by ${dayWords(safeAt)}.`,
  terms,
});
