/**
 * What the lines of an order cost and are sold for, and what they came to afterwards. In: what a build takes, how many are wanted, the
 * log, prices. Out: money in the smallest unit of the currency, seconds, metres.
 */
export { breaksOf, demandFor, lineCosts, loadOf } from './line';
export type { LineCostInput, LineCosts } from './types';
export { offcutShares, usedGroups } from './materials';
export { realCost, type RealCost } from './real';
export { quoteOf, safeDelivery, type Quote } from './quote';
